// Any joint in section: shapes, torch and boxed dimensions as the server gives them, at one scale.
import { type ReactNode, useId } from "react";

import type { Dimension, JointDrawing, Place, SeamDrawing } from "../api/client";
import { useUnits } from "../shell/settings";
import { ScaleMark } from "./ScaleMark";
import { flamePath, mouthMm, TIP_MM, type TorchMm, tipPath } from "./torch";

interface JointAcrossProps {
  drawing: SeamDrawing;
  joint: JointDrawing;
  name: string;
  width: number;
  /** Draws the boxed input of a dimension at a place, px. */
  box: (dimension: Dimension, place: { left: number; top: number; width: number }) => ReactNode;
}

const TALLEST_PX = 240;
const HEAD_PX = 50;
const SIDE_PX = 16;
const LEADER_PX = 26;
const BOX_PX = 148;
const BOX_GAP_PX = 8;
const ROW_PX = 62;
const BOXES_A_ROW = 3;
const BOXES_A_NARROW_ROW = 2;
const NARROW_PX = 440;
const ENVELOPE_MM = 4.6;

export function JointAcross({ drawing, joint, name, width, box }: JointAcrossProps) {
  const units = useUnits();
  const id = useId();
  const { left, bottom, right, top } = joint.view;
  const torch: TorchMm | null =
    drawing.orifice_mm == null || drawing.cone_mm == null
      ? null
      : {
          orifice: drawing.orifice_mm,
          cone: drawing.cone_mm,
          feather: drawing.feather_mm ?? null,
          standOff: drawing.stand_off_mm ?? 0,
        };
  const { x: torchX, y: torchY } = joint.torch_at;
  const turn = (joint.torch_deg * Math.PI) / 180;
  // A point of the upright torch, turned by its lean about the place it points at.
  const turned = (x: number, y: number): [number, number] => [
    torchX + x * Math.cos(turn) + y * Math.sin(turn),
    torchY - x * Math.sin(turn) + y * Math.cos(turn),
  ];
  const reach = torch ? mouthMm(torch) + TIP_MM : 2;
  const ends = torch
    ? [turned(-3, reach), turned(3, reach), turned(0, 0)]
    : ([[left, top + 2]] as Array<[number, number]>);
  const minX = Math.min(left, ...ends.map(([x]) => x));
  const maxX = Math.max(right, ...ends.map(([x]) => x));
  const maxY = Math.max(top, ...ends.map(([, y]) => y));
  const pxPerMm = Math.min((width - 2 * SIDE_PX) / (maxX - minX), TALLEST_PX / (maxY - bottom));
  const middle = (minX + maxX) / 2;
  const sx = (mm: number) => width / 2 + (mm - middle) * pxPerMm;
  const sy = (mm: number) => HEAD_PX + (maxY - mm) * pxPerMm;
  const at = (x: number, y: number) => {
    const [px, py] = turned(x, y);
    return `${sx(px)},${sy(py)}`;
  };
  const foot = sy(bottom);
  const perRow = Math.min(
    width < NARROW_PX ? BOXES_A_NARROW_ROW : BOXES_A_ROW,
    joint.dimensions.length,
  );
  const boxPx = Math.min(BOX_PX, (width - 2 * BOX_GAP_PX) / perRow - BOX_GAP_PX);
  const rows = Math.ceil(joint.dimensions.length / perRow);
  const height = foot + LEADER_PX + rows * ROW_PX;
  // Where not all fit in a row the middle one stands below: its line runs down between the others.
  const count = joint.dimensions.length;
  const placed = joint.dimensions.map((dimension, index) => {
    const below = count > perRow && index > 0 && index < count - 1;
    const inRow = below ? count - perRow : perRow;
    const place = below ? index - 1 : index === 0 ? 0 : Math.min(index, perRow - 1);
    const step = width / inRow;
    return {
      dimension,
      below,
      left: place * step + (step - boxPx) / 2,
      top: foot + LEADER_PX + (below ? ROW_PX : 0),
      width: boxPx,
    };
  });
  const cold = drawing.cold_colour ?? "var(--steel)";
  const heated = (drawing.across ?? []).length > 0;
  const mouth = torch ? mouthMm(torch) : 0;
  // Upright it spreads over the metal; leaned into a corner it is drawn to end in the corner.
  const envelope = (flame: TorchMm) => {
    const half = flame.orifice / 2;
    const wide = joint.torch_deg === 0 ? ENVELOPE_MM : 0.3 * mouth;
    const end = joint.torch_deg === 0 ? ENVELOPE_MM : 0;
    return `M${at(-half, mouth)} Q${at(-wide, mouth * 0.6)} ${at(-end, 0)} L${at(end, 0)} Q${at(wide, mouth * 0.6)} ${at(half, mouth)} Z`;
  };
  const path = (points: readonly Place[]) =>
    `M${points.map(({ x, y }) => `${sx(x)},${sy(y)}`).join(" L")}`;
  const outline = (points: readonly Place[]) => `${path(points)} Z`;
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
        >{`${name} in section, to scale. ${units.prose(drawing.text)}`}</title>
        <defs>
          {heated && (
            <radialGradient
              id={`${id}-heat`}
              gradientUnits="userSpaceOnUse"
              cx={sx(0)}
              cy={sy(0)}
              r={drawing.strip_half_width_mm * pxPerMm}
            >
              {(drawing.across ?? []).map((point) => (
                <stop
                  key={point.at_mm}
                  offset={point.at_mm / drawing.strip_half_width_mm}
                  stopColor={point.colour}
                />
              ))}
            </radialGradient>
          )}
          <clipPath id={`${id}-view`}>
            <rect x={0} y={HEAD_PX - 12} width={width} height={foot - HEAD_PX + 12} />
          </clipPath>
        </defs>
        <text x={SIDE_PX} y={18} className="fill-mute">
          {`${name}, in section, to scale`}
        </text>
        {torch && (
          <text x={SIDE_PX} y={38} className="fill-ink">
            {`bore ${units.measure(torch.orifice, "mm", 2)} · cone ${units.measure(torch.cone, "mm", 2)} · hold ${units.measure(torch.standOff, "mm", 2)} off`}
          </text>
        )}
        {joint.shapes
          .filter((shape) => shape.role === "hidden")
          .map((shape) => (
            <path
              key={outline(shape.points)}
              d={outline(shape.points)}
              fill="var(--shade)"
              stroke="var(--line)"
            />
          ))}
        {torch && (
          <g clipPath={`url(#${id}-view)`}>
            <path d={envelope(torch)} fill="var(--feather)" opacity={0.45} />
          </g>
        )}
        {joint.shapes
          .filter((shape) => shape.role === "metal" || shape.role === "far")
          .map((shape) => (
            <path
              key={outline(shape.points)}
              d={outline(shape.points)}
              fill={shape.role === "metal" && heated ? `url(#${id}-heat)` : cold}
              stroke="var(--ink)"
              strokeWidth={1}
              strokeLinejoin="round"
            />
          ))}
        {joint.shapes
          .filter((shape) => shape.role === "pool")
          .map((shape) => (
            <path
              key={outline(shape.points)}
              d={outline(shape.points)}
              fill="#FFF6DC"
              stroke="#E59A2B"
              strokeWidth={1.5}
              strokeLinejoin="round"
            />
          ))}
        {joint.shapes
          .filter((shape) => shape.role === "crack")
          .map((shape) => (
            <path
              key="crack"
              d={path(shape.points)}
              fill="none"
              stroke="var(--ink)"
              strokeWidth={2}
            />
          ))}
        {torch && (
          <g clipPath={`url(#${id}-view)`}>
            {torch.feather != null && torch.feather > torch.cone * 1.02 && (
              <path
                d={flamePath(torch.feather, torch.orifice * 0.62, mouth, at)}
                fill="var(--feather)"
              />
            )}
            <path
              d={flamePath(torch.cone, torch.orifice / 2, mouth, at)}
              fill="var(--panel)"
              stroke="var(--cone)"
              strokeWidth={2}
            />
            <path d={tipPath(torch, at)} fill="var(--copper)" />
          </g>
        )}
        {placed.map(({ dimension, below, left: boxLeft, top: boxTop, width: boxWidth }) => {
          const { x, y } = dimension.at;
          const boxX = boxLeft + boxWidth / 2;
          const bend = foot + LEADER_PX - (below ? 3 : 0);
          return (
            <g key={dimension.field} fill="none" stroke="var(--cone)">
              <path d={`M${sx(x)},${sy(y)} L${sx(x)},${foot + 8} L${boxX},${bend}`} />
              {below && <path d={`M${boxX},${bend} V${boxTop}`} />}
              <circle cx={sx(x)} cy={sy(y)} r={2.5} fill="var(--cone)" stroke="none" />
            </g>
          );
        })}
        <ScaleMark
          right={width - SIDE_PX}
          pxPerMm={pxPerMm}
          atMostMm={(width - 2 * SIDE_PX) / pxPerMm / 5}
        />
      </svg>
      {placed.map(({ dimension, left: boxLeft, top: boxTop, width: boxWidth }) =>
        box(dimension, { left: boxLeft, top: boxTop, width: boxWidth }),
      )}
    </div>
  );
}
