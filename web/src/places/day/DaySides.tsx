import type { DayLook } from "../../api/client";
import { useUnits } from "../../shell/settings";
import { clock } from "./hours";

export type Changes = Record<string, unknown>;

export interface PartProps {
  day: DayLook;
  nameOf: (jobId: string) => string;
}

/** What does not go today and why, and what nobody wants today. */
export function NotToday({
  day,
  nameOf,
  onChange,
}: PartProps & { onChange: (changes: Changes) => void }) {
  const { kept, values, jobs } = day;
  const out = jobs.filter((job) => job.left_out);
  const without = jobs.filter((job) => job.why_out && !job.left_out);
  const taken = jobs.filter((job) => !job.left_out);
  const leave = (id: string, leaving: boolean) =>
    onChange({
      left_out: leaving ? [...kept.left_out, id] : kept.left_out.filter((one) => one !== id),
    });
  return (
    <section aria-label="Not today">
      <h2 className="font-narrow text-xl font-semibold">Not today</h2>
      <ul className="panel mt-2 divide-y divide-line">
        {values.not_today.map((one) => (
          <li key={one.job} className="px-3 py-2">
            <strong className="font-semibold">{nameOf(one.job)}</strong>, {one.phases.join(", ")}
            <span className="block text-sm text-mute">{one.why}</span>
          </li>
        ))}
        {without.map((job) => (
          <li key={job.id} className="px-3 py-2">
            <strong className="font-semibold">{job.name}</strong>
            <span className="block text-sm text-mute">{job.why_out}</span>
          </li>
        ))}
        {out.map((job) => (
          <li key={job.id} className="flex items-center justify-between gap-3 px-3 py-2">
            <span>{job.name}: left out</span>
            <button className="button min-h-11 px-3" onClick={() => leave(job.id, false)}>
              Take it in
            </button>
          </li>
        ))}
        {values.not_today.length + without.length + out.length === 0 && (
          <li className="px-3 py-2 text-mute">All of it goes today.</li>
        )}
      </ul>
      <details className="mt-2 print:hidden">
        <summary className="min-h-9 cursor-pointer text-sm">Which jobs are for today</summary>
        <ul className="mt-1 divide-y divide-line">
          {taken.map((job) => (
            <li key={job.id} className="flex flex-wrap items-center justify-between gap-2 py-1">
              <span>
                {job.name}
                {job.under_way && <span className="text-sm text-mute"> · under way</span>}
              </span>
              <span className="flex gap-2">
                <button
                  className="button min-h-11 px-3"
                  aria-pressed={job.urgent}
                  onClick={() =>
                    onChange({
                      urgent: job.urgent
                        ? kept.urgent.filter((one) => one !== job.id)
                        : [...kept.urgent, job.id],
                    })
                  }
                >
                  {job.urgent ? "✓ Urgent" : "Urgent"}
                </button>
                <button className="button min-h-11 px-3" onClick={() => leave(job.id, true)}>
                  Leave out
                </button>
              </span>
            </li>
          ))}
        </ul>
      </details>
    </section>
  );
}

/** Hands that are free meanwhile, and the gas of the day by the hour. */
export function FreeAndGas({ day }: { day: DayLook }) {
  const units = useUnits();
  const { hands_free: free, gas, tip_changes: changes } = day.values;
  const most = Math.max(1, ...gas.by_hour.map((one) => one.acetylene_l));
  return (
    <>
      {free.length > 0 && (
        <section aria-label="Hands free">
          <h2 className="font-narrow text-xl font-semibold">Hands free</h2>
          <ul className="mt-1 divide-y divide-line">
            {free.map((one) => (
              <li
                key={`${one.who} ${one.start_min}`}
                className="grid grid-cols-[6.5rem_1fr] py-1.5"
              >
                <span className="text-sm text-mute tabular-nums">
                  {clock(one.start_min)}–{clock(one.end_min)}
                </span>
                <span>{`${one.who}: ${one.for_what}`}</span>
              </li>
            ))}
          </ul>
        </section>
      )}
      <section aria-label="Gas and tips">
        <h2 className="font-narrow text-xl font-semibold">Gas and tips</h2>
        <p>
          Acetylene {units.measure(gas.acetylene_l, "L", 3)}, oxygen{" "}
          {units.measure(gas.oxygen_l, "L", 3)}
          {gas.enough == null
            ? "; what the cylinders hold is not known."
            : gas.enough
              ? "; the cylinders hold it."
              : `; it runs out in ${gas.runs_out_in}.`}
        </p>
        <ul className="mt-1">
          {gas.by_hour.map((one) => (
            <li key={one.hour_min} className="grid grid-cols-[3.5rem_1fr_auto] items-center gap-2">
              <span className="text-sm text-mute tabular-nums">{clock(one.hour_min)}</span>
              <span className="h-2 rounded bg-line">
                <span
                  className="block h-2 rounded bg-copper"
                  style={{ width: `${(100 * one.acetylene_l) / most}%` }}
                />
              </span>
              <span className="min-w-20 text-right text-sm tabular-nums">
                {units.measure(one.acetylene_l, "L", 3)}
                {one.over_limit && <strong className="font-semibold"> over the limit</strong>}
              </span>
            </li>
          ))}
        </ul>
        {gas.draw_limit_by_hour_l != null && (
          <p className="mt-1 text-sm text-mute">
            The cylinders give {units.atMost(gas.draw_limit_by_hour_l, "L")} in an hour.
          </p>
        )}
        {changes.length > 0 && (
          <p className="mt-2 text-sm text-mute">
            Tips:{" "}
            {changes
              .map((one) => `${clock(one.at_min)} ${one.from_tip} to ${one.to_tip}`)
              .join(", ")}
          </p>
        )}
      </section>
    </>
  );
}
