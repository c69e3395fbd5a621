import { useId } from "react";

import { faultOf, type LoggedMeasure } from "../../api/client";
import { useUnits } from "../../shell/settings";

interface LogMeasuresProps {
  measures: readonly LoggedMeasure[];
  taken: Record<string, string>;
  error: Error | null;
  onTake: (id: string, typed: string) => void;
}

/** What was timed or measured, each beside what was planned; as planned in one tap. */
export function LogMeasures({ measures, taken, error, onTake }: LogMeasuresProps) {
  const units = useUnits();
  const id = useId();
  return measures.map((one) => {
    const wrong = faultOf(error, one.id);
    const planned = one.planned == null ? "" : units.measure(one.planned, one.unit, 2);
    const typed = taken[one.id] ?? "";
    return (
      <div key={one.id}>
        <label htmlFor={`${id}-${one.id}`}>{one.asked}</label>
        <div className="flex gap-2">
          <input
            id={`${id}-${one.id}`}
            className={`field min-h-[72px] min-w-0 flex-1 ${wrong ? "border-stop" : ""}`}
            aria-invalid={wrong !== null}
            aria-describedby={`${id}-${one.id}-note`}
            value={typed}
            onChange={(event) => onTake(one.id, event.target.value)}
          />
          {planned && one.group !== "timed" && typed === "" && (
            <button
              type="button"
              className="button min-h-[72px] shrink-0"
              aria-label={`${one.label} as planned, ${planned}`}
              onClick={() => onTake(one.id, planned)}
            >
              As planned
            </button>
          )}
        </div>
        <p
          id={`${id}-${one.id}-note`}
          role={wrong ? "alert" : undefined}
          className={wrong ? "text-stop" : "text-mute"}
        >
          {wrong ?? (planned && `planned ${planned}`)}
        </p>
      </div>
    );
  });
}
