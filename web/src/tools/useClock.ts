import { useState } from "react";

import type { Run } from "../api/client";
import type { Counted } from "../parts/useCounting";
import type { Bench, ClockId } from "./useBenchRun";

/** One clock of the run: what the server told of it, or that it was just pressed here. */
export function useClock(run: Run, bench: Bench, clock: ClockId) {
  const [pressed, setPressed] = useState<Counted | null>(null);
  const kept = run.bench.clocks.find((one) => one.clock === clock) ?? null;
  const start = () => {
    setPressed({ elapsed_s: 0, seconds: null });
    void bench.startClock(clock).then(() => setPressed(null));
  };
  return { counted: pressed ?? kept, kept, start };
}
