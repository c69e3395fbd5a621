import { faultOf } from "../../api/client";
import { BigChoice } from "../../tools/BigChoice";
import type { ToolProps } from "../../tools/tool";
import { STARTS } from "./phases";

/** What was done to the rig since it last burnt: nothing vouches until somebody says so. */
export function SinceTool({ run, bench }: ToolProps) {
  const told = (run.bench.answered ?? []).includes("since");
  const fault = faultOf(bench.refused, "start");
  return (
    <div className="space-y-4">
      <BigChoice
        asked
        label="Since it last burnt"
        choices={STARTS}
        chosen={told ? (run.log.start ?? "daily") : ""}
        onChoose={(start) => void bench.begin(start)}
      />
      {fault && (
        <p role="alert" className="border-l-4 border-stop bg-stop-soft px-4 py-3 text-xl">
          Not that: it wants {fault}.
        </p>
      )}
      {told && run.log.start === "class" && run.log.batch && (
        <p className="text-xl">
          Lot {run.log.batch.lot}, answered for by {run.log.batch.who}: {run.log.batch.saw}
        </p>
      )}
    </div>
  );
}
