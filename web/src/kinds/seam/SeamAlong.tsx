// The seam along its length: bead laid, pool, torch leaned, travel. One scale on both axes.
import { scaleLinear } from "d3-scale";
import { useId } from "react";

import type { SeamDrawing } from "../../api/client";
import { useUnits } from "../../shell/settings";
import { HeatGradient } from "../../drawings/colours";

interface SeamAlongProps {
  drawing: SeamDrawing;
  travelMmPerMin: number | null;
  /** Whether a rod is fed; it leads the pool in forehand and follows it in backhand. */
  rod: "none" | "leads" | "follows";
  width: number;
}

const AHEAD_SHARE = 0.32;
const HEAD_PX = 24;
const FOOT_PX = 32;
const TIP_LENGTH_MM = 4;
const ROD_DEG = 35;
const ROD_PX = 46;

export function SeamAlong({ drawing, travelMmPerMin, rod, width }: SeamAlongProps) {
  const units = useUnits();
  const id = useId();
  const sheetMm = drawing.thickness_mm ?? 1;
  const backMm = Math.max(10, 3 * sheetMm, -1.7 * (drawing.pool_back_mm ?? -6));
  const wholeMm = backMm / (1 - AHEAD_SHARE);
  const pxPerMm = width / wholeMm;
  const x = scaleLinear([-backMm, wholeMm - backMm], [0, width]);
  const coneMm = drawing.cone_mm ?? 0;
  const fromPoolMm = coneMm + (drawing.stand_off_mm ?? 0);
  const lean = ((drawing.lean_deg ?? 0) * Math.PI) / 180;
  const topMm = (fromPoolMm + TIP_LENGTH_MM) * Math.cos(lean) + 1;
  const sheetTop = HEAD_PX + topMm * pxPerMm;
  const sheetPx = Math.max(3, sheetMm * pxPerMm);
  const height = sheetTop + sheetPx + FOOT_PX;
  const poolFrom = drawing.pool_back_mm;
  const poolTo = drawing.pool_front_mm;
  const rippleMm = Math.max(0.8, (drawing.pool_mm ?? 4) / 4);
  const ripples =
    poolFrom == null
      ? []
      : Array.from({ length: Math.ceil(backMm / rippleMm) }, (_, n) => poolFrom - n * rippleMm);
  // Leftward welding: the torch leans back over the bead and points the way it travels.
  const turn = `translate(${x(0)} ${sheetTop}) rotate(${-(drawing.lean_deg ?? 0)})`;
  const rodRun = ROD_PX * Math.cos((ROD_DEG * Math.PI) / 180);
  const half = ((drawing.orifice_mm ?? 0.8) / 2) * pxPerMm;
  const mouth = -fromPoolMm * pxPerMm;
  return (
    <svg
      width={width}
      height={height}
      viewBox={`0 0 ${width} ${height}`}
      role="img"
      aria-labelledby={`${id}-text`}
      className="block overflow-hidden text-sm"
    >
      <title id={`${id}-text`}>
        {`Along the seam, to scale: torch leaned ${drawing.lean_deg} degrees${travelMmPerMin == null ? "" : `, moving at ${units.measure(travelMmPerMin, "mm/min")}`}${rod === "none" ? "" : `, rod ${ROD_DEG} degrees from the sheet, it ${rod}`}.`}
      </title>
      <defs>
        {drawing.along && drawing.along.length > 0 && (
          <HeatGradient id={`${id}-heat`} points={drawing.along} x={x} />
        )}
      </defs>
      <text x={8} y={16} className="fill-mute">
        Along
      </text>
      <rect
        y={sheetTop}
        width={width}
        height={sheetPx}
        fill={drawing.along?.length ? `url(#${id}-heat)` : (drawing.cold_colour ?? "var(--steel)")}
      />
      {ripples.map((at) => (
        <path
          key={at}
          d={`M${x(at - rippleMm)},${sheetTop} q${(rippleMm * pxPerMm) / 2},-3 ${rippleMm * pxPerMm},0`}
          fill="none"
          stroke="var(--mute)"
        />
      ))}
      {poolFrom != null && poolTo != null && (
        <path
          d={`M${x(poolFrom)},${sheetTop} Q${x((poolFrom + poolTo) / 2)},${sheetTop - 4} ${x(poolTo)},${sheetTop} L${x(poolTo * 0.3)},${sheetTop + sheetPx} L${x(poolFrom * 0.8)},${sheetTop + sheetPx} Z`}
          fill="#FFF6DC"
          stroke="#E59A2B"
        />
      )}
      {drawing.cone_mm != null && (
        <g transform={turn}>
          <path
            d={`M${-half},${mouth} Q0,${mouth + coneMm * pxPerMm * 0.9} 0,${mouth + coneMm * pxPerMm} Q0,${mouth + coneMm * pxPerMm * 0.9} ${half},${mouth} Z`}
            fill="var(--cone)"
          />
          <rect
            x={-half - 1.1 * pxPerMm}
            width={2 * (half + 1.1 * pxPerMm)}
            y={mouth - TIP_LENGTH_MM * pxPerMm}
            height={TIP_LENGTH_MM * pxPerMm}
            fill="var(--copper)"
          />
          <line
            y1={mouth - TIP_LENGTH_MM * pxPerMm}
            y2={0}
            stroke="var(--mute)"
            strokeDasharray="2 3"
          />
        </g>
      )}
      {drawing.cone_mm != null && (
        <g>
          <line
            x1={x(0)}
            x2={x(0)}
            y1={HEAD_PX}
            y2={sheetTop}
            stroke="var(--mute)"
            strokeDasharray="2 3"
          />
          <text x={x(0) + 8} y={HEAD_PX + 14} className="fill-ink font-medium">
            {drawing.lean_deg}° lean
          </text>
        </g>
      )}
      {rod !== "none" && poolFrom != null && poolTo != null && (
        <line
          x1={x(rod === "leads" ? poolTo : poolFrom)}
          y1={sheetTop}
          x2={x(rod === "leads" ? poolTo : poolFrom) + (rod === "leads" ? 1 : -1) * rodRun}
          y2={sheetTop - ROD_PX * Math.sin((ROD_DEG * Math.PI) / 180)}
          stroke="var(--copper)"
          strokeWidth={4}
        />
      )}
      {travelMmPerMin != null && (
        <g>
          <text x={8} y={height - 10} className="fill-ink font-medium">
            {units.measure(travelMmPerMin, "mm/min")}
          </text>
          <path
            d={`M${width * 0.5},${height - 14} H${width - 12} m-7,-4 l7,4 l-7,4`}
            fill="none"
            stroke="var(--ink)"
            strokeWidth={1.5}
          />
        </g>
      )}
    </svg>
  );
}
