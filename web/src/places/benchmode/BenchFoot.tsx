import type { KeyboardEvent } from "react";
import { Link } from "react-router";

import type { BenchCard } from "../../api/client";

interface BenchFootProps {
  jobId: string;
  /** Why the bench does not go on, or nothing. */
  said: string;
  first: boolean;
  card: BenchCard | undefined;
  forward: string;
  asks: boolean;
  /** The card's own tool takes the answer. */
  own: boolean;
  onBack: () => void;
  onForward: () => void;
  onSay: (answer: "yes" | "no") => void;
}

/** A key held down presses once: it neither turns a second card nor answers a second stop. */
const once = (event: KeyboardEvent) => {
  if (event.repeat) event.preventDefault();
};

/** Back and on, at the bottom edge where a gloved thumb is. */
export function BenchFoot({
  jobId,
  said,
  first,
  card,
  forward,
  asks,
  own,
  onBack,
  onForward,
  onSay,
}: BenchFootProps) {
  return (
    <footer className="sticky bottom-0 z-10 border-t border-line bg-paper p-3" onKeyDown={once}>
      {said && (
        <p role="alert" className="mb-3 border-l-4 border-stop bg-stop-soft px-3 py-2 text-lg">
          {said}
        </p>
      )}
      <div className="grid grid-cols-[1fr_2fr] gap-3">
        <button
          className="min-h-24 rounded-lg border-2 border-line bg-panel text-2xl font-semibold disabled:text-mute"
          disabled={first}
          onClick={onBack}
        >
          Back
        </button>
        {card && asks && !own && (
          // Made anew on each card: the focus of one answer never rests on the next one's Yes.
          <button
            key={card.step.id}
            className="min-h-24 rounded-lg bg-ink text-3xl font-semibold text-panel"
            onClick={() => onSay("yes")}
          >
            Yes, go on
          </button>
        )}
        {card && (!asks || own) && (
          <button
            className="min-h-24 rounded-lg bg-ink text-3xl font-semibold text-panel"
            onClick={onForward}
          >
            {forward}
          </button>
        )}
        {asks && card?.step.kind !== "since" && (
          <div className="col-span-2 grid grid-cols-[2fr_1fr] gap-3">
            <button
              className="min-h-[72px] rounded-lg border-2 border-stop text-xl font-semibold text-stop"
              onClick={() => onSay("no")}
            >
              No, or not sure: do not light
            </button>
            <Link
              to={`/jobs/${jobId}`}
              className="flex min-h-[72px] items-center justify-center rounded-lg border-2 border-line px-2 text-center text-lg"
            >
              Change the job
            </Link>
          </div>
        )}
      </div>
    </footer>
  );
}
