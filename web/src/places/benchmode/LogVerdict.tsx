import { useQuery } from "@tanstack/react-query";
import { useId } from "react";

import { proposedQuery } from "../../api/book_queries";
import { useBookWords } from "../runbook/useBookWords";

interface LogVerdictProps {
  runId: string;
  seen: readonly string[];
  verdict: string;
  nextTime: string;
  onVerdict: (verdict: string) => void;
  onNextTime: (text: string) => void;
}

/** How it came out and what to do otherwise next time, proposed from what was seen. */
export function LogVerdict(props: LogVerdictProps) {
  const { runId, seen, verdict, nextTime, onVerdict, onNextTime } = props;
  const id = useId();
  const { called } = useBookWords();
  const { data: proposed } = useQuery(proposedQuery(runId, seen));
  return (
    <>
      <div role="group" aria-label="How did it come out?">
        <p className="mb-1.5 font-semibold">How did it come out?</p>
        <div className="grid gap-3 sm:grid-cols-3">
          {called.verdicts.map(({ id: value, label: says }) => (
            <button
              key={value}
              type="button"
              aria-pressed={verdict === value}
              onClick={() => onVerdict(verdict === value ? "" : value)}
              className={`min-h-[72px] rounded-lg border-2 px-4 text-lg ${
                verdict === value
                  ? "border-cone bg-cone-soft font-semibold"
                  : "border-line bg-panel"
              }`}
            >
              {verdict === value ? "✓ " : ""}
              <span className="inline-block first-letter:uppercase">{says}</span>
              {verdict === "" && proposed?.verdict === value && (
                <span className="block text-base text-mute">by what you saw</span>
              )}
            </button>
          ))}
        </div>
      </div>
      <div>
        <label htmlFor={`${id}-next`}>What to do otherwise next time?</label>
        <textarea
          id={`${id}-next`}
          className="field min-h-20 py-2"
          maxLength={1000}
          value={nextTime}
          onChange={(event) => onNextTime(event.target.value)}
        />
        {(proposed?.next_time ?? [])
          .filter((one) => !nextTime.includes(one.text))
          .map((one) => (
            <button
              key={one.text}
              type="button"
              className="mt-2 block min-h-[56px] w-full rounded-lg border-2 border-dashed border-line px-4 py-2 text-left"
              onClick={() => onNextTime([nextTime.trim(), one.text].filter(Boolean).join("\n"))}
            >
              + {one.text} <span className="text-base text-mute">({one.why})</span>
            </button>
          ))}
      </div>
    </>
  );
}
