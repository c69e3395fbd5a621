// The seam in section: sheets, gap, pool, tip, cone, feather, all at one scale on both axes.
import { scaleLinear } from "d3-scale";
import { type ReactNode, useId } from "react";

import type { SeamDrawing } from "../../api/client";
import { useUnits } from "../../shell/settings";
import { ScaleMark } from "../../drawings/ScaleMark";
import { flamePath, TIP_MM, tipPath } from "../../drawings/torch";
import { HeatGradient } from "../../drawings/colours";
import { spread } from "./spread";

interface SeamAcrossProps {
  drawing: SeamDrawing;
  /** Width to fill, px. */
  width: number;
  /** Places the boxed inputs: under the left sheet and under the right one, px. */
  boxes: (places: { leftX: number; rightX: number; y: number }) => ReactNode;
}

const UNKNOWN_SHEET_MM = 1;
const TALLEST_PX = 236;
const LABELS_PX = 92;
const STACKED_LABELS_PX = 132;
const HEAD_PX = 26;
const SIDE_PX = 16;
const LABEL_GAP_PX = 21;

export function SeamAcross({ drawing, width, boxes }: SeamAcrossProps) {
  const units = useUnits();
  const id = useId();
  // On a phone the boxes take the whole row, and measured widths go in rows of their own below.
  const narrow = width < 440;
  const sheetMm = drawing.thickness_mm ?? UNKNOWN_SHEET_MM;
  const coneMm = drawing.cone_mm ?? 0;
  const standOffMm = drawing.stand_off_mm ?? 0;
  const aboveMm = drawing.cone_mm == null ? 2 : TIP_MM + coneMm + standOffMm;
  const halfMm = drawing.section_half_width_mm;
  const pxPerMm = Math.min((width - 2 * SIDE_PX) / (2 * halfMm), TALLEST_PX / (aboveMm + sheetMm));
  const height = HEAD_PX + (aboveMm + sheetMm) * pxPerMm + (narrow ? STACKED_LABELS_PX : LABELS_PX);
  const sheetTop = HEAD_PX + aboveMm * pxPerMm;
  const sheetEnd = sheetTop + sheetMm * pxPerMm;
  const reachMm = (width / 2 - SIDE_PX) / pxPerMm;
  const x = scaleLinear([-reachMm, reachMm], [SIDE_PX, width - SIDE_PX]);
  const up = (mm: number) => sheetTop - mm * pxPerMm;
  const gap = Math.max(drawing.root_gap_mm, 0.06) / 2;

  const mouth = up(standOffMm + coneMm);
  const bore = drawing.orifice_mm ?? 0;
  const tipHalf = bore / 2 + 1.1;
  const at = (mmX: number, mmY: number) => `${x(mmX)},${up(mmY)}`;
  const mouthMm = standOffMm + coneMm;

  const pool = (drawing.pool_mm ?? 0) / 2;
  const root = (drawing.root_mm ?? 0) / 2;
  const sag = Math.min(3, 0.08 * sheetMm * pxPerMm);
  const poolPath = `M${x(-pool)},${sheetTop} Q${x(0)},${sheetTop - 2 * sag} ${x(pool)},${sheetTop} Q${x((pool + root) / 2)},${(sheetTop + sheetEnd) / 2} ${x(root)},${sheetEnd} Q${x(0)},${sheetEnd + 2 * sag} ${x(-root)},${sheetEnd} Q${x(-(pool + root) / 2)},${(sheetTop + sheetEnd) / 2} ${x(-pool)},${sheetTop} Z`;

  const bandMm = drawing.blue_band_mm;
  const bandHalf = bandMm == null ? 0 : Math.min(bandMm / 2, reachMm);
  const bandCut = bandMm != null && bandMm / 2 > reachMm;
  const row = (place: number) => sheetEnd + 22 + place * 22;
  const labelX = narrow ? SIDE_PX : Math.max(SIDE_PX, x(0) - 250);
  const labels = [
    {
      words: `bore ${units.measure(bore, "wall", 2)}`,
      toX: x(-tipHalf - 0.2),
      toY: mouth - 0.5 * TIP_MM * pxPerMm,
    },
    {
      words: `cone ${units.measure(coneMm, "mm", 2)}`,
      toX: x(-bore * 0.4),
      toY: mouth + 0.45 * coneMm * pxPerMm,
    },
    {
      words: `hold ${units.measure(standOffMm, "mm", 2)} off`,
      toX: x(-0.4),
      toY: up(standOffMm / 2),
    },
  ];
  const unknown = drawing.thickness_mm == null;
  const heading = unknown ? "Two sheets, waiting for a thickness" : "Across";
  const wantedYs = labels.map((label) => label.toY);
  const labelYs = spread(wantedYs, LABEL_GAP_PX, HEAD_PX + LABEL_GAP_PX - 2, sheetTop - 4);

  return (
    <div className="relative" style={{ height }}>
      <svg
        width={width}
        height={height}
        viewBox={`0 0 ${width} ${height}`}
        role="img"
        aria-labelledby={`${id}-text`}
        className="block font-sans text-sm"
      >
        <title
          id={`${id}-text`}
        >{`Across the seam${unknown ? "" : ", to scale"}. ${drawing.text}`}</title>
        <defs>
          {drawing.across && drawing.across.length > 0 && (
            <HeatGradient id={`${id}-heat`} points={drawing.across} x={x} mirrored />
          )}
          <linearGradient id={`${id}-flare`} x1="0" x2="0" y1="0" y2="1">
            <stop offset="0" stopColor="var(--feather)" stopOpacity="0.75" />
            <stop offset="1" stopColor="var(--feather)" stopOpacity="0.25" />
          </linearGradient>
          <clipPath id={`${id}-view`}>
            <rect x={SIDE_PX} y={0} width={width - 2 * SIDE_PX} height={sheetTop} />
          </clipPath>
        </defs>

        <text x={SIDE_PX} y={18} className="fill-mute">
          {heading}
        </text>

        {drawing.cone_mm != null && (
          <g clipPath={`url(#${id}-view)`}>
            <path
              d={`M${x(-bore / 2)},${mouth} C${x(-3.4)},${mouth + 0.5 * pxPerMm} ${x(-4.2)},${up(2)} ${x(-4.6)},${sheetTop} L${x(4.6)},${sheetTop} C${x(4.2)},${up(2)} ${x(3.4)},${mouth + 0.5 * pxPerMm} ${x(bore / 2)},${mouth} Z`}
              fill={`url(#${id}-flare)`}
            />
            {drawing.feather_mm != null && drawing.feather_mm > coneMm * 1.02 && (
              <path
                d={flamePath(drawing.feather_mm, bore * 0.62, mouthMm, at)}
                fill="var(--feather)"
              />
            )}
            <path
              d={flamePath(coneMm, bore / 2, mouthMm, at)}
              fill="var(--panel)"
              stroke="var(--cone)"
              strokeWidth={2}
            />
            <path
              d={tipPath({ orifice: bore, cone: coneMm, feather: null, standOff: standOffMm }, at)}
              fill="var(--copper)"
            />
          </g>
        )}

        {[-1, 1].map((side) => (
          <rect
            key={side}
            x={side < 0 ? x(-reachMm) : x(gap)}
            width={x(reachMm) - x(gap)}
            y={sheetTop}
            height={sheetEnd - sheetTop}
            fill={drawing.across?.length ? `url(#${id}-heat)` : "var(--steel)"}
            {...(drawing.thickness_mm == null && {
              fillOpacity: 0.35,
              stroke: "var(--mute)",
              strokeDasharray: "5 4",
            })}
          />
        ))}
        {drawing.pool_mm != null && (
          <path d={poolPath} fill="#FFF6DC" stroke="#E59A2B" strokeWidth={1.5} />
        )}

        {drawing.cone_mm != null && (
          <g>
            {labels.map((label, place) => (
              <Label
                key={label.words}
                x={labelX}
                y={labelYs[place] ?? label.toY}
                toX={label.toX}
                toY={label.toY}
              >
                {label.words}
              </Label>
            ))}
            <g stroke="var(--mute)">
              <line
                x1={x(0)}
                x2={x(0)}
                y1={up(standOffMm) + 3}
                y2={sheetTop - 3}
                strokeDasharray="2 3"
              />
            </g>
          </g>
        )}

        {drawing.pool_mm != null && (
          <Span from={x(-pool)} to={x(pool)} y={row(narrow ? 1.9 : 0)} tone="var(--ink)">
            pool {units.measure(drawing.pool_mm, "mm", 2)}
          </Span>
        )}
        {bandMm != null && (
          <Span
            from={x(-bandHalf)}
            to={x(bandHalf)}
            y={row(narrow ? 3.7 : 1.9)}
            tone="var(--cone)"
            arrows={bandCut}
          >
            blue band {units.measure(bandMm, "mm", 2)}
          </Span>
        )}
        <ScaleMark right={width - SIDE_PX} pxPerMm={pxPerMm} atMostMm={reachMm / 2} />
        {[-0.72, 0.72].map((place) => (
          <line
            key={place}
            x1={x(place * reachMm)}
            x2={x(place * reachMm)}
            y1={sheetEnd}
            y2={sheetEnd + 10}
            stroke="var(--cone)"
          />
        ))}
      </svg>
      {boxes({ leftX: x(-0.72 * reachMm), rightX: x(0.72 * reachMm), y: sheetEnd + 10 })}
    </div>
  );
}

