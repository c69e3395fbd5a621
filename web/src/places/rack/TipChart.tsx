// The tip chart of this rack: walls down, its tips across, each cell as a plan would run it.
import { useQuery } from "@tanstack/react-query";

import type { ReachFamily, TipChartCell } from "../../api/client";
import { tipChartQuery } from "../../api/queries";
import { useUnits } from "../../shell/settings";

interface TipChartProps {
  family: ReachFamily;
  minutes: number | null;
}

export function TipChart({ family, minutes }: TipChartProps) {
  const units = useUnits();
  const { data: chart } = useQuery(tipChartQuery(family, minutes));
  if (!chart) return null;
  return (
    <div className="mt-2 overflow-x-auto" tabIndex={0} role="region" aria-label="Tip chart">
      <table className="w-full border-collapse text-left tabular-nums">
        <caption className="mb-2 text-left text-sm text-mute">
          Acetylene and oxygen at the regulators, gas flowing, {units.symbol("bar")}; flow in{" "}
          {units.symbol("L/h")}; seconds to a puddle. A dot: too small or too large. Struck through:
          more than the cylinder gives. A maker’s own chart goes before it.
        </caption>
        <thead>
          <tr className="border-b border-line">
            <th scope="col" className="py-1 pr-3">
              Wall
            </th>
            <th scope="col" className="pr-3">
              Rod
            </th>
            {chart.tips.map((tip) => (
              <th key={tip} scope="col" className="pr-3">
                {tip}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {chart.rows.map((row) => (
            <tr key={row.text} className="border-b border-line align-top">
              <th scope="row" className="py-1 pr-3 font-medium whitespace-nowrap">
                {row.text}
                <span className="block text-sm font-normal text-mute">
                  {units.measure(row.thickness_mm, "wall", 2)}
                </span>
              </th>
              <td className="py-1 pr-3 text-sm whitespace-nowrap">
                {row.rod_mm == null ? "strip" : units.measure(row.rod_mm, "wall", 2)}
              </td>
              {row.cells.map((cell) => (
                <Cell key={cell.label} cell={cell} />
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

function Cell({ cell }: { cell: TipChartCell }) {
  const units = useUnits();
  if (cell.verdict === "too-small" || cell.verdict === "too-large")
    return (
      <td className="py-1 pr-3 text-mute">
        <span aria-hidden>•</span>
        <span className="sr-only">{cell.words}</span>
      </td>
    );
  const bars = [cell.acetylene_bar, cell.oxygen_bar].map((bar) =>
    bar == null ? "–" : units.show(bar, "bar", 2).number,
  );
  const fits = cell.verdict === "fits" && !cell.barred;
  return (
    <td className={`py-1 pr-3 whitespace-nowrap ${cell.barred ? "text-mute line-through" : ""}`}>
      <span className={fits ? "font-semibold" : ""}>{bars.join(" / ")}</span>
      <span className="block text-sm">
        {units.show(cell.acetylene_l_per_h, "L/h", 2).number}
        {cell.puddle_s != null && `, ${Math.round(cell.puddle_s)} s`}
      </span>
      <span className="sr-only">{cell.barred ? "more than the cylinder gives" : cell.words}</span>
    </td>
  );
}
