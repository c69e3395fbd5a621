import type { ReactNode } from "react";

import type { OwnedItem } from "../../api/client";
import { CautionNote } from "../../figures/CautionNote";
import { useUnits } from "../../shell/settings";

const TALL_PX = 120;
const WIDE_PX = 44;

interface CylinderLevelProps {
  owned: OwnedItem;
  onEdit: () => void;
  putAway: ReactNode;
}

/** A cylinder as a fill level with its honest band, and what it allows. */
export function CylinderLevel({ owned, onEdit, putAway }: CylinderLevelProps) {
  const units = useUnits();
  const { item, gas } = owned;
  if (item.kind !== "cylinder") return null;
  const values = gas?.values;
  const full = values?.full_m3 ?? null;
  const share = (m3: number) => Math.min(1, m3 / (full ?? 1));
  const line = (gas?.working ?? []).find((one) => one.name === "endurance_min");
  const newest = item.readings?.at(-1);
  return (
    <div className="flex gap-4">
      <svg
        width={WIDE_PX + 14}
        height={TALL_PX + 16}
        role="img"
        aria-label={
          values && full
            ? `${item.name}: ${units.measure(values.content_m3, "m³", 2)} of ${units.measure(full, "m³", 2)}`
            : `${item.name}: not read yet`
        }
      >
        <rect x={WIDE_PX / 2 - 6} y={0} width={12} height={10} fill="var(--copper)" />
        <rect
          x={1}
          y={8}
          width={WIDE_PX - 2}
          height={TALL_PX}
          rx={10}
          fill="var(--panel)"
          stroke="var(--ink)"
          strokeWidth={1.5}
        />
        {values && full && (
          <g>
            <rect
              x={4}
              width={WIDE_PX - 8}
              y={8 + TALL_PX * (1 - share(values.content_m3))}
              height={TALL_PX * share(values.content_m3) - 3}
              fill="var(--feather)"
            />
            <path
              d={`M${WIDE_PX + 4},${8 + TALL_PX * (1 - share(values.high_m3))} h6 M${WIDE_PX + 7},${8 + TALL_PX * (1 - share(values.high_m3))} V${8 + TALL_PX * (1 - share(values.low_m3))} M${WIDE_PX + 4},${8 + TALL_PX * (1 - share(values.low_m3))} h6`}
              fill="none"
              stroke="var(--ink)"
              strokeWidth={1.5}
            />
          </g>
        )}
      </svg>
      <div className="min-w-0 flex-1">
        <p className="flex items-baseline justify-between gap-2">
          <span className="font-semibold">{item.name}</span>
          <button className="link min-h-8" aria-label={`Edit ${item.name}`} onClick={onEdit}>
            edit
          </button>
          {putAway}
        </p>
        <p className="text-sm text-mute">
          {item.gas} · {item.size.replace(/^(acetylene|oxygen)-/, "")}
        </p>
        {values ? (
          <>
            <p className="font-narrow text-lg font-semibold tabular-nums">
              {units.measure(values.content_m3, "m³", 2)}{" "}
              <span className="text-sm font-normal text-mute">
                {units.span(values.low_m3, values.high_m3, "m³")}
              </span>
            </p>
            {line && typeof line.value === "number" && (
              <p className="text-sm text-mute">
                {units.measure(line.value, "min", 2)} {units.span(line.low, line.high, "min")} at{" "}
                {units.measure(owned.at_flow_l_per_h ?? 0, "L/h")}
              </p>
            )}
            {values.draw_limit_continuous_l_per_h != null && (
              <p className="text-sm text-mute">
                draw {units.atMost(values.draw_limit_continuous_l_per_h, "L/h")}, short{" "}
                {units.atMost(values.draw_limit_short_l_per_h ?? 0, "L/h")}
              </p>
            )}
            {newest && (
              <p className="text-sm text-mute">
                {newest.weight_kg != null
                  ? `weighed ${units.measure(newest.weight_kg, "kg")}`
                  : `gauge ${units.measure(newest.gauge_bar ?? 0, "bar")}`}
                , {newest.at.slice(0, 10)}
              </p>
            )}
            <div className="mt-1 space-y-1">
              {(gas?.cautions ?? []).map((caution) => (
                <CautionNote key={caution.text} caution={caution} />
              ))}
            </div>
          </>
        ) : (
          <p className="text-sm text-mute">Not read yet: weigh it, or read its gauge.</p>
        )}
      </div>
    </div>
  );
}
