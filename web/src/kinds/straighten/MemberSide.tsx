// A member from the side: its bow drawn larger by a stated factor, spots and brackets on it; and
// its section with what goes red.
import type { MemberDrawing } from "../../api/client";
import { useUnits } from "../../shell/settings";
import { sectionPath } from "./sections";

const SECTION_PX = 150;
const SIDE_PX = 210;
const EDGE_PX = 28;
const SPOT_R_PX = 9;
const VEE_DOWN = "M-9,-8h18v5h-3L0,12L-6,-3h-3Z";
const VEE_UP = "M-9,8h18v-5h-3L0,-12L-6,3h-3Z";
const LINE_BELOW_Y = 150;
const LINE_ABOVE_Y = 76;
const PLACES_Y = 176;
/** A place is written under its spot where all of them find room. */
const PLACE_PX = 90;

export function MemberSide({ drawing, width }: { drawing: MemberDrawing; width: number }) {
  const units = useUnits();
  const length = drawing.length_mm ?? null;
  const line = drawing.line ?? [];
  const inner = width - 2 * EDGE_PX;
  const pxPerMm = length ? inner / length : 0;
  const x = (mm: number) => EDGE_PX + mm * pxPerMm;
  // It bulges towards the face that is too long.
  const below = drawing.face === "bottom";
  const lineY = below ? LINE_ABOVE_Y : LINE_BELOW_Y;
  const rise = (mm: number) => (below ? -1 : 1) * mm * pxPerMm * (drawing.exaggerated ?? 1);
  const bowAt = (at: number) => {
    const after = line.findIndex((point) => point.at_mm >= at);
    const [a, b] = [line[Math.max(0, after - 1)], line[Math.max(0, after)]];
    if (!a || !b || b.at_mm === a.at_mm) return b?.bow_mm ?? 0;
    return a.bow_mm + ((b.bow_mm - a.bow_mm) * (at - a.at_mm)) / (b.at_mm - a.at_mm);
  };
  const most = Math.max(0, ...line.map((point) => point.bow_mm));
  const path = line.map((p) => `${x(p.at_mm)},${lineY - rise(p.bow_mm)}`).join(" L");
  const spots = drawing.spots ?? [];
  return (
    <svg width={width} height={SIDE_PX} role="img" aria-label={drawing.text}>
      {length === null || line.length === 0 ? (
        <text x={width / 2} y={SIDE_PX / 2} textAnchor="middle" className="fill-mute">
          Type its section, length and bow below
        </text>
      ) : (
        <>
          <text x={EDGE_PX} y={20} className="fill-mute">
            {`bow ${units.measure(most, "mm", 3)}, drawn ${drawing.exaggerated ?? 1}×`}
          </text>
          <text x={EDGE_PX} y={40} className="fill-mute">
            {`long face ${drawing.face === "bottom" ? "below" : "above"}`}
          </text>
          <line
            x1={x(0)}
            x2={x(length)}
            y1={lineY}
            y2={lineY}
            stroke="var(--mute)"
            strokeDasharray="5 4"
          />
          <path d={`M${path}`} className="fill-none stroke-steel" strokeWidth={12} />
          {(drawing.welds ?? []).map(({ from_mm: from, to_mm: to }) => (
            // On the hollow face, opposite the long one.
            <line
              key={from}
              x1={x(from)}
              x2={Math.max(x(to), x(from) + 2)}
              y1={lineY - rise(bowAt((from + to) / 2)) + (below ? -9 : 9)}
              y2={lineY - rise(bowAt((from + to) / 2)) + (below ? -9 : 9)}
              stroke="var(--ink)"
              strokeWidth={5}
            />
          ))}
          {(drawing.brackets ?? []).map((at) => (
            <rect
              key={at}
              x={x(at) - 5}
              y={lineY - rise(bowAt(at)) - 4}
              width={10}
              height={24}
              className="fill-ink"
            />
          ))}
          {spots.map((at, index) => (
            <g key={at} transform={`translate(${x(at)}, ${lineY - rise(bowAt(at))})`}>
              {drawing.pattern === "v-and-strip" ? (
                // A vee in the web, wide at the long flange, and the strip across that flange.
                <path
                  d={drawing.face === "bottom" ? VEE_UP : VEE_DOWN}
                  className="fill-cone stroke-panel"
                  strokeWidth={2}
                />
              ) : (
                <circle r={SPOT_R_PX} className="fill-cone stroke-panel" strokeWidth={2} />
              )}
              <text y={-SPOT_R_PX - 6} textAnchor="middle" className="fill-ink font-semibold">
                {index + 1}
              </text>
            </g>
          ))}
          {spots.length * PLACE_PX <= inner &&
            spots.map((at) => (
              <text
                key={at}
                x={x(at)}
                y={PLACES_Y}
                textAnchor="middle"
                className="fill-ink text-sm"
              >
                {units.measure(at, "mm", 4)}
              </text>
            ))}
          <text x={x(0)} y={SIDE_PX - 10} className="fill-mute">
            0
          </text>
          <text x={x(length)} y={SIDE_PX - 10} textAnchor="end" className="fill-mute">
            {units.measure(length, "mm", 4)}
          </text>
        </>
      )}
    </svg>
  );
}

/** The section at its own scale, the long face marked. */
export function MemberSection({ drawing }: { drawing: MemberDrawing }) {
  const shape = sectionPath(drawing, SECTION_PX);
  return (
    <svg width={SECTION_PX + 20} height={SECTION_PX + 40} aria-hidden="true" className="shrink-0">
      {shape ? (
        <g transform="translate(10, 20)">
          <path d={shape.path} className="fill-steel stroke-ink" fillRule="evenodd" />
          <line
            x1={0}
            x2={SECTION_PX}
            y1={drawing.face === "bottom" ? shape.bottom + 6 : shape.top - 6}
            y2={drawing.face === "bottom" ? shape.bottom + 6 : shape.top - 6}
            stroke="var(--cone)"
            strokeWidth={4}
          />
        </g>
      ) : (
        <rect
          x={30}
          y={40}
          width={SECTION_PX - 40}
          height={SECTION_PX - 40}
          className="fill-none stroke-mute"
          strokeDasharray="5 4"
        />
      )}
    </svg>
  );
}
