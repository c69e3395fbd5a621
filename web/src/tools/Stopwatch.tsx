import { useUnits } from "../shell/settings";
import type { ToolProps } from "./tool";
import type { ClockId } from "./useBenchRun";
import { Watch } from "./Watch";

interface StopwatchProps extends ToolProps {
  clock: ClockId;
  /** The log field whose time it takes. */
  field: string;
  starts: string;
  stops: string;
}

const SECONDS: Record<string, number> = { s: 1, min: 60 };

/** A watch whose time is written in the run's log. */
export function Stopwatch({ field, ...tool }: StopwatchProps) {
  const units = useUnits();
  const { run, bench } = tool;
  const logged = run.line.measures.find((one) => one.id === field);
  if (!logged) return null;
  const { actual, label, least, unit } = logged;
  return (
    <Watch
      {...tool}
      taken={actual == null ? null : `${label.toLowerCase()} ${units.measure(actual, unit, 3)}`}
      onTaken={(seconds) =>
        void bench.write({ [field]: Math.max(least, seconds / (SECONDS[unit] ?? 1)) })
      }
    />
  );
}
