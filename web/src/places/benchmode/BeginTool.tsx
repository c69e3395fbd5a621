import { useQuery } from "@tanstack/react-query";
import { useId, useState } from "react";

import { latestRunsQuery } from "../../api/book_queries";
import { BigChoice } from "../../tools/BigChoice";
import type { ToolProps } from "../../tools/tool";

const MOST_NAMES = 6;

/** Who holds the torch, and in which hand. */
export function BeginTool({ run, bench }: ToolProps) {
  const id = useId();
  const { data: earlier } = useQuery(latestRunsQuery);
  const [name, setName] = useState("");
  const who = run.log.who ?? "";
  const known = [...new Set([who, ...(earlier ?? []).map((line) => line.who)])].filter(Boolean);
  const keep = () => name.trim() && void bench.write({ who: name.trim() }).then(() => setName(""));
  return (
    <div className="space-y-5">
      <BigChoice
        asked
        label="Who holds the torch"
        choices={known.slice(0, MOST_NAMES).map((one) => ({ id: one, label: one }))}
        chosen={who}
        onChoose={(one) => void bench.write({ who: one })}
      />
      <form
        className="flex flex-wrap items-center gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          keep();
        }}
      >
        <label htmlFor={id} className="self-center text-xl">
          {known.length > 0 ? "Another name" : "Your name"}
        </label>
        <input
          id={id}
          className="field min-h-[72px] max-w-72 text-xl"
          maxLength={60}
          value={name}
          onChange={(event) => setName(event.target.value)}
          onBlur={keep}
        />
      </form>
      <BigChoice
        label="Torch hand"
        choices={[
          { id: "right", label: "Right" },
          { id: "left", label: "Left" },
        ]}
        chosen={run.log.hand ?? "right"}
        onChoose={(hand) => void bench.write({ hand })}
      />
    </div>
  );
}
