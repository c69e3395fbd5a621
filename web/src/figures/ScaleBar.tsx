import { scaleLinear } from "d3-scale";

import type { Figure } from "../api/client";
import { useUnits } from "../shell/settings";

const TONES = ["bg-feather", "bg-good", "bg-warn", "bg-steel"] as const;
const RULER_TONES = ["bg-good", "bg-feather", "bg-warn", "bg-steel"] as const;

/** A small scale with named bands, the range as a bracket and the figure as a mark. */
export function ScaleBar({ figure }: { figure: Figure }) {
  const units = useUnits();
  const scale = figure.scale;
  if (scale == null) return null;
  const tones = scale.aims === false ? RULER_TONES : TONES;
  const place = scaleLinear([0, scale.end], [0, 100]).clamp(true);
  const bands = scale.bands.map((band, index) => {
    const left = place(scale.bands[index - 1]?.up_to ?? 0);
    return { label: band.label, left, width: place(band.up_to ?? scale.end) - left, index };
  });
  const here = figure.value == null ? null : place(figure.value);
  const standing = bands.find(
    (band) => here !== null && here >= band.left && here <= band.left + band.width,
  );
  return (
    <div className="mt-1.5" aria-hidden="true">
      <div className="relative flex h-2.5 gap-px overflow-visible">
        {bands.map((band) => (
          <span
            key={band.label}
            style={{ width: `${band.width}%` }}
            className={`h-2 rounded-[1px] ${tones[band.index] ?? "bg-line"}`}
          />
        ))}
        {figure.low != null && figure.high != null && (
          <span
            style={{
              left: `${place(figure.low)}%`,
              width: `${place(figure.high) - place(figure.low)}%`,
            }}
            className="absolute -top-1 h-4 border-x-2 border-mute"
          />
        )}
        {here !== null && (
          <span
            style={{ left: `calc(${here}% - 2px)` }}
            className="absolute -top-1.5 h-5 w-1 rounded bg-ink ring-1 ring-panel"
          />
        )}
      </div>
      <p className="mt-1.5 text-sm text-mute">
        <strong className="font-medium text-ink">{standing ? standing.label : "never"}</strong>
        {scale.aims !== false &&
          ` · ${scale.bands[1]?.label} ${units.range(
            scale.bands[0]?.up_to ?? 0,
            scale.bands[1]?.up_to ?? scale.end,
            figure.unit ?? "",
          )} ${units.symbol(figure.unit ?? "")}`}
      </p>
    </div>
  );
}
