import type { HeatPoint } from "../api/client";

interface HeatGradientProps {
  id: string;
  points: readonly HeatPoint[];
  /** Millimetres to pixels along the gradient. */
  x: (mm: number) => number;
  /** Also mirror the points to the other side of zero. */
  mirrored?: boolean;
}

/** A gradient of the metal's own heat colours; each stop's colour was looked up by the server. */
export function HeatGradient({ id, points, x, mirrored = false }: HeatGradientProps) {
  const sides = mirrored
    ? [...points.map((point) => ({ ...point, at_mm: -point.at_mm })).reverse(), ...points]
    : points;
  const first = x(sides[0]?.at_mm ?? 0);
  const last = x(sides[sides.length - 1]?.at_mm ?? 1);
  return (
    <linearGradient id={id} gradientUnits="userSpaceOnUse" x1={first} x2={last} y1={0} y2={0}>
      {sides.map((point, index) => (
        <stop
          key={index}
          offset={(x(point.at_mm) - first) / (last - first)}
          stopColor={point.colour}
        />
      ))}
    </linearGradient>
  );
}
