import type { ToolProps } from "../../places/benchmode/tool";
import { PaceBar } from "../../places/benchmode/PaceBar";
import { Stopwatch } from "../../places/benchmode/Stopwatch";

/** Seconds until the first puddle stands. */
export const PuddleTool = (tool: ToolProps) => (
  <Stopwatch
    {...tool}
    clock="puddle"
    field="puddle_s"
    starts="Flame on: start"
    stops="Puddle: stop"
  />
);

/** The pace of the run, and its minutes. */
export const SeamTool = (tool: ToolProps) => (
  <>
    <PaceBar {...tool} onSignal={tool.onTick} ticking={tool.ticking} />
    <Stopwatch {...tool} clock="seam" field="seam_min" starts="Seam: start" stops="Seam: stop" />
  </>
);
