import type { ToolProps } from "../../tools/tool";
import { PaceBar } from "../../tools/PaceBar";
import { Stopwatch } from "../../tools/Stopwatch";

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
