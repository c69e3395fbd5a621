import type { HeatedDrawing } from "../../api/client";
import { useUnits } from "../../shell/settings";

const HIGH_PX = 230;
const EDGE_PX = 18;
const NAMES_PX = 150;
const LAGGING_PX = 9;

interface Outline {
  wide: number;
  high: number;
}

/** The outline of each shape, seen from the flame, in pixels about a centre. */
function Shape({ drawing, at, scale }: { drawing: HeatedDrawing; at: Outline; scale: number }) {
  const { wide, high } = at;
  const bore = (drawing.bore_mm ?? 0) * scale;
  const common = "fill-shade stroke-ink";
  if (drawing.shape === "ring")
    return (
      <>
        <circle r={wide / 2} className={common} strokeWidth={2} />
        <circle r={bore / 2} className="fill-panel stroke-ink" strokeWidth={2} />
      </>
    );
  if (drawing.shape === "cluster")
    return (
      <>
        {Array.from({ length: drawing.tubes }, (_, n) => (
          <line
            key={n}
            x2={(wide / 2) * Math.cos((2 * Math.PI * n) / drawing.tubes - Math.PI / 2)}
            y2={(high / 2) * Math.sin((2 * Math.PI * n) / drawing.tubes - Math.PI / 2)}
            className="stroke-ink"
            strokeWidth={14}
            strokeLinecap="butt"
          />
        ))}
        <circle r={12} className="fill-ink" />
      </>
    );
  const round = drawing.shape === "casting" ? 16 : 2;
  return (
    <rect
      x={-wide / 2}
      y={-high / 2}
      width={wide}
      height={high}
      rx={round}
      className={common}
      strokeWidth={2}
      strokeDasharray={drawing.guessed ? "7 5" : undefined}
    />
  );
}

/** A part to be heated, to scale: where the flame goes, how wide it is, the end that lags. */
export function HeatedPart({ drawing, width }: { drawing: HeatedDrawing; width: number }) {
  const units = useUnits();
  const { wide_mm: wideMm, high_mm: highMm, flame_mm: flameMm } = drawing;
  if (wideMm == null || highMm == null)
    return (
      <svg width={width} height={120} role="img" aria-label={drawing.text}>
        <text x={width / 2} y={64} textAnchor="middle" className="fill-mute">
          Type its sizes below
        </text>
      </svg>
    );
  const reach = Math.max(wideMm, flameMm ?? 0);
  const room = Math.max(90, width - NAMES_PX - 2 * EDGE_PX);
  const scale = Math.min(room / reach, HIGH_PX / Math.max(highMm, flameMm ?? 0));
  const at = { wide: wideMm * scale, high: highMm * scale };
  const flame = (flameMm ?? 0) * scale;
  const tall = Math.max(at.high, flame) + 2 * EDGE_PX;
  const middle = EDGE_PX + Math.max(at.wide, flame) / 2;
  const names = middle + Math.max(at.wide, flame) / 2 + 14;
  const lines: { key: string; className: string; text: string }[] = [
    {
      key: "size",
      className: "fill-ink",
      text:
        drawing.shape === "ring" || drawing.shape === "cluster"
          ? units.measure(wideMm, "mm", 3)
          : `${units.measure(wideMm, "mm", 3)} × ${units.measure(highMm, "mm", 3)}`,
    },
  ];
  if (drawing.guessed)
    lines.push({ key: "guess", className: "fill-mute", text: "outline guessed" });
  if (flameMm != null)
    lines.push({
      key: "flame",
      className: "fill-ink",
      text: `flame ${units.measure(flameMm, "mm", 2)} wide`,
    });
  if (drawing.target_c != null)
    lines.push({
      key: "heat",
      className: "fill-ink",
      text: `to ${units.measure(drawing.target_c, "°C", 3)}`,
    });
  lines.push({
    key: "from",
    className: "fill-mute",
    text: drawing.one_side ? "from one side" : "from all round",
  });
  if (drawing.insulated) lines.push({ key: "lag", className: "fill-mute", text: "insulated" });
  return (
    <svg width={width} height={tall} role="img" aria-label={drawing.text}>
      <g transform={`translate(${middle} ${tall / 2})`}>
        {drawing.insulated && (
          <rect
            x={-at.wide / 2 - LAGGING_PX}
            y={-at.high / 2 - LAGGING_PX}
            width={at.wide + 2 * LAGGING_PX}
            height={at.high + 2 * LAGGING_PX}
            rx={20}
            className="fill-none stroke-copper"
            strokeWidth={6}
            strokeDasharray="3 4"
          />
        )}
        <Shape drawing={drawing} at={at} scale={scale} />
        {flame > 0 && (
          <circle
            r={flame / 2}
            className="fill-none stroke-cone"
            strokeWidth={3}
            strokeDasharray="9 6"
          />
        )}
      </g>
      {lines.map((one, n) => (
        <text
          key={one.key}
          x={names}
          y={EDGE_PX + 16 + 22 * n}
          className={`${one.className} text-sm`}
        >
          {one.text}
        </text>
      ))}
    </svg>
  );
}
