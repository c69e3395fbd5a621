import { useEffect, useRef } from "react";

import { useCounting } from "../parts/useCounting";
import { useUnits } from "../shell/settings";
import type { ToolProps } from "./tool";

const TICK_MM = 10;

interface PaceBarProps extends ToolProps {
  ticking: boolean;
}

/** A marker that goes along the seam at the planned speed while the seam's clock runs. */
export function PaceBar({ run, onSlept, onSignal, ticking }: PaceBarProps) {
  const units = useUnits();
  const counted = run.bench.clocks.find((clock) => clock.clock === "seam") ?? null;
  const { seconds } = useCounting(counted, onSlept);
  const figures = run.plan.stations.flatMap((station) => station.figures ?? []);
  const travel = figures.find((figure) => figure.id === "travel_mm_per_min")?.value ?? null;
  const seamMm = figures.find((figure) => figure.id === "length_mm")?.value ?? null;
  const puddle = figures.find((figure) => figure.id === "puddle_s")?.value ?? 0;
  const known = travel !== null && seamMm !== null;
  const at = known ? Math.min(seamMm, Math.max(0, ((seconds - puddle) * travel) / 60)) : 0;
  const passed = Math.floor(at / TICK_MM);
  const last = useRef(passed);
  useEffect(() => {
    if (ticking && counted !== null && passed > last.current) onSignal();
    last.current = passed;
  }, [passed, ticking, counted, onSignal]);
  if (!known) return null;
  const left = run.log.hand === "left";
  const share = (100 * at) / seamMm;
  return (
    <div
      role="img"
      aria-label={`Pace: ${units.measure(at, "mm", 2)} of ${units.measure(seamMm, "mm")}`}
    >
      <p className="flex justify-between text-xl">
        <span className="text-mute">Where the plan would be</span>
        <span className="font-semibold tabular-nums">
          {units.measure(at, "mm", 2)} of {units.measure(seamMm, "mm")}
        </span>
      </p>
      <div className="relative mt-2 h-12 rounded-lg border-2 border-line bg-panel">
        <div
          className="absolute inset-y-0 rounded bg-steel"
          style={{ width: `${share}%`, [left ? "left" : "right"]: 0 }}
        />
        <div
          className="absolute -inset-y-1 w-3 rounded bg-cone"
          style={{ [left ? "left" : "right"]: `calc(${share}% - 6px)` }}
        />
      </div>
    </div>
  );
}
