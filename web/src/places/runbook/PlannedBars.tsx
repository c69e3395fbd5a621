import type { LoggedMeasure, Run } from "../../api/client";
import { useUnits } from "../../shell/settings";

const MOST = 3;
/** The longer of the two ends here, so that what is longer still than planned is seen. */
const FULL = 0.94;

type Both = LoggedMeasure & { planned: number; actual: number };

const both = (one: LoggedMeasure): one is Both =>
  one.planned !== null && one.actual !== null && one.planned > 0 && one.actual > 0;

/** Up to three measures as a pair of bars each: planned, and under it as it was. */
export function PlannedBars({ run }: { run: Run }) {
  const units = useUnits();
  const shown = run.measures.filter(both).slice(0, MOST);
  if (shown.length === 0) return null;
  return (
    <dl aria-label="Planned and actual" className="grid gap-4">
      {shown.map((one) => {
        const longest = Math.max(one.planned, one.actual) / FULL;
        const more = Math.round(100 * (one.actual / one.planned - 1));
        const said = (value: number) => units.measure(value, one.unit, 2);
        const alike = more === 0 || said(one.planned) === said(one.actual);
        const pairs = [
          { whose: "planned", value: one.planned, tone: "bg-line" },
          { whose: "was", value: one.actual, tone: "bg-ink" },
        ];
        return (
          <div key={one.id}>
            <dt className="mb-1 flex justify-between gap-3 font-medium">
              {one.label}
              <span className="text-mute tabular-nums">
                {alike ? "as planned" : `${Math.abs(more)} % ${more > 0 ? "over" : "under"}`}
              </span>
            </dt>
            {pairs.map(({ whose, value, tone }) => (
              <dd key={whose} className="grid grid-cols-[4rem_1fr_6rem] items-center gap-2 py-0.5">
                <span className="text-sm text-mute">{whose}</span>
                <span
                  className={`block h-4 rounded-sm border border-mute ${tone}`}
                  style={{ width: `${(100 * value) / longest}%` }}
                />
                <span className="text-right font-semibold tabular-nums">{said(value)}</span>
              </dd>
            ))}
          </div>
        );
      })}
    </dl>
  );
}
