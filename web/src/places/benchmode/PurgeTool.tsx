import { useId, useState } from "react";

import { faultOf } from "../../api/client";
import { CountDown } from "../../tools/CountDown";
import type { ToolProps } from "../../tools/tool";

const PURGE = "purge";

/** Both gases one after the other, each by its clock; without it, by a reason that is kept. */
export function PurgeTool(tool: ToolProps) {
  const { run } = tool;
  const over = (clock: string) => run.bench.clocks.some((one) => one.clock === clock && one.over);
  const done = over("purge-acetylene") && over("purge-oxygen");
  const answered = (run.bench.answered ?? []).includes(PURGE);
  return (
    <div className="space-y-4">
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
      {!done && !answered && <WithoutClock {...tool} />}
    </div>
  );
}

function WithoutClock({ bench }: ToolProps) {
  const id = useId();
  const [asked, setAsked] = useState(false);
  const [reason, setReason] = useState("");
  if (!asked)
    return (
      <button className="link min-h-[72px] text-xl" onClick={() => setAsked(true)}>
        Purged without the clock
      </button>
    );
  const fault = faultOf(bench.refused, "reason");
  return (
    <form
      className="grid gap-3 text-xl sm:grid-cols-[1fr_auto] sm:items-start"
      onSubmit={(event) => {
        event.preventDefault();
        void bench.confirm(PURGE, "yes", reason);
      }}
    >
      <div>
        <label htmlFor={id}>Why without the clock? The run keeps it</label>
        <input
          id={id}
          className={`field min-h-[72px] text-2xl ${fault ? "border-stop" : ""}`}
          aria-invalid={fault !== null}
          value={reason}
          maxLength={200}
          onChange={(event) => setReason(event.target.value)}
        />
        {fault && (
          <p role="alert" className="text-stop">
            {fault}
          </p>
        )}
      </div>
      <button className="min-h-[72px] rounded-lg border-2 border-ink bg-panel px-5 font-semibold sm:mt-7">
        Both gases were purged
      </button>
    </form>
  );
}
