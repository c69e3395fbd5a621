import type { Run } from "../api/client";
import type { Bench } from "./useBenchRun";

/** What every tool at the bench is given. */
export interface ToolProps {
  run: Run;
  bench: Bench;
  onSignal: () => void;
  onSlept: () => void;
  /** A short tick, and whether the pacing bar gives one as it goes. */
  onTick: () => void;
  ticking: boolean;
}
