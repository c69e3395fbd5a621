import { useEffect, useRef } from "react";

import { clockWords, useCounting } from "../parts/useCounting";
import { useKeys } from "../parts/useKeys";
import type { ToolProps } from "./tool";
import type { ClockId } from "./useBenchRun";
import { useClock } from "./useClock";

interface CountDownProps extends ToolProps {
  clock: ClockId;
  starts: string;
  over: string;
  /** Takes the `T` key only once this clock was started. */
  after?: ClockId;
  /** Leaves the `T` key to something else on the card. */
  shy?: boolean;
}

/** A clock that counts down, and says with sound and vibration when it is over. */
export function CountDown({
  run,
  bench,
  onSignal,
  onSlept,
  clock,
  starts,
  over,
  after,
  shy = false,
}: CountDownProps) {
  const { counted, kept, start } = useClock(run, bench, clock);
  const { left } = useCounting(counted, onSlept);
  const done = left === 0;
  const was = useRef(left);
  useEffect(() => {
    if (done && was.current !== null && was.current > 0) onSignal();
    was.current = left;
  }, [done, left, onSignal]);
  const mine =
    !shy &&
    counted === null &&
    (after === undefined || run.bench.clocks.some((one) => one.clock === after));
  useKeys({ t: start, T: start }, mine);
  if (counted === null)
    return (
      <button
        onClick={start}
        className="min-h-28 w-full rounded-lg border-4 border-ink bg-panel px-4 text-3xl font-semibold"
      >
        {starts} {mine && <kbd className="ml-2 rounded border border-line px-2 text-xl">T</kbd>}
      </button>
    );
  return (
    <div
      role="timer"
      className={`flex min-h-28 w-full flex-wrap items-center justify-center gap-x-6 rounded-lg border-4 px-4 text-3xl font-semibold ${
        done ? "border-good bg-panel text-good" : "border-cone bg-cone-soft"
      }`}
    >
      {done ? (
        <span role="status">{over}</span>
      ) : (
        <span className="font-narrow text-6xl tabular-nums">
          {clockWords(Math.ceil(left ?? 0))}
        </span>
      )}
      {kept?.doubt && (
        <span className="w-full text-center text-lg font-normal">
          The machine’s clock went back, so it counts from the start again.
        </span>
      )}
    </div>
  );
}
