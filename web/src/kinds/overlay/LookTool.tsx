import { useState } from "react";

import { BigChoice } from "../../tools/BigChoice";
import type { ToolProps } from "../../tools/tool";
import { COLOUR, CRACKS, type Found, LIFTED, PORES } from "./found";

/** What the overlay looks like as it cools, and what to do about it. */
export function LookTool({ run, bench }: ToolProps) {
  const now = run.bench.work?.kind === "overlay" ? run.bench.work : null;
  const kept = run.log.work?.kind === "overlay" ? run.log.work.found : null;
  const [seen, setSeen] = useState<Partial<Found>>(kept ?? {});
  if (!now) return null;
  const tell = (more: Partial<Found>) => {
    const found = { ...seen, ...more };
    setSeen(found);
    const { colour, pores, cracks, lifted } = found;
    if (colour && pores && cracks && lifted !== undefined)
      void bench.tell("found", { colour, pores, cracks, lifted });
  };
  return (
    <div className="space-y-5">
      <BigChoice
        label="Its colour as it cools"
        choices={COLOUR}
        chosen={seen.colour ?? ""}
        onChoose={(colour) => tell({ colour })}
      />
      <BigChoice
        label="Pores"
        choices={PORES}
        chosen={seen.pores ?? ""}
        onChoose={(pores) => tell({ pores })}
      />
      <BigChoice
        label="Cracks"
        choices={CRACKS}
        chosen={seen.cracks ?? ""}
        onChoose={(cracks) => tell({ cracks })}
      />
      <BigChoice
        label="Does it hold?"
        choices={LIFTED}
        chosen={seen.lifted === undefined ? "" : seen.lifted ? "yes" : "no"}
        onChoose={(id) => tell({ lifted: id === "yes" })}
      />
      {kept && (
        <div role="status" className="space-y-2 border-l-4 border-steel bg-panel px-4 py-3 text-xl">
          {(now.says ?? []).map((one) => (
            <p key={one}>{one}</p>
          ))}
        </div>
      )}
      {bench.refused && (
        <p role="alert" className="text-xl text-stop">
          {bench.refused.message}
        </p>
      )}
    </div>
  );
}
