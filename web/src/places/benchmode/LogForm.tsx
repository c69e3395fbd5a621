import { useInfiniteQuery, useQuery } from "@tanstack/react-query";
import { useId, useState } from "react";

import { faultOf, type Run } from "../../api/client";
import { runsQuery, signsQuery } from "../../api/queries";
import { useUnits } from "../../shell/settings";
import { significant } from "../../shell/units";

interface LogFormProps {
  run: Run;
  error: Error | null;
  busy: boolean;
  onFinish: (entries: Record<string, unknown>) => void;
}

const first = (value: number | null | undefined) => (value == null ? "" : significant(value, 3));

/** What was seen and timed, in one screen of big targets. */
export function LogForm({ run, error, busy, onFinish }: LogFormProps) {
  const units = useUnits();
  const id = useId();
  const { data: signs } = useQuery(signsQuery);
  const { data: earlier } = useInfiniteQuery(runsQuery());
  const [who, setWho] = useState(run.log.who ?? "");
  const { measures } = run.line;
  const [taken, setTaken] = useState<Record<string, string>>(
    Object.fromEntries(measures.map((one) => [one.id, first(one.actual)])),
  );
  const [seen, setSeen] = useState<readonly string[]>(run.log.seen ?? []);
  const [notes, setNotes] = useState(run.log.notes ?? "");
  const toggle = (sign: string) =>
    setSeen((all) => (all.includes(sign) ? all.filter((one) => one !== sign) : [...all, sign]));
  const planned = (value: number | null | undefined, unit: string) =>
    value == null ? "" : `planned ${units.measure(value, unit, 2)}`;
  return (
    <form
      className="space-y-5 text-lg"
      onSubmit={(event) => {
        event.preventDefault();
        onFinish({
          who,
          notes,
          seen,
          // Shown to three digits: what nobody touched is not written back a hair off.
          ...Object.fromEntries(
            measures
              .filter((one) => (taken[one.id] ?? "") !== first(one.actual))
              .map((one) => [one.id, taken[one.id]?.trim() ? taken[one.id] : null]),
          ),
        });
      }}
    >
      <p className="font-narrow text-[clamp(1.65rem,4.2vw,3.1rem)] leading-tight font-semibold">
        {run.bench.look}
      </p>
      <div role="group" aria-label="What was seen" className="flex flex-wrap gap-3">
        {(run.bench.signs ? (signs ?? []) : []).map((sign) => (
          <button
            key={sign.id}
            type="button"
            aria-pressed={seen.includes(sign.id)}
            onClick={() => toggle(sign.id)}
            className={`min-h-[72px] rounded-lg border-2 px-4 text-lg ${
              seen.includes(sign.id)
                ? sign.good
                  ? "border-good bg-panel font-semibold text-good"
                  : "border-warn bg-warn-soft font-semibold"
                : "border-line bg-panel"
            }`}
          >
            {seen.includes(sign.id) ? "✓ " : ""}
            {sign.label}
          </button>
        ))}
      </div>
      <div className="grid gap-4 sm:grid-cols-3">
        <div>
          <label htmlFor={`${id}-who`}>Who held the torch?</label>
          <input
            id={`${id}-who`}
            list={`${id}-names`}
            className="field min-h-[72px]"
            maxLength={60}
            value={who}
            onChange={(event) => setWho(event.target.value)}
          />
          <datalist id={`${id}-names`}>
            {[...new Set((earlier ?? []).map((line) => line.who).filter(Boolean))].map((name) => (
              <option key={name} value={name} />
            ))}
          </datalist>
        </div>
        {measures.map((one) => {
          const wrong = faultOf(error, one.id);
          return (
            <div key={one.id}>
              <label htmlFor={`${id}-${one.id}`}>{one.asked}</label>
              <input
                id={`${id}-${one.id}`}
                className={`field min-h-[72px] ${wrong ? "border-stop" : ""}`}
                aria-invalid={wrong !== null}
                aria-describedby={`${id}-${one.id}-note`}
                value={taken[one.id] ?? ""}
                onChange={(event) => setTaken({ ...taken, [one.id]: event.target.value })}
              />
              <p
                id={`${id}-${one.id}-note`}
                role={wrong ? "alert" : undefined}
                className={wrong ? "text-stop" : "text-mute"}
              >
                {wrong ?? planned(one.planned, one.unit)}
              </p>
            </div>
          );
        })}
      </div>
      <div>
        <label htmlFor={`${id}-notes`}>Anything to remember next time?</label>
        <textarea
          id={`${id}-notes`}
          className="field min-h-24 py-2"
          maxLength={4000}
          value={notes}
          onChange={(event) => setNotes(event.target.value)}
        />
      </div>
      {error && !measures.some((one) => faultOf(error, one.id)) && (
        <p role="alert" className="text-stop">
          {error.message}
        </p>
      )}
      <button className="button-main min-h-20 w-full text-2xl" disabled={busy}>
        Write it in the run book
      </button>
    </form>
  );
}
