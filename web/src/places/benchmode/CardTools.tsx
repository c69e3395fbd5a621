import type { BenchCard } from "../../api/client";
import { roomOf } from "../../kinds/rooms";
import type { ToolProps } from "../../tools/tool";
import { BeginTool } from "./BeginTool";
import { CountDown } from "../../tools/CountDown";
import { LeakTool } from "./LeakTool";
import { NextUp } from "./NextUp";
import { PermitTool } from "./PermitTool";
import { PurgeTool } from "./PurgeTool";
import { SinceTool } from "./SinceTool";
import { StandTool } from "./StandTool";
import { Watch } from "../../tools/Watch";

/** What a card lets one do besides reading it: name, clocks, readings. */
export function CardTools({ card, ...tool }: ToolProps & { card: BenchCard }) {
  switch (card.step.kind) {
    case "begin":
      return <BeginTool {...tool} />;
    case "since":
      return <SinceTool {...tool} />;
    case "permit":
      return <PermitTool {...tool} />;
    case "stand":
      return <StandTool {...tool} />;
    case "leak":
      return <LeakTool {...tool} />;
    case "purge":
      return <PurgeTool {...tool} />;
    case "preheat":
      return (
        <div className="grid gap-3 sm:grid-cols-2">
          <Watch {...tool} clock="preheat" starts="Heating: start" stops="Heating" />
          <CountDown
            {...tool}
            clock="settle"
            starts="Flame away: let it even out"
            over="Prove it now"
            after="preheat"
          />
        </div>
      );
    case "fire-watch":
      return (
        <>
          <CountDown
            {...tool}
            clock="fire-watch"
            starts="Flame is out: start the watch"
            over="Look behind and below now"
          />
          <NextUp jobId={tool.run.line.job_id} />
        </>
      );
  }
  const Tool = roomOf(tool.run.plan).tools[card.step.kind];
  return Tool ? <Tool {...tool} /> : null;
}
