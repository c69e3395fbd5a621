// The station at hand: what leads there, large, its gravest caution, and the rest one touch away.
import { useQuery } from "@tanstack/react-query";
import { memo } from "react";

import type { Changes, Figure, Plan } from "../../api/client";
import { basicsQuery } from "../../api/queries";
import { CautionNote } from "../../figures/CautionNote";
import { GlanceFigure } from "../../figures/GlanceFigure";
import { BarredByDraw } from "./BarredByDraw";

export interface ColumnProps {
  plan: Plan;
  selected: string;
  faults: Record<string, unknown>;
  /** What a figure was before it changed. */
  figureWas: (id: string) => Figure | undefined;
  onChange: (changes: Changes) => Promise<boolean>;
  onAll: () => void;
}

const GRAVITY = ["stop", "warn"];

export const GlanceColumn = memo(function GlanceColumn(props: ColumnProps) {
  const { plan, selected, faults, figureWas, onChange, onAll } = props;
  const { data: basics } = useQuery(basicsQuery);
  const station = plan.stations.find((one) => one.id === selected);
  if (!station) return null;
  const figures = station.figures ?? [];
  const leading = basics?.leading_figures.find((one) => one.station === selected)?.figures ?? [];
  const asked = figures.filter((f) => f.asks && f.asks.chosen == null && !leading.includes(f.id));
  const leads = leading
    .flatMap((id) => figures.find((figure) => figure.id === id) ?? [])
    .slice(0, basics?.most_leading_figures);
  const cautions = (station.cautions ?? []).filter((one) => GRAVITY.includes(one.level));
  const [gravest, ...others] = cautions.toSorted(
    (a, b) => GRAVITY.indexOf(a.level) - GRAVITY.indexOf(b.level),
  );
  const more = figures.length - leads.length - asked.length;
  return (
    <section id={`station-${station.id}`} className="scroll-mt-2">
      <h2 className="border-b-2 border-cone pb-1 font-narrow text-lg font-semibold text-cone">
        {station.name}
      </h2>
      {figures.length === 0 && <p className="pt-2 text-mute">{station.holds}</p>}
      <div className="grid grid-cols-2 gap-x-4">
        {[...leads, ...asked].map((figure) => (
          <GlanceFigure
            key={figure.id}
            figure={figure}
            was={figureWas(figure.id)}
            family={plan.job.family}
            faults={faults}
            onChange={onChange}
          />
        ))}
      </div>
      {gravest && (
        <div className="mt-2 space-y-2">
          <CautionNote caution={gravest} />
          {others.length > 0 && (
            <details>
              <summary className="link inline-block min-h-9 py-1.5">
                {others.length} more to mind
              </summary>
              <div className="mt-2 space-y-2">
                {others.map((caution) => (
                  <CautionNote key={caution.text} caution={caution} />
                ))}
              </div>
            </details>
          )}
        </div>
      )}
      {selected === "torch" && <BarredByDraw plan={plan} onChange={onChange} />}
      <button className="button mt-3 w-full" data-screen-only onClick={onAll}>
        {more > 0 ? `All figures (+${more})` : "All figures"}
      </button>
    </section>
  );
});