interface LabelProps {
  x: number;
  y: number;
  /** The place the leader points at. */
  toX: number;
  toY: number;
  children: ReactNode;
}

const LEADER_PX = 88;

function Label({ x, y, toX, toY, children }: LabelProps) {
  const bend = Math.min(x + LEADER_PX, toX);
  return (
    <g>
      <path
        d={`M${x},${y} H${bend} L${toX},${toY}`}
        fill="none"
        stroke="var(--mute)"
        strokeDasharray="2 3"
      />
      <text x={x} y={y - 5} className="fill-ink">
        {children}
      </text>
    </g>
  );
}

interface SpanProps {
  from: number;
  to: number;
  y: number;
  tone: string;
  arrows?: boolean;
  children: ReactNode;
}

/** A measured width with its name under it; arrows where it goes on past the drawing. */
function Span({ from, to, y, tone, arrows = false, children }: SpanProps) {
  const ends = arrows
    ? `M${from + 6},${y - 4} L${from},${y} L${from + 6},${y + 4} M${to - 6},${y - 4} L${to},${y} L${to - 6},${y + 4}`
    : `M${from},${y - 4} V${y + 4} M${to},${y - 4} V${y + 4}`;
  return (
    <g>
      <path d={`M${from},${y} H${to} ${ends}`} stroke={tone} strokeWidth={1.5} fill="none" />
      <text x={(from + to) / 2} y={y + 16} textAnchor="middle" className="fill-ink font-medium">
        {children}
      </text>
    </g>
  );
}
