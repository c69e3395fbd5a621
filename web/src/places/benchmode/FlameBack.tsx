import { useState } from "react";

import { faultOf } from "../../api/client";
import type { ToolProps } from "../../tools/tool";
import { BenchBox } from "./BenchBox";

/** "Flame out" told by mistake: the flame still burns, so its watch goes and the run keeps why. */
export function FlameBack({
  bench,
  onBack,
}: Pick<ToolProps, "bench"> & { onBack: (at: string) => void }) {
  const [open, setOpen] = useState(false);
  const [reason, setReason] = useState("");
  const wrong = faultOf(bench.refused, "reason");
  if (!open)
    return (
      <button className="link min-h-[72px] self-start text-xl" onClick={() => setOpen(true)}>
        By mistake: the flame still burns
      </button>
    );
  return (
    <form
      className="grid gap-3 text-xl"
      onSubmit={(event) => {
        event.preventDefault();
        void bench.takeFlameBack(reason).then((run) => run && onBack(run.bench.at));
      }}
    >
      <BenchBox
        label="Why was it told? The run keeps it."
        value={reason}
        onType={setReason}
        maxLength={200}
        fault={wrong}
      />
      <button className="min-h-[72px] rounded-lg border-2 border-ink bg-panel px-5 font-semibold">
        Back to the seam
      </button>
    </form>
  );
}
