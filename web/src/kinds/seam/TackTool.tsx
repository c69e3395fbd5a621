import { useId, useRef, useState } from "react";

import { faultOf } from "../../api/client";
import { SeamPath } from "./SeamPath";
import { useKeys } from "../../parts/useKeys";
import { useUnits } from "../../shell/settings";
import type { ToolProps } from "../../tools/tool";
import { CountDown } from "../../tools/CountDown";

const PATH_PX = 180;
const AHEAD = 4;

/** Tack after tack: where, after which wait; what is measured between rounds changes the rest. */
export function TackTool(tool: ToolProps) {
  const { run, bench } = tool;
  const units = useUnits();
  const id = useId();
  const [gap, setGap] = useState("");
  const [rise, setRise] = useState("");
  const tacks = run.bench.work?.kind === "seam" ? run.bench.work.tacks : null;
  const done = run.log.work?.kind === "seam" ? (run.log.work.done ?? 0) : 0;
  const next = tacks?.tacks[done];
  // Pressed again before the server has answered, it is the next tack, not the same once more.
  const reported = useRef(done);
  const tell = (count: number) => {
    reported.current = count;
    void bench.tell("tacks", { done: count }).then((kept) => {
      if (kept === null) reported.current = done;
    });
  };
  const made = () => {
    const count = Math.max(reported.current, done) + 1;
    if (tacks && count <= tacks.tacks.length) tell(count);
  };
  useKeys({ t: made, T: made });
  if (!tacks) return null;
  const coming = tacks.tacks.slice(done + 1, done + 1 + AHEAD);
  const wrong = faultOf(bench.refused, "gap") ?? faultOf(bench.refused, "rise");
  return (
    <div className="space-y-4">
      {next ? (
        <button
          onClick={made}
          className="flex min-h-28 w-full flex-wrap items-baseline justify-center gap-x-6 rounded-lg border-4 border-ink bg-panel px-4 py-3 text-3xl font-semibold"
        >
          <span>
            Tack {next.n} of {tacks.tacks.length} at
          </span>
          <span className="font-narrow text-6xl text-cone tabular-nums">
            {units.measure(next.at_mm, "mm")}
          </span>
          <span className="text-xl">
            made: press <kbd className="rounded border border-line px-2">T</kbd>
          </span>
        </button>
      ) : (
        <p
          role="status"
          className="rounded-lg border-4 border-good bg-panel p-5 text-center text-3xl font-semibold text-good"
        >
          All {tacks.tacks.length} tacks are made
        </p>
      )}
      {next && (next.wait_s ?? 0) >= 1 && (
        <p className="text-2xl">
          Before it wait <strong>{Math.round(next.wait_s ?? 0)} s</strong>
          {next.round > 1 && ", until what is done can be touched"}.
        </p>
      )}
      {next && (next.wait_s ?? 0) >= 1 && (
        <CountDown {...tool} clock="tack-wait" starts="Start the wait" over="Cool: next tack" shy />
      )}
      <div className="flex flex-wrap items-start gap-6 text-xl">
        {coming.length > 0 && (
          <p>
            <span className="text-mute">Then</span>{" "}
            {coming.map((tack) => units.measure(tack.at_mm, "mm")).join(", ")}
          </p>
        )}
        {tacks.closed && <SeamPath tacks={tacks} size={PATH_PX} />}
      </div>
      {tacks.adapted && (
        <p className="border-l-4 border-warn bg-warn-soft px-4 py-3 text-xl">
          {sentence(tacks.adapted)}
        </p>
      )}
      {done > 0 && (
        <form
          className="grid gap-3 text-xl sm:grid-cols-[1fr_1fr_auto] sm:items-end"
          onSubmit={(event) => {
            event.preventDefault();
            void bench
              .tell("measured", { gap: units.whole(gap, "mm"), rise: units.whole(rise, "mm") })
              .then((kept) => {
                if (kept === null) return;
                setGap("");
                setRise("");
              });
          }}
        >
          <Measure id={`${id}-gap`} label="Gap ahead, measured" text={gap} onType={setGap} />
          <Measure id={`${id}-rise`} label="Edge stands proud by" text={rise} onType={setRise} />
          <button className="min-h-[72px] rounded-lg border-2 border-ink bg-panel px-5 font-semibold">
            Plan the rest
          </button>
          {wrong && (
            <p role="alert" className="col-span-full text-stop">
              {wrong}
            </p>
          )}
          {done > 0 && (
            <button
              type="button"
              className="link min-h-[72px] justify-self-start"
              onClick={() => tell(done - 1)}
            >
              Not made yet: one back
            </button>
          )}
        </form>
      )}
    </div>
  );
}

const sentence = (text: string) => `${text.charAt(0).toUpperCase()}${text.slice(1)}.`;

interface MeasureProps {
  id: string;
  label: string;
  text: string;
  onType: (text: string) => void;
}

function Measure({ id, label, text, onType }: MeasureProps) {
  return (
    <div>
      <label htmlFor={id}>{label}</label>
      <input
        id={id}
        inputMode="decimal"
        className="field min-h-[72px] text-2xl"
        value={text}
        onChange={(event) => onType(event.target.value)}
      />
    </div>
  );
}
