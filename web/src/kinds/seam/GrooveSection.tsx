// The prepared edges to scale, each pass as a layer.
import type { GrooveDrawing } from "../../api/client";
import { ScaleMark } from "../../drawings/ScaleMark";

const MARGIN_PX = 10;
const TALLEST_PX = 110;
const LAYERS = ["fill-feather", "fill-cone-soft", "fill-shade"];

export function GrooveSection({ groove, width }: { groove: GrooveDrawing; width: number }) {
  const xs = groove.edges.flat().map((p) => p.x);
  const ys = groove.edges.flat().map((p) => p.y);
  const [left, right] = [Math.min(...xs), Math.max(...xs)];
  const [bottom, top] = [Math.min(...ys), Math.max(...ys)];
  const scale = Math.min((width - 2 * MARGIN_PX) / (right - left), TALLEST_PX / (top - bottom));
  const height = (top - bottom) * scale + 46;
  const middle = width / 2 - ((left + right) / 2) * scale;
  const points = (shape: { x: number; y: number }[]) =>
    shape
      .map((p) => `${(middle + p.x * scale).toFixed(1)},${(34 + (top - p.y) * scale).toFixed(1)}`)
      .join(" ");
  return (
    <svg width={width} height={height} role="img" aria-label={groove.text} className="text-sm">
      <ScaleMark pxPerMm={scale} right={width - MARGIN_PX} atMostMm={(0.25 * width) / scale} />
      {groove.layers.map((layer, n) => (
        <polygon
          key={n}
          points={points(layer)}
          className={`${LAYERS[n % LAYERS.length]} stroke-cone`}
          strokeWidth={0.8}
        />
      ))}
      {groove.edges.map((edge, n) => (
        <polygon key={n} points={points(edge)} className="fill-steel stroke-ink" strokeWidth={1} />
      ))}
    </svg>
  );
}
