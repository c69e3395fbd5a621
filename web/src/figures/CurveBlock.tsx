// One figure against another: the curve, the level that matters, and where this job stands.
import { scaleLinear } from "d3-scale";
import { useId } from "react";

import type { Curve, CurvePoint } from "../api/client";
import { useUnits } from "../shell/settings";
import { significant } from "../shell/units";

const WIDTH = 288;
const HEIGHT = 170;
const LEFT = 40;
const RIGHT = 10;
const TOP = 26;
const FOOT = 38;

export function CurveBlock({ curve }: { curve: Curve }) {
  const units = useUnits();
  const id = useId();
  // Drawn in the unit that is shown, so that the lines of the axis stand at round numbers of it.
  const shown = (points: readonly CurvePoint[] | undefined) =>
    (points ?? []).flatMap((p) =>
      p.y == null
        ? []
        : [{ x: units.convert(p.x, curve.x_unit), y: units.convert(p.y, curve.y_unit) }],
    );
  const limit = curve.limit == null ? null : units.convert(curve.limit, curve.y_unit);
  const known = shown(curve.points);
  if (known.length < 2) return null;
  const other = shown(curve.other);
  const band = [...shown(curve.sooner), ...shown(curve.later).reverse()];
  const ys = [
    ...other.map((p) => p.y),
    ...known.map((p) => p.y),
    ...(limit === null ? [] : [limit]),
  ];
  const first = known[0]?.x ?? 0;
  const last = Math.max(known.at(-1)?.x ?? 1, ...band.map((p) => p.x));
  const x = scaleLinear([first, last], [LEFT, WIDTH - RIGHT]);
  const y = scaleLinear([Math.min(...ys), Math.max(...ys)], [HEIGHT - FOOT, TOP]).nice(3);
  const marks = shown(curve.at_x);
  const measure = (value: number, unit: string) => {
    const symbol = units.symbol(unit);
    return `${significant(value)}${symbol && symbol !== "°" ? " " : ""}${symbol}`;
  };
  const markTexts = marks.map(
    (p) => `${measure(p.y, curve.y_unit)} at ${measure(p.x, curve.x_unit)}`,
  );
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      role="img"
      aria-labelledby={`${id}-text`}
      className="mt-2 block w-full text-[12px]"
    >
      <title id={`${id}-text`}>
        {markTexts.length > 0 ? `${curve.label}: ${markTexts.join(", ")}.` : `${curve.label}.`}
      </title>
      <text x={2} y={12} className="fill-mute">
        {units.symbol(curve.y_unit)}
      </text>
      {y.ticks(3).map((tick) => (
        <g key={tick}>
          <line x1={LEFT} x2={WIDTH - RIGHT} y1={y(tick)} y2={y(tick)} stroke="var(--line)" />
          <text x={LEFT - 6} y={y(tick) + 4} textAnchor="end" className="fill-mute">
            {significant(tick, 4)}
          </text>
        </g>
      ))}
      {band.length > 2 && (
        <path
          d={`M${band.map((p) => `${x(p.x)},${y(p.y)}`).join(" L")}Z`}
          fill="var(--cone)"
          opacity={0.2}
        />
      )}
      {limit !== null && (
        <g>
          <line
            x1={LEFT}
            x2={WIDTH - RIGHT}
            y1={y(limit)}
            y2={y(limit)}
            stroke="var(--stop)"
            strokeDasharray="5 3"
            strokeWidth={1.5}
          />
          <text x={WIDTH - RIGHT} y={y(limit) - 5} textAnchor="end" className="fill-stop">
            {`${curve.limit_label} ${significant(limit, 4)}`}
          </text>
        </g>
      )}
      <path
        d={`M${known.map((p) => `${x(p.x)},${y(p.y)}`).join(" L")}`}
        fill="none"
        stroke="var(--ink)"
        strokeWidth={2}
      />
      {other.length > 1 && (
        <g>
          <path
            d={`M${other.map((p) => `${x(p.x)},${y(p.y)}`).join(" L")}`}
            fill="none"
            stroke="var(--mute)"
            strokeWidth={2}
            strokeDasharray="6 3"
          />
          <text x={x(other[0]?.x ?? 0) + 6} y={y(other[0]?.y ?? 0) - 6} className="fill-mute">
            {curve.other_name}
          </text>
          <text x={WIDTH - RIGHT} y={12} textAnchor="end" className="fill-ink">
            {curve.name}
          </text>
        </g>
      )}
      {marks.map((mark) => (
        <circle
          key={mark.x}
          cx={x(mark.x)}
          cy={y(mark.y)}
          r={5}
          fill="var(--cone)"
          stroke="var(--panel)"
          strokeWidth={2}
        />
      ))}
      {[first, last].map((end, place) => (
        <text
          key={end}
          x={x(end)}
          y={HEIGHT - FOOT + 16}
          textAnchor={place === 0 ? "start" : "end"}
          className="fill-mute"
        >
          {measure(end, curve.x_unit)}
        </text>
      ))}
      <text x={(LEFT + WIDTH - RIGHT) / 2} y={HEIGHT - 6} textAnchor="middle" className="fill-mute">
        {curve.x_label}
      </text>
    </svg>
  );
}
