// The band to heat, from above and to scale, with the places where the crayons are laid.
import { useId } from "react";

import type { HeatZone } from "../api/client";
import { useUnits } from "../shell/settings";

const HIGH = 190;
const SIDE_PX = 20;
const MARGIN = 1.35;
const ANY_SEAM_MM = 300;
const NARROW_PX = 480;

export function HeatedZone({ zone, width }: { zone: HeatZone; width: number }) {
  const units = useUnits();
  const id = useId();
  const seamMm = zone.seam_mm ?? ANY_SEAM_MM;
  const inner = width - 2 * SIDE_PX;
  const px = Math.min(inner / (seamMm + 2 * zone.band_mm), HIGH / (2 * MARGIN * zone.band_mm));
  const [mid, cx] = [HIGH / 2, width / 2];
  const [half, band] = [(seamMm * px) / 2, zone.band_mm * px];
  const heat = `heat to ${units.measure(zone.preheat_c, "°C")}`;
  const band_words = units.measure(zone.band_mm, "mm");
  const narrow = width < NARROW_PX;
  const crayons =
    zone.melts_c == null || zone.stays_c == null
      ? null
      : {
          says: `${units.measure(zone.melts_c, "°C")} melts, ${units.measure(zone.stays_c, "°C")} does not`,
          at: `${units.measure(zone.proved_mm, "mm", 2)} from the seam`,
        };
  const where = zone.whole_part
    ? "The whole part soaks, even and through"
    : `Band of ${band_words} each side of the seam and past its ends`;
  return (
    <svg
      width={width}
      height={HIGH + 24}
      role="img"
      aria-labelledby={`${id}-text`}
      className="block text-sm"
    >
      <title
        id={`${id}-text`}
      >{`${where}: ${heat}. Crayons: ${crayons ? `${crayons.says}, ${crayons.at}` : "none"}.`}</title>
      <rect
        x={1}
        y={1}
        width={width - 2}
        height={HIGH - 2}
        className={`stroke-line ${zone.whole_part ? "fill-warn" : "fill-shade"}`}
        fillOpacity={zone.whole_part ? 0.45 : 1}
      />
      <rect
        x={Math.max(4, cx - half - band)}
        y={mid - band}
        width={Math.min(width - 8, 2 * (half + band))}
        height={2 * band}
        rx={band}
        className="fill-warn stroke-copper"
        fillOpacity={zone.whole_part ? 0 : 0.45}
        strokeDasharray="5 4"
      />
      <line
        x1={cx - half}
        x2={cx + half}
        y1={mid}
        y2={mid}
        className="stroke-ink"
        strokeWidth={3}
      />
      <line x1={cx} x2={cx} y1={mid} y2={mid - band} className="stroke-ink" />
      <text x={cx + 6} y={mid - band / 2 + 4} className="fill-ink font-semibold">
        {band_words}
      </text>
      {crayons && (
        <g>
          <circle cx={cx} cy={mid + zone.proved_mm * px} r={5} className="fill-ink" />
          <text x={cx} y={HIGH - 8} textAnchor="middle" className="fill-ink">
            {`● ${crayons.says}${narrow ? "" : `, ${crayons.at}`}`}
          </text>
          {narrow && (
            <text x={cx} y={16} textAnchor="middle" className="fill-ink">
              {`● ${crayons.at}`}
            </text>
          )}
        </g>
      )}
      <text x={1} y={HIGH + 18} className="fill-mute">
        {narrow ? `From above: ${heat}` : `Seen from above. ${where.split(",")[0]}: ${heat}`}
        {zone.seam_mm == null && !narrow ? "; tell the length to see it to scale" : ""}
      </text>
    </svg>
  );
}
