import { useState } from "react";

import { useQuery } from "@tanstack/react-query";

import { faultOf } from "../../api/client";
import { readingQuery } from "../../api/queries";
import { useSettled } from "../../parts/useSettled";
import type { ToolProps } from "../../tools/tool";
import { CountDown } from "../../tools/CountDown";
import { BenchBox } from "./BenchBox";

/** A cylinder that lay down: how long it lay, since when it stands, and the clock from there. */
export function StandTool(tool: ToolProps) {
  const { run, bench } = tool;
  const [lay, setLay] = useState(false);
  const [lain, setLain] = useState("");
  const [ago, setAgo] = useState("");
  const [supplier, setSupplier] = useState("");
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
  return (
    <form
      className="grid gap-3 text-xl sm:grid-cols-3 sm:items-start"
      onSubmit={(event) => {
        event.preventDefault();
        void bench.startClock("stand", ago.trim() || "0 s", lain, false, supplier);
      }}
    >
      <HoursField
        label="It lay for about"
        text={lain}
        onType={setLain}
        hint="hours, such as 3; empty, under two hours"
        fault={faultOf(bench.refused, "lain")}
      />
      <HoursField
        label="It was stood up … ago"
        text={ago}
        onType={setAgo}
        hint="hours, or such as 20 min; empty, just now"
        fault={faultOf(bench.refused, "ago")}
      />
      <HoursField
        label="Its supplier wants it to stand"
        text={supplier}
        onType={setSupplier}
        hint="hours; empty, as long as it lay, a day at most"
        fault={faultOf(bench.refused, "supplier")}
      />
      <button className="min-h-[72px] rounded-lg border-2 border-ink bg-panel px-5 font-semibold sm:col-span-3">
        Start its clock
      </button>
    </form>
  );
}

interface HoursFieldProps {
  label: string;
  text: string;
  onType: (text: string) => void;
  hint: string;
  fault: string | null;
}

/** A time in hours as typed, with how it was read beneath before it counts. */
function HoursField({ label, text, onType, hint, fault }: HoursFieldProps) {
  const settled = useSettled(text);
  const reading = useQuery(readingQuery(settled, "hours", "carbon-steel"));
  const same = text.trim() !== "" && settled === text;
  const wrong = fault ?? (same ? faultOf(reading.error, "text") : null);
  const read = same ? reading.data?.values.read_as.split(" = ")[0] : undefined;
  return (
    <BenchBox
      label={label}
      value={text}
      onType={onType}
      fault={wrong}
      note={read ? `read as ${read}` : hint}
      quiet={read === undefined}
    />
  );
}
