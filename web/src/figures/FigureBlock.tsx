import { useState } from "react";

import type { Changes, Figure } from "../api/client";
import { Dialog } from "../parts/Dialog";
import { useUnits } from "../shell/settings";
import type { Units } from "../shell/units";
import { ScaleBar } from "./ScaleBar";
import { SchoolChooser } from "./SchoolChooser";
import { WorkingLines } from "./WorkingLines";

interface FigureBlockProps {
  figure: Figure;
  /** The same figure before the last change, when there was one. */
  was?: Figure | undefined;
  /** Saves a choice of school on the job; absent where nothing may be chosen. */
  onChange?: ((changes: Changes) => void) | undefined;
}

// A figure with an honest range is not worth more than two digits.
const digits = (figure: Figure) => (figure.low != null || figure.high != null ? 2 : 3);

const told = (figure: Figure, units: Units): string =>
  figure.text ??
  (figure.value == null ? "—" : units.measure(figure.value, figure.unit ?? "", digits(figure)));

/** Big number, unit, honest range; working and rival schools behind it. */
export function FigureBlock({ figure, was, onChange }: FigureBlockProps) {
  const units = useUnits();
  const [shows, setShows] = useState<"working" | "schools" | null>(null);
  const unit = figure.unit ?? "";
  const shown = figure.value == null ? null : units.show(figure.value, unit, digits(figure));
  const changed = was !== undefined && told(was, units) !== told(figure, units);
  return (
    <section
      aria-label={figure.label}
      className={`border-t border-line py-2.5 first:border-t-0 ${changed ? "-mx-2 bg-cone-soft px-2 shadow-[-3px_0_0_var(--cone)]" : ""}`}
    >
      <div className="flex items-baseline justify-between gap-3">
        <h3 className="text-sm text-mute">{figure.label}</h3>
        <div className="flex shrink-0 gap-3 text-sm" data-screen-only>
          {figure.choice && onChange && (
            <button
              className="link"
              aria-label={`Both schools: ${figure.label}`}
              onClick={() => setShows("schools")}
            >
              schools
            </button>
          )}
          {(figure.working ?? []).length > 0 && (
            <button
              className="link"
              aria-label={`Show working: ${figure.label}`}
              onClick={() => setShows("working")}
            >
              working
            </button>
          )}
        </div>
      </div>
      <p className="flex flex-wrap items-baseline gap-x-1.5">
        <span className="font-narrow text-2xl font-semibold tabular-nums">
          {figure.text ?? shown?.number ?? "—"}
        </span>
        {shown && <span>{shown.symbol}</span>}
        <span className="text-sm text-mute">{units.span(figure.low, figure.high, unit)}</span>
        {changed && was && <span className="text-sm text-mute">was {told(was, units)}</span>}
      </p>
      {figure.detail && <p className="text-sm text-mute">{units.prose(figure.detail)}</p>}
      <ScaleBar figure={figure} />
      <Dialog
        open={shows === "working"}
        onClose={() => setShows(null)}
        title={`Working: ${figure.label.toLowerCase()}`}
      >
        <WorkingLines lines={figure.working ?? []} />
      </Dialog>
      {figure.choice && onChange && (
        <Dialog
          open={shows === "schools"}
          onClose={() => setShows(null)}
          title={figure.choice.question}
          about="Good people disagree here. Choose for this job, or for the whole shop."
        >
          <SchoolChooser choice={figure.choice} unit={unit} onChange={onChange} />
        </Dialog>
      )}
    </section>
  );
}
