import { clockWords, useCounting } from "../parts/useCounting";
import { useKeys } from "../parts/useKeys";
import { significant } from "../shell/units";
import type { ToolProps } from "./tool";
import { useClock } from "./useClock";
import type { ClockId } from "./useBenchRun";

interface WatchProps extends ToolProps {
  clock: ClockId;
  starts: string;
  stops: string;
  /** What was timed before, already worded. */
  taken?: string | null;
  /** What to do with the seconds once stopped; without it the clock just goes on counting. */
  onTaken?: (seconds: number) => void;
}

/** A clock that counts up: one big button, or `T`. */
export function Watch({
  run,
  bench,
  onSlept,
  clock,
  starts,
  stops,
  taken = null,
  onTaken,
}: WatchProps) {
  const { counted, start } = useClock(run, bench, clock);
  const { seconds } = useCounting(counted, onSlept);
  const running = counted !== null;
  const press = () => {
    if (!running) start();
    else if (onTaken) {
      onTaken(Number(significant(seconds, 3)));
      void bench.clearClock(clock);
    }
  };
  useKeys({ t: press, T: press });
  return (
    <button
      onClick={press}
      className={`flex min-h-28 w-full flex-wrap items-center justify-center gap-x-6 rounded-lg border-4 px-4 text-3xl font-semibold ${
        running ? "border-cone bg-cone-soft" : "border-ink bg-panel"
      }`}
    >
      <span>
        {running ? stops : taken === null ? starts : `${starts} again`}{" "}
        {(!running || onTaken) && (
          <kbd className="ml-2 rounded border border-line px-2 text-xl">T</kbd>
        )}
      </span>
      {running ? (
        <span className="font-narrow text-5xl tabular-nums">{clockWords(seconds, true)}</span>
      ) : (
        taken !== null && (
          <span role="status" className="text-cone">
            {taken}
          </span>
        )
      )}
    </button>
  );
}
