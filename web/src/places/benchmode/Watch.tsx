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
  return (
    <div>
      <button
        onClick={press}
        className={`min-h-28 w-full rounded-lg border-4 px-4 text-3xl font-semibold ${
          watch.running ? "border-cone bg-cone-soft" : "border-ink bg-panel"
        }`}
      >
        {watch.running ? stops : taken === null ? starts : `${starts} again`}
        <kbd className="ml-4 rounded border border-line px-2 text-xl">T</kbd>
      </button>
      <p
        aria-live="polite"
        className="mt-2 min-h-12 text-center font-narrow text-4xl font-semibold tabular-nums"
      >
        {watch.running ? <span aria-live="off">{clock(watch.seconds)}</span> : (taken ?? "")}
      </p>
    </div>
  );
}
