// Any joint in section: shapes, torch and boxed dimensions as the server gives them, at one scale.
import { type ReactNode, type SVGProps, useId } from "react";

import type { Dimension, JointDrawing, Place, SeamDrawing } from "../../api/client";
import { useUnits } from "../../shell/settings";
import { ScaleMark } from "../../drawings/ScaleMark";
import { flamePath, mouthMm, type TorchMm, tipPath } from "../../drawings/torch";
import { HEAD_PX, jointLayout, LEADER_PX, type PlacedDimension, SIDE_PX } from "./jointLayout";

interface JointAcrossProps {
  drawing: SeamDrawing;
  joint: JointDrawing;
  name: string;
  width: number;
  /** Draws the boxed input of a dimension at a place, px. */
  box: (dimension: Dimension, place: { left: number; top: number; width: number }) => ReactNode;
}

const ENVELOPE_MM = 4.6;
const METAL = { stroke: "var(--ink)", strokeWidth: 1, strokeLinejoin: "round" } as const;
const POOL = {
  fill: "#FFF6DC",
  stroke: "#E59A2B",
  strokeWidth: 1.5,
  strokeLinejoin: "round",
} as const;
const CRACK = { fill: "none", stroke: "var(--ink)", strokeWidth: 2 } as const;

export function JointAcross({ drawing, joint, name, width, box }: JointAcrossProps) {
  const units = useUnits();
  const id = useId();
  const { torch, sx, sy, at, foot, height, pxPerMm, placed } = jointLayout(drawing, joint, width);
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
        <title id={`${id}-text`}>{`${name} in section, to scale. ${drawing.text}`}</title>
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
            {`bore ${units.measure(torch.orifice, "wall", 2)} · cone ${units.measure(torch.cone, "mm", 2)} · hold ${units.measure(torch.standOff, "mm", 2)} off`}
          </text>
        )}
        <Shapes
          joint={joint}
          role="hidden"
          outline={outline}
          look={{ fill: "var(--shade)", stroke: "var(--line)" }}
        />
        {torch && (
          <g clipPath={`url(#${id}-view)`}>
            <path d={envelope(torch)} fill="var(--feather)" opacity={0.45} />
          </g>
        )}
        <Shapes joint={joint} role="far" outline={outline} look={{ ...METAL, fill: cold }} />
        <Shapes
          joint={joint}
          role="metal"
          outline={outline}
          look={{ ...METAL, fill: heated ? `url(#${id}-heat)` : cold }}
        />
        <Shapes joint={joint} role="pool" outline={outline} look={POOL} />
        <Shapes joint={joint} role="crack" outline={path} look={CRACK} />
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
        {placed.map((one) => (
          <Leader key={one.dimension.field} placed={one} sx={sx} sy={sy} foot={foot} />
        ))}
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

interface ShapesProps {
  joint: JointDrawing;
  role: JointDrawing["shapes"][number]["role"];
  outline: (points: readonly Place[]) => string;
  look: SVGProps<SVGPathElement>;
}

function Shapes({ joint, role, outline, look }: ShapesProps) {
  return joint.shapes
    .filter((shape) => shape.role === role)
    .map((shape) => <path key={outline(shape.points)} d={outline(shape.points)} {...look} />);
}

interface LeaderProps {
  placed: PlacedDimension;
  sx: (mm: number) => number;
  sy: (mm: number) => number;
  foot: number;
}

/** The line from a dimension's place on the joint to its box. */
function Leader({ placed: { dimension, below, left, top, width }, sx, sy, foot }: LeaderProps) {
  const { x, y } = dimension.at;
  const boxX = left + width / 2;
  const bend = foot + LEADER_PX - (below ? 3 : 0);
  return (
    <g fill="none" stroke="var(--cone)">
      <path d={`M${sx(x)},${sy(y)} L${sx(x)},${foot + 8} L${boxX},${bend}`} />
      {below && <path d={`M${boxX},${bend} V${top}`} />}
      <circle cx={sx(x)} cy={sy(y)} r={2.5} fill="var(--cone)" stroke="none" />
    </g>
  );
}
