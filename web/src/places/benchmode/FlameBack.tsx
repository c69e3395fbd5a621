import { useId, useState } from "react";

import { faultOf } from "../../api/client";
import type { ToolProps } from "../../tools/tool";

/** "Flame out" told by mistake: the flame still burns, so its watch goes and the run keeps why. */
export function FlameBack({
  bench,
  onBack,
}: Pick<ToolProps, "bench"> & { onBack: (at: string) => void }) {
  const id = useId();
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
      className="flex flex-wrap items-end gap-3 text-xl"
      onSubmit={(event) => {
        event.preventDefault();
        void bench.takeFlameBack(reason).then((run) => run && onBack(run.bench.at));
      }}
    >
      <label htmlFor={id} className="w-full">
        Why was it told? The run keeps it.
      </label>
      <input
        id={id}
        className="field min-h-[72px] min-w-0 flex-1 text-2xl"
        maxLength={200}
        value={reason}
        onChange={(event) => setReason(event.target.value)}
      />
      <button className="min-h-[72px] rounded-lg border-2 border-ink bg-panel px-5 font-semibold">
        Back to the seam
      </button>
      {wrong && (
        <p role="alert" className="w-full text-stop">
          {wrong}
        </p>
      )}
    </form>
  );
}
