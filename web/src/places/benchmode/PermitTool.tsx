import { useId, useState } from "react";

import { faultOf } from "../../api/client";
import type { ToolProps } from "../../tools/tool";

const PERMIT = "permit";

/** The permit's number and who issued it: both are kept with the answer. */
export function PermitTool({ run, bench }: ToolProps) {
  const id = useId();
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
      className="grid gap-3 text-xl sm:grid-cols-[1fr_1fr_auto] sm:items-end"
      onSubmit={(event) => {
        event.preventDefault();
        void bench.confirm(PERMIT, "yes", `${number}, ${issuer}`);
      }}
    >
      <div>
        <label htmlFor={`${id}-number`}>Its number</label>
        <input
          id={`${id}-number`}
          className="field min-h-[72px] text-2xl"
          aria-invalid={fault !== null}
          value={number}
          maxLength={40}
          onChange={(event) => setNumber(event.target.value)}
        />
      </div>
      <div>
        <label htmlFor={`${id}-issuer`}>Issued by</label>
        <input
          id={`${id}-issuer`}
          className="field min-h-[72px] text-2xl"
          aria-invalid={fault !== null}
          value={issuer}
          maxLength={60}
          onChange={(event) => setIssuer(event.target.value)}
        />
      </div>
      <button className="min-h-[72px] rounded-lg border-2 border-ink bg-panel px-5 font-semibold">
        It is in force
      </button>
      {fault && (
        <p role="alert" className="text-stop sm:col-span-3">
          {fault}
        </p>
      )}
    </form>
  );
}
