import type { FacedDrawing } from "../../api/client";
import { useUnits } from "../../shell/settings";

const MOST_PX = 250;
const LEAST_PX = 170;
const EDGE_PX = 16;
const NAMES_PX = 190;
const LEAST_LAYER_PX = 22;
const BASE_PX = 90;
const MOST_BASE_MM_SHOWN = 30;
const WRAP_PX = 4;
const CORNER_PX = 10;

/** A rounded cap from one side to the other, down to a floor. */
const hood = (x1: number, x2: number, top: number, bottom: number) =>
  `M${x1},${bottom} V${top + CORNER_PX} Q${x1},${top} ${x1 + CORNER_PX},${top} H${x2 - CORNER_PX} Q${x2},${top} ${x2},${top + CORNER_PX} V${bottom} Z`;

/** The part cut across where it is faced: rounded corners, layer on layer, heights beside them. */
export function LayersAcross({ drawing, width }: { drawing: FacedDrawing; width: number }) {
  const units = useUnits();
  const layers = drawing.layers ?? [];
  const across = drawing.width_mm ?? drawing.diameter_mm ?? 25;
  const top = layers[layers.length - 1]?.to_mm ?? 0;
  const room = Math.max(60, width - NAMES_PX - EDGE_PX);
  const stackPx = MOST_PX - BASE_PX - 40;
  // True to scale where a layer can be read so; else the heights alone are drawn taller, and it says.
  const scale = Math.min(room / across, top > 0 ? stackPx / top : Infinity, BASE_PX / 6);
  const thinnest = Math.min(...layers.map((one) => one.to_mm - one.from_mm), Infinity);
  const taller = Math.max(1, Math.ceil(LEAST_LAYER_PX / (thinnest * scale)));
  const tall = Math.min(taller * scale, top > 0 ? stackPx / top : taller * scale);
  const times = Math.round((10 * tall) / scale) / 10;
  const wide = across * scale;
  const left = EDGE_PX + WRAP_PX * layers.length;
  const high = layers.length > 0 ? Math.max(LEAST_PX, tall * top + BASE_PX + 24) : LEAST_PX;
  const floor = high - BASE_PX;
  const r = Math.min((drawing.round_mm ?? 0) * scale, wide / 4, 14);
  const y = (mm: number) => floor - mm * tall;
  const names = left + wide + 14 + WRAP_PX * layers.length;
  return (
    <svg width={width} height={high} role="img" aria-label={drawing.text}>
      {layers.length === 0 ? (
        <text x={width / 2} y={high / 2} textAnchor="middle" className="fill-mute">
          Type its sizes below and say what wears it
        </text>
      ) : (
        <>
          {[...layers].reverse().map((one, index) => (
            <path
              key={one.from_mm}
              // The outermost first: each wraps over the rounded edge of what lies under it.
              d={hood(
                left - WRAP_PX * (layers.length - index),
                left + wide + WRAP_PX * (layers.length - index),
                y(one.to_mm),
                floor + r,
              )}
              className="fill-copper stroke-panel"
              strokeWidth={1.5}
            />
          ))}
          {(drawing.buffer_mm ?? 0) > 0 && (
            <>
              <rect
                x={left}
                y={y(drawing.buffer_mm ?? 0)}
                width={wide}
                height={floor - y(drawing.buffer_mm ?? 0)}
                className="fill-shade stroke-ink"
                strokeDasharray="5 4"
              />
              <text
                x={names}
                y={(y(drawing.buffer_mm ?? 0) + floor) / 2 + 5}
                className="fill-ink text-sm"
              >
                built up, {units.measure(drawing.buffer_mm ?? 0, "mm", 3)}
              </text>
            </>
          )}
          <path
            d={`M${left},${high - 22} V${floor + r} Q${left},${floor} ${left + r},${floor} H${left + wide - r} Q${left + wide},${floor} ${left + wide},${floor + r} V${high - 22} Z`}
            className="fill-steel stroke-ink"
          />
          {layers.map((one, index) => (
            <text
              key={one.from_mm}
              x={names}
              y={(y(one.from_mm) + y(one.to_mm)) / 2 + 5}
              className="fill-ink text-sm"
            >
              {`${index + 1}: ${units.measure(one.to_mm - one.from_mm, "mm", 3)}, ${Math.round(one.hrc_low)} to ${Math.round(one.hrc_high)} HRC`}
            </text>
          ))}
          <text x={names} y={floor + 40} className="fill-mute text-sm">
            {(drawing.thickness_mm ?? 0) > MOST_BASE_MM_SHOWN ? "part, cut off below" : "part"}
          </text>
          <text x={left} y={high - 5} className="fill-mute text-sm">
            {units.measure(across, "mm", 4)} across
            {times > 1 ? `; heights drawn ${times}×` : ", heights to the same scale"}
          </text>
        </>
      )}
    </svg>
  );
}
