import { useState } from "react";

import type { Watch } from "../../api/client";
import { useUnits } from "../../shell/settings";

interface EndPanelProps {
  watch: Watch;
  onEnd: () => void;
  onTeach: () => void;
}

/** The end of a watch: what it came to, and whether later plans go by it. */
export function EndPanel({ watch, onEnd, onTeach }: EndPanelProps) {
  const units = useUnits();
  const [sure, setSure] = useState(false);
  const { ending } = watch;
  const found = ending?.to_heat_min != null || ending?.touch_min != null;
  return (
    <section aria-label="The end of it">
      {ending ? (
        <div className="space-y-1">
          <h2 className="font-semibold">What it came to</h2>
          {ending.to_heat_min != null && (
            <p>To its heat {units.measure(ending.to_heat_min, "min", 3)}.</p>
          )}
          {ending.touch_min != null && (
            <p>
              To the touch{" "}
              {ending.touch_min < 120
                ? units.measure(ending.touch_min, "min", 3)
                : units.measure(ending.touch_min / 60, "h", 3)}
              .
            </p>
          )}
          {ending.words.map((line) => (
            <p key={line}>{line}</p>
          ))}
          {!found && <p className="text-mute">It ended before its heat was reached.</p>}
          {found &&
            (watch.taught ? (
              <p className="border-l-4 border-good bg-shade px-3 py-2">Later plans go by it.</p>
            ) : (
              <button className="button-main min-h-12" onClick={onTeach}>
                Let later plans go by it
              </button>
            ))}
        </div>
      ) : sure ? (
        <div className="border-l-4 border-warn bg-warn-soft px-3 py-2">
          <p>Ended, nothing more is read into it.</p>
          <div className="mt-1 flex gap-3">
            <button className="button min-h-12" onClick={onEnd}>
              End it
            </button>
            <button className="link min-h-12" onClick={() => setSure(false)}>
              Go on
            </button>
          </div>
        </div>
      ) : (
        <button className="button min-h-12 w-full" onClick={() => setSure(true)}>
          End the watch
        </button>
      )}
      {!ending && (watch.plan.cool_curve ?? []).length > 0 && (
        <a
          className="link block py-2"
          href={`/api/watches/${watch.line.id}/milestones.ics?units=${units.system}`}
        >
          When to come back, for a calendar
        </a>
      )}
      <a className="link block py-2" href={`/api/watches/${watch.line.id}/export`} download>
        Every reading as CSV
      </a>
    </section>
  );
}
