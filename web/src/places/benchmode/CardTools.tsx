import type { BenchCard, Run } from "../../api/client";
import { useUnits } from "../../shell/settings";
import { BeginTool } from "./BeginTool";
import { CountDown } from "./CountDown";
import { LeakTool } from "./LeakTool";
import { PaceBar } from "./PaceBar";
import { RoundTool } from "./RoundTool";
import { StandTool } from "./StandTool";
import { TackTool } from "./TackTool";
import type { Bench } from "./useBenchRun";
import { Watch } from "./Watch";

export interface ToolProps {
  run: Run;
  bench: Bench;
  onSignal: () => void;
  onSlept: () => void;
  /** A short tick, and whether the pacing bar gives one as it goes. */
  onTick: () => void;
  ticking: boolean;
}

/** What a card lets one do besides reading it: name, clocks, readings. */
export function CardTools({ card, ...tool }: ToolProps & { card: BenchCard }) {
  const units = useUnits();
  const { run, bench } = tool;
  const { puddle_s: puddle, seam_min: minutes } = run.log;
  switch (card.step.kind) {
    case "begin":
      return <BeginTool {...tool} />;
    case "stand":
      return <StandTool {...tool} />;
    case "leak":
      return <LeakTool {...tool} />;
    case "purge":
      return (
        <div className="grid gap-3 sm:grid-cols-2">
          <CountDown
            {...tool}
            clock="purge-acetylene"
            starts="Acetylene: start"
            over="Acetylene done: close it"
          />
          <CountDown
            {...tool}
            clock="purge-oxygen"
            starts="Oxygen: start"
            over="Oxygen done: close it"
            after="purge-acetylene"
          />
        </div>
      );
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
    case "puddle":
      return (
        <Watch
          {...tool}
          clock="puddle"
          starts="Flame on: start"
          stops="Puddle: stop"
          taken={puddle == null ? null : `first puddle ${units.measure(puddle, "s")}`}
          onTaken={(seconds) => void bench.write({ puddle_s: Math.max(0.2, seconds) })}
        />
      );
    case "tacks":
      return <TackTool {...tool} />;
    case "seam":
      return (
        <>
          <PaceBar {...tool} onSignal={tool.onTick} ticking={tool.ticking} />
          <Watch
            {...tool}
            clock="seam"
            starts="Seam: start"
            stops="Seam: stop"
            taken={minutes == null ? null : `seam ${units.measure(minutes, "min", 2)}`}
            onTaken={(seconds) => void bench.write({ seam_min: Math.max(0.02, seconds / 60) })}
          />
        </>
      );
    case "rounds":
      return <RoundTool {...tool} />;
    case "fire-watch":
      return (
        <CountDown
          {...tool}
          clock="fire-watch"
          starts="Flame is out: start the watch"
          over="Look behind and below now"
        />
      );
  }
  return null;
}
