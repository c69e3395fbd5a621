import { useQuery } from "@tanstack/react-query";
import { useId, useState } from "react";

import { faultOf, type Run } from "../../api/client";
import { latestRunsQuery } from "../../api/book_queries";
import { significant } from "../../shell/units";
import { RunPhotos } from "../photos/RunPhotos";
import { LogMeasures } from "./LogMeasures";
import { LogPuddles, type PuddleTyped } from "./LogPuddles";
import { LogSigns } from "./LogSigns";
import { LogUsed } from "./LogUsed";
import { LogVerdict } from "./LogVerdict";

interface LogFormProps {
  run: Run;
  error: Error | null;
  busy: boolean;
  onFinish: (entries: Record<string, unknown>) => void;
}

const first = (value: number | null | undefined) => (value == null ? "" : significant(value, 3));

/** What was seen, timed, set and measured, in one screen of big targets; nothing must be told. */
export function LogForm({ run, error, busy, onFinish }: LogFormProps) {
  const id = useId();
  const { data: earlier } = useQuery(latestRunsQuery);
  const { measures, log } = run;
  const [who, setWho] = useState(log.who ?? "");
  const [taken, setTaken] = useState<Record<string, string>>(
    Object.fromEntries(measures.map((one) => [one.id, first(one.actual)])),
  );
  const [seen, setSeen] = useState<readonly string[]>(log.seen ?? []);
  const [notes, setNotes] = useState(log.notes ?? "");
  const [verdict, setVerdict] = useState<string>(log.verdict ?? "");
  const [changed, setChanged] = useState(log.changed ?? "");
  const [nextTime, setNextTime] = useState(log.next_time ?? "");
  const [used, setUsed] = useState<Record<string, string>>({ ...log.used });
  const [puddles, setPuddles] = useState<readonly PuddleTyped[]>(
    (log.puddles ?? []).map((one) => ({ s: first(one.s), at: one.at ?? "sheet" })),
  );
  const toggle = (sign: string) =>
    setSeen((all) => (all.includes(sign) ? all.filter((one) => one !== sign) : [...all, sign]));
  const take = (name: string, typed: string) => setTaken({ ...taken, [name]: typed });
  const timed = measures.filter((one) => one.group === "timed");
  const more = measures.filter((one) => one.group !== "timed");
  // A fault in what is folded away opens it: nobody looks for it there.
  const faultInMore = more.some((one) => faultOf(error, one.id));
  const puddleFault = faultOf(error, "puddles");
  return (
    <form
      className="space-y-6 text-lg"
      onSubmit={(event) => {
        event.preventDefault();
        onFinish({
          who,
          notes,
          seen,
          verdict,
          changed,
          next_time: nextTime,
          used: Object.fromEntries(Object.entries(used).filter(([, words]) => words.trim())),
          puddles: puddles
            .filter((one) => one.s.trim())
            .map((one) => ({ s: Number(one.s.replace(",", ".")), at: one.at })),
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
      <LogSigns signs={run.signs} seen={seen} onToggle={toggle} />
      <LogVerdict
        runId={run.line.id}
        seen={seen}
        verdict={verdict}
        nextTime={nextTime}
        onVerdict={setVerdict}
        onNextTime={setNextTime}
      />
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
        <LogMeasures measures={timed} taken={taken} error={error} onTake={take} />
        {timed.some((one) => one.id === "puddle_s") && (
          <LogPuddles puddles={puddles} wrong={puddleFault} onChange={setPuddles} />
        )}
      </div>
      <RunPhotos
        runId={run.line.id}
        measures={measures}
        onWrite={(field, mm) => take(field, significant(mm, 3) + " mm")}
      />
      {(more.length > 0 || run.used.length > 0) && (
        <details open={faultInMore || undefined} className="rounded-lg border-2 border-line px-4">
          <summary className="min-h-[72px] cursor-pointer py-5 font-semibold">
            As it was set and measured
          </summary>
          <p className="text-mute">
            Planned beside each. Every one helps the next plan; none must be told.
          </p>
          <div className="mt-3 grid gap-4 pb-5 sm:grid-cols-2">
            <LogUsed
              used={run.used}
              entries={used}
              onTell={(name, typed) => setUsed({ ...used, [name]: typed })}
            />
            <LogMeasures measures={more} taken={taken} error={error} onTake={take} />
          </div>
        </details>
      )}
      <div>
        <label htmlFor={`${id}-changed`}>What was changed in the middle, and why?</label>
        <textarea
          id={`${id}-changed`}
          className="field min-h-16 py-2"
          maxLength={1000}
          value={changed}
          onChange={(event) => setChanged(event.target.value)}
        />
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
      {error && !puddleFault && !measures.some((one) => faultOf(error, one.id)) && (
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
