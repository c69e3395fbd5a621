import { useId, useState } from "react";

import { faultOf } from "../../api/client";
import type { ToolProps } from "./CardTools";
import { CountDown } from "./CountDown";

/** A cylinder that lay down: how long it lay, since when it stands, and the clock from there. */
export function StandTool(tool: ToolProps) {
  const { run, bench } = tool;
  const id = useId();
  const [lay, setLay] = useState(false);
  const [lain, setLain] = useState("");
  const [ago, setAgo] = useState("");
  const running = run.bench.clocks.some((one) => one.clock === "stand");
  if (running)
    return (
      <div className="space-y-3">
        <CountDown {...tool} clock="stand" starts="" over="It has stood long enough" />
        <button
          className="link min-h-[72px] text-xl"
          onClick={() => void bench.clearClock("stand")}
        >
          Entered by mistake: it never lay down
        </button>
      </div>
    );
  if (!lay)
    return (
      <button
        className="min-h-[72px] self-start rounded-lg border-2 border-ink bg-panel px-5 text-xl font-semibold"
        onClick={() => setLay(true)}
      >
        It lay down: start its clock
      </button>
    );
  const fields = [
    {
      key: "lain",
      label: "It lay for about",
      text: lain,
      set: setLain,
      hint: "hours, such as 3; empty, under two hours",
    },
    {
      key: "ago",
      label: "It was stood up … ago",
      text: ago,
      set: setAgo,
      hint: "hours, or such as 20 min; empty, just now",
    },
  ];
  return (
    <form
      className="grid gap-3 text-xl sm:grid-cols-[1fr_1fr_auto] sm:items-start"
      onSubmit={(event) => {
        event.preventDefault();
        void bench.startClock("stand", ago.trim() || "0 s", lain);
      }}
    >
      {fields.map((field) => {
        const wrong = faultOf(bench.refused, field.key);
        return (
          <div key={field.key}>
            <label htmlFor={`${id}-${field.key}`}>{field.label}</label>
            <input
              id={`${id}-${field.key}`}
              className={`field min-h-[72px] text-2xl ${wrong ? "border-stop" : ""}`}
              aria-invalid={wrong !== null}
              aria-describedby={`${id}-${field.key}-note`}
              value={field.text}
              onChange={(event) => field.set(event.target.value)}
            />
            <p
              id={`${id}-${field.key}-note`}
              className={wrong ? "text-stop" : "text-base text-mute"}
            >
              {wrong ?? field.hint}
            </p>
          </div>
        );
      })}
      <button className="min-h-[72px] rounded-lg border-2 border-ink bg-panel px-5 font-semibold sm:mt-7">
        Start its clock
      </button>
    </form>
  );
}
