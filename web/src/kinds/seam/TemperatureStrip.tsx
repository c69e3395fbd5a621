// The hottest each place beside the seam ever gets, coloured as the metal colours.
import { scaleLinear } from "d3-scale";
import { useId } from "react";

import type { SeamDrawing } from "../../api/client";
import { useUnits } from "../../shell/settings";
import { significant } from "../../shell/units";
import { HeatGradient } from "../../drawings/colours";

const TOP = 34;
const FOOT = 22;
const SIDE_PX = 16;

export function TemperatureStrip({
  drawing,
  width,
  height,
}: {
  drawing: SeamDrawing;
  width: number;
  height: number;
}) {
  const units = useUnits();
  const id = useId();
  const points = drawing.across ?? [];
  const lines = drawing.lines ?? [];
  const hottest = Math.max(...lines.map((line) => line.at_c), 1);
  const reach = drawing.strip_half_width_mm;
  const x = scaleLinear([-reach, reach], [SIDE_PX, width - SIDE_PX]);
  const y = scaleLinear([0, hottest], [height - FOOT, TOP]);
  const sides = [...points.map((p) => ({ ...p, at_mm: -p.at_mm })).reverse(), ...points];
  const curve = sides.map((p) => `${x(p.at_mm)},${y(p.near_c)}`).join(" L");
  const ticks = scaleLinear(
    [-reach, reach].map((mm) => units.convert(mm, "mm")),
    [SIDE_PX, width - SIDE_PX],
  );
  const narrow = width < 520;
  return (
    <svg
      width={width}
      height={height}
      viewBox={`0 0 ${width} ${height}`}
      role="img"
      aria-labelledby={`${id}-text`}
      className="block text-[13px]"
    >
      <title id={`${id}-text`}>
        {`Hottest the sheet gets, by distance from the seam: ${lines.map((l) => `${l.label} at ${units.measure(l.at_c, "°C")}`).join(", ")}.`}
      </title>
      <text x={SIDE_PX} y={14} className="fill-mute text-sm">
        {narrow
          ? "Hottest it gets, from the seam outwards"
          : "Hottest the sheet gets, by distance from the seam"}
      </text>
      <defs>
        <HeatGradient id={`${id}-heat`} points={points} x={x} mirrored />
      </defs>
      <path
        d={`M${x(-reach)},${y(0)} L${curve} L${x(reach)},${y(0)} Z`}
        fill={`url(#${id}-heat)`}
        stroke="var(--ink)"
      />
      {lines.map((line) => (
        <g key={line.label}>
          <line
            x1={SIDE_PX}
            x2={width - SIDE_PX}
            y1={y(line.at_c)}
            y2={y(line.at_c)}
            stroke="var(--mute)"
            strokeDasharray="2 4"
          />
          <text
            x={width - SIDE_PX}
            y={y(line.at_c) - 4}
            textAnchor="end"
            className="fill-ink"
            stroke="var(--paper)"
            strokeWidth={4}
            paintOrder="stroke"
          >
            {narrow ? "" : `${line.label} `}
            {units.measure(line.at_c, "°C", 4)}
          </text>
        </g>
      ))}
      <line x1={SIDE_PX} x2={width - SIDE_PX} y1={y(0)} y2={y(0)} stroke="var(--mute)" />
      {ticks.ticks(narrow ? 5 : 9).map((tick) => (
        <text key={tick} x={ticks(tick)} y={height - 6} textAnchor="middle" className="fill-mute">
          {significant(Math.abs(tick))}
          {tick === 0 ? ` ${units.symbol("mm")}` : ""}
        </text>
      ))}
    </svg>
  );
}
