import { useKeys } from "../../parts/useKeys";
import { significant } from "../../shell/units";
import { useStopwatch } from "./useStopwatch";

interface WatchProps {
  /** Where this browser keeps the moment it was started. */
  name: string;
  starts: string;
  stops: string;
  /** What was timed before, already worded. */
  taken: string | null;
  onTaken: (seconds: number) => void;
}

const clock = (seconds: number) =>
  seconds < 60
    ? `${seconds.toFixed(1)} s`
    : `${Math.floor(seconds / 60)}:${String(Math.floor(seconds % 60)).padStart(2, "0")}`;

/** The stopwatch: one big button, or `T`. */
export function Watch({ name, starts, stops, taken, onTaken }: WatchProps) {
  const watch = useStopwatch(name);
  const press = () => {
    if (watch.running) onTaken(Number(significant(watch.stop(), 3)));
    else watch.start();
  };
  useKeys({ t: press, T: press });
  const words = watch.running ? stops : taken === null ? starts : `${starts} again`;
  return (
    <button
      onClick={press}
      className={`flex min-h-28 w-full flex-wrap items-center justify-center gap-x-6 rounded-lg border-4 px-4 text-3xl font-semibold ${
        watch.running ? "border-cone bg-cone-soft" : "border-ink bg-panel"
      }`}
    >
      <span>
        {words} <kbd className="ml-2 rounded border border-line px-2 text-xl">T</kbd>
      </span>
      {watch.running ? (
        <span className="font-narrow text-5xl tabular-nums">{clock(watch.seconds)}</span>
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
