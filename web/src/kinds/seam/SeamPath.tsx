// The seam as it lies, seen from above: a ring or a line with corners, tacks numbered in order.
import type { TacksValues } from "../../api/client";

const MARGIN_PX = 18;

export function SeamPath({ tacks, size }: { tacks: TacksValues; size: number }) {
  const xs = tacks.path.map((point) => point.x_mm);
  const ys = tacks.path.map((point) => point.y_mm);
  const [left, right, low, high] = [
    Math.min(...xs),
    Math.max(...xs),
    Math.min(...ys),
    Math.max(...ys),
  ];
  const scale = (size - 2 * MARGIN_PX) / Math.max(right - left, high - low, 1);
  const at = (x: number, y: number) => [
    size / 2 + (x - (left + right) / 2) * scale,
    size / 2 - (y - (low + high) / 2) * scale,
  ];
  const path = tacks.path
    .map((p) =>
      at(p.x_mm, p.y_mm)
        .map((n) => n.toFixed(1))
        .join(","),
    )
    .join(" L");
  const centre = at((left + right) / 2, (low + high) / 2);
  return (
    <svg width={size} height={size} className="shrink-0 text-xs" aria-hidden="true">
      <path d={`M${path}`} className="fill-none stroke-ink" strokeWidth={2} />
      {tacks.tacks.map((tack) => {
        const [x, y] = at(tack.x_mm, tack.y_mm) as [number, number];
        const [dx, dy] = [x - (centre[0] ?? 0), y - (centre[1] ?? 0)];
        const far = Math.hypot(dx, dy) || 1;
        return (
          <g key={tack.n}>
            <circle cx={x} cy={y} r={4} className="fill-panel stroke-ink" strokeWidth={1.5} />
            {tacks.tacks.length <= 24 && (
              <text
                x={x + (11 * dx) / far}
                y={y + (11 * dy) / far + 4}
                textAnchor="middle"
                className="fill-ink font-semibold"
              >
                {tack.n}
              </text>
            )}
          </g>
        );
      })}
    </svg>
  );
}
