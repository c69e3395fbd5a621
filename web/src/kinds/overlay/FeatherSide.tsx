import type { FacedDrawing } from "../../api/client";
import { useUnits } from "../../shell/settings";
import { flamePath, tipPath } from "../../drawings/torch";

const HIGH_PX = 250;
const MARGIN_PX = 18;
const AXIS_PX = 62;

/** The flame on this tip, to scale: cone and feather with their lengths beside it. */
export function FeatherSide({ drawing, width }: { drawing: FacedDrawing; width: number }) {
  const units = useUnits();
  const { cone_mm: cone, feather_mm: feather, tip_mm: orifice } = drawing;
  if (cone == null || feather == null || orifice == null) return null;
  const scale = (HIGH_PX - 2 * MARGIN_PX - 22) / feather;
  const mouthY = MARGIN_PX + 14;
  const widen = Math.max(scale, 9);
  const at = (x: number, y: number) =>
    `${(AXIS_PX + x * widen).toFixed(1)},${(y > feather ? mouthY - (y - feather) * 6 : mouthY + (feather - y) * scale).toFixed(1)}`;
  const marks = [
    { mm: cone, label: "cone", className: "fill-cone" },
    { mm: feather, label: "feather", className: "fill-ink" },
  ];
  return (
    <svg
      width={width}
      height={HIGH_PX}
      role="img"
      aria-label={`Cone ${units.measure(cone, "mm", 2)}, feather ${units.measure(feather, "mm", 2)}, drawn to scale`}
    >
      <path d={flamePath(feather, orifice * 0.9, feather, at)} className="fill-feather" />
      <path d={flamePath(cone, orifice / 2, feather, at)} className="fill-cone" />
      <path
        d={tipPath({ orifice, cone: feather, feather: null, standOff: 0 }, at)}
        className="fill-copper"
      />
      {marks.map(({ mm, label, className }) => (
        <g key={label}>
          <line
            x1={AXIS_PX}
            x2={AXIS_PX + 40}
            y1={mouthY + mm * scale}
            y2={mouthY + mm * scale}
            stroke="var(--ink)"
          />
          <text
            x={AXIS_PX + 46}
            y={mouthY + mm * scale + 5}
            className={`text-sm font-semibold ${className}`}
          >
            {label} {units.measure(mm, "mm", 2)}
          </text>
        </g>
      ))}
      <text x={AXIS_PX} y={HIGH_PX - 5} textAnchor="middle" className="fill-mute text-sm">
        to scale
      </text>
    </svg>
  );
}
