import { useState } from "react";

import { faultOf } from "../../api/client";
import type { ToolProps } from "../../tools/tool";
import { BenchBox } from "./BenchBox";

const PERMIT = "permit";

/** The permit's number and who issued it: both are kept with the answer. */
export function PermitTool({ run, bench }: ToolProps) {
  const kept = (run.log.confirmations ?? []).find(
    (one) => one.step === PERMIT && one.answer === "yes",
  );
  const [number, setNumber] = useState("");
  const [issuer, setIssuer] = useState("");
  if (kept && (run.bench.answered ?? []).includes(PERMIT))
    return <p className="text-2xl">Permit {kept.reason}</p>;
  const fault = faultOf(bench.refused, "reason");
  return (
    <form
      className="grid gap-3 text-xl sm:grid-cols-2"
      onSubmit={(event) => {
        event.preventDefault();
        void bench.confirm(PERMIT, "yes", `${number}, ${issuer}`);
      }}
    >
      <BenchBox label="Its number" value={number} onType={setNumber} maxLength={40} fault={fault} />
      <BenchBox label="Issued by" value={issuer} onType={setIssuer} maxLength={60} />
      <button className="min-h-[72px] rounded-lg border-2 border-ink bg-panel px-5 font-semibold sm:col-span-2">
        It is in force
      </button>
    </form>
  );
}
