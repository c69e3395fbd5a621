import { useState } from "react";

import type { Changes, Figure, MetalFamily } from "../api/client";
import { Dialog } from "../parts/Dialog";
import { useUnits } from "../shell/settings";
import { FigurePanel } from "./FigurePanel";
import { digitsOf, kindOf, textOf } from "./figureText";

interface GlanceFigureProps {
  figure: Figure;
  /** The same figure before the last change, when there was one. */
  was?: Figure | undefined;
  family: MetalFamily;
  faults: Record<string, unknown>;
  onChange: (changes: Changes) => Promise<boolean>;
}

const SHORT_TEXT = 9;

/** A figure read from where one stands; one mark opens everything behind it. */
export function GlanceFigure({ figure, was, family, faults, onChange }: GlanceFigureProps) {
  const units = useUnits();
  const [open, setOpen] = useState(false);
  const unit = kindOf(figure);
  const shown = figure.value == null ? null : units.show(figure.value, unit, digitsOf(figure));
  const changed = was !== undefined && textOf(was, units) !== textOf(figure, units);
  const unanswered = figure.asks != null && figure.asks.chosen == null;
  const text = unanswered ? "" : (figure.text ?? shown?.number ?? "—");
  const wide = figure.text != null && figure.text.length > SHORT_TEXT;
  return (
    <section
      aria-label={figure.label}
      className={`relative flex flex-col justify-between border-b border-line py-2 ${wide ? "col-span-2" : ""} ${changed ? "bg-cone-soft shadow-[-3px_0_0_var(--cone)]" : ""}`}
    >
      <h3 className={`text-sm leading-tight text-mute ${unanswered ? "pr-14" : "pr-9"}`}>
        {figure.label}
      </h3>
      <p className="flex flex-wrap items-baseline gap-x-1.5">
        <span
          className={`font-narrow leading-tight font-semibold tabular-nums ${wide || unanswered ? "text-xl" : "text-3xl"} ${unanswered ? "text-mute" : ""}`}
        >
          {text}
        </span>
        {shown && <span>{shown.symbol}</span>}
        <span className="text-sm text-mute">{units.span(figure.low, figure.high, unit)}</span>
        {changed && was && <span className="text-sm text-mute">was {textOf(was, units)}</span>}
      </p>
      <button
        aria-label={unanswered ? `Answer: ${figure.label}` : `Why: ${figure.label}`}
        className={`absolute top-0 right-0 flex min-h-11 min-w-11 items-start justify-end pt-2 text-sm text-cone ${unanswered ? "font-semibold" : ""}`}
        data-screen-only
        onClick={() => setOpen(true)}
      >
        {unanswered ? (
          <span className="link">answer</span>
        ) : (
          <span
            aria-hidden="true"
            className="grid size-6 place-items-center rounded-full border border-cone font-semibold"
          >
            ?
          </span>
        )}
      </button>
      <Dialog
        open={open}
        onClose={() => setOpen(false)}
        title={unanswered ? (figure.asks?.question ?? figure.label) : figure.label}
        at="top"
      >
        <FigurePanel
          figure={figure}
          family={family}
          faults={faults}
          onChange={onChange}
          onTaken={() => setOpen(false)}
        />
      </Dialog>
    </section>
  );
}
