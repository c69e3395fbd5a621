import { useUnits } from "../shell/settings";

const niceMm = (mm: number) => {
  const power = 10 ** Math.floor(Math.log10(mm));
  return [5, 2, 1].map((step) => step * power).find((step) => step <= mm) ?? power;
};

/** A line of a round length at the drawing's own scale, at its upper right. */
export function ScaleMark({
  right,
  pxPerMm,
  atMostMm,
}: {
  right: number;
  pxPerMm: number;
  atMostMm: number;
}) {
  const units = useUnits();
  const mm = niceMm(atMostMm);
  return (
    <g transform={`translate(${right - mm * pxPerMm}, 14)`}>
      <line x2={mm * pxPerMm} stroke="var(--ink)" strokeWidth={2} y1={8} y2={8} />
      <text x={mm * pxPerMm} y={0} textAnchor="end" className="fill-mute">
        {units.measure(mm, "mm", 2)}
      </text>
    </g>
  );
}
