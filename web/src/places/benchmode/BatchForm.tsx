import { useState } from "react";

import type { Run } from "../../api/client";
import type { Bench } from "../../tools/useBenchRun";
import { BenchBox } from "./BenchBox";

interface BatchFormProps {
  run: Run;
  bench: Bench;
}

/** A class: the stops of the piece answered once for a lot of new, flat, bare stock. */
export function BatchForm({ run, bench }: BatchFormProps) {
  const [lot, setLot] = useState("");
  const [saw, setSaw] = useState("");
  const fault = bench.refused?.problem.errors?.[0];
  const batch = run.log.batch;
  if (batch)
    return (
      <p className="text-lg">
        Lot {batch.lot}, answered for by {batch.who}: {batch.saw}
      </p>
    );
  return (
    <details className="rounded-lg border-2 border-line bg-panel px-4 py-2">
      <summary className="min-h-11 cursor-pointer py-2 text-lg">
        A class: answer once for a lot of new, flat, bare stock
      </summary>
      <form
        className="grid gap-3 py-2 text-lg"
        onSubmit={(event) => {
          event.preventDefault();
          void bench.answerBatch(lot, saw);
        }}
      >
        <BenchBox
          label="The lot, as it is chalked on the stack"
          value={lot}
          onType={setLot}
          maxLength={60}
        />
        <BenchBox
          label="What you looked at"
          value={saw}
          onType={setSaw}
          maxLength={200}
          fault={fault?.accepted ?? null}
        />
        <button className="button min-h-[60px]">Every piece of it is new, flat and bare</button>
      </form>
    </details>
  );
}
