import { useState } from "react";

import type { Changes, Figure, MetalFamily } from "../api/client";
import { Dialog } from "../parts/Dialog";
import { AnswerChooser } from "./AnswerChooser";
import { CurveBlock } from "./CurveBlock";
import { MethodLines } from "./MethodLines";
import { OwnChooser } from "./OwnChooser";
import { useUnits } from "../shell/settings";
import { digitsOf, kindOf, textOf } from "./figureText";
import { ScaleBar } from "./ScaleBar";
import { StackBar } from "./StackBar";
import { SchoolChooser } from "./SchoolChooser";
import { WorkingLines } from "./WorkingLines";

interface FigureBlockProps {
  figure: Figure;
  /** Whose figure it is, where several of one name stand side by side. */
  of?: string | undefined;
  /** The same figure before the last change, when there was one. */
  was?: Figure | undefined;
  /** Saves a choice on the job and says whether it was taken; absent where nothing may be chosen. */
  onChange?: ((changes: Changes) => Promise<boolean>) | undefined;
  /** What the server said of the last change of a field. */
  faults?: Record<string, unknown>;
  /** The metal, since typed gauges differ. */
  family?: MetalFamily;
}

const LONG_TEXT = 18;

/** Big number, unit, honest range; working and rival schools behind it. */
export function FigureBlock(props: FigureBlockProps) {
  const { figure, of, was, onChange, faults = {}, family = "carbon-steel" } = props;
  const units = useUnits();
  const [shows, setShows] = useState<"working" | "schools" | "answers" | "mine" | null>(null);
  const unit = kindOf(figure);
  const own = figure.own ?? [];
  const shown = figure.value == null ? null : units.show(figure.value, unit, digitsOf(figure));
  const changed = was !== undefined && textOf(was, units) !== textOf(figure, units);
  return (
    <section
      aria-label={of ? `${figure.label}, ${of}` : figure.label}
      className={`border-t border-line py-2.5 first:border-t-0 ${changed ? "-mx-2 bg-cone-soft px-2 shadow-[-3px_0_0_var(--cone)]" : ""}`}
    >
      <div className="flex items-baseline justify-between gap-3">
        <h3 className="text-sm text-mute">{figure.label}</h3>
        <div className="flex shrink-0 gap-3 text-sm" data-screen-only>
          {figure.asks && onChange && (
            <button
              className="link"
              aria-label={`${figure.asks.chosen == null ? "Answer" : "Change"}: ${figure.label}`}
              onClick={() => setShows("answers")}
            >
              {figure.asks.chosen == null ? "answer" : "change"}
            </button>
          )}
          {own.length > 0 && onChange && (
            <button
              className="link"
              aria-label={`Mine: ${figure.label}`}
              onClick={() => setShows("mine")}
            >
              mine
            </button>
          )}
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
        <span
          className={`font-narrow font-semibold tabular-nums ${figure.asks || (figure.text ?? "").length > LONG_TEXT ? "text-lg" : "text-2xl"} ${figure.asks && figure.asks.chosen == null ? "text-mute" : ""}`}
        >
          {figure.text ?? shown?.number ?? "—"}
        </span>
        {shown && <span>{shown.symbol}</span>}
        <span className="text-sm text-mute">{units.span(figure.low, figure.high, unit)}</span>
        {changed && was && <span className="text-sm text-mute">was {textOf(was, units)}</span>}
      </p>
      {figure.detail && <p className="text-sm text-mute">{figure.detail}</p>}
      <ScaleBar figure={figure} />
      {figure.stack && <StackBar stack={figure.stack} />}
      {figure.curve && <CurveBlock curve={figure.curve} />}
      {(figure.methods ?? []).length > 0 && (
        <MethodLines lines={figure.methods ?? []} unit={unit} />
      )}
      {figure.asks && onChange && (
        <Dialog
          open={shows === "answers"}
          onClose={() => setShows(null)}
          title={figure.asks.question}
          at="top"
        >
          <AnswerChooser
            asks={figure.asks}
            onAnswer={(chosen) => {
              if (figure.asks) void onChange({ [figure.asks.field]: chosen });
              setShows(null);
            }}
          />
        </Dialog>
      )}
      {own.length > 0 && onChange && (
        <Dialog
          open={shows === "mine"}
          onClose={() => setShows(null)}
          title={`Mine: ${figure.label.toLowerCase()}`}
          about="What you decide is used; what follows is reckoned from it. Any unit may be typed."
        >
          {own.map((one) => (
            <OwnChooser
              key={one.field}
              own={one}
              family={family}
              error={faults[one.field]}
              onChange={onChange}
              onTaken={() => setShows(null)}
            />
          ))}
        </Dialog>
      )}
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
          about={
            figure.choice.job_only
              ? "Good people disagree here. Choose for this job."
              : "Good people disagree here. Choose for this job, or for the whole shop."
          }
        >
          <SchoolChooser choice={figure.choice} unit={unit} onChange={onChange} />
        </Dialog>
      )}
    </section>
  );
}
