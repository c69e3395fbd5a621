import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useId, useState } from "react";

import { answer, client, firstFault, type OwnedItem, type RackForm } from "../../api/client";
import { rackQuery } from "../../api/queries";
import { useUnits } from "../../shell/settings";
import { itemParts } from "./itemText";

interface Refusal {
  line: string;
  why: string;
}

/** The rack written down, a line a thing: Enter takes it in and waits for the next. */
export function RackLines({ forms }: { forms: readonly RackForm[] }) {
  const cache = useQueryClient();
  const id = useId();
  const units = useUnits();
  const [line, setLine] = useState("");
  const [taken, setTaken] = useState<readonly OwnedItem[]>([]);
  const [refused, setRefused] = useState<readonly Refusal[]>([]);
  const add = useMutation({
    mutationFn: (text: string) => answer(client.POST("/api/rack/lines", { body: { text } })),
    // One after another, however fast they are typed.
    scope: { id: "rack-lines" },
    onSuccess: async (owned) => {
      setTaken((before) => [owned, ...before]);
      await cache.invalidateQueries({ queryKey: rackQuery.queryKey });
    },
    onError: (error, text) =>
      setRefused((before) => [{ line: text, why: firstFault(error) ?? error.message }, ...before]),
  });
  const typed = line.trim();
  return (
    <>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          if (typed === "") return;
          add.mutate(typed);
          setLine("");
        }}
      >
        <label htmlFor={id} className="mb-1 block">
          A line a thing
        </label>
        <div className="flex gap-2">
          <input
            id={id}
            autoFocus
            autoComplete="off"
            className="field"
            maxLength={80}
            placeholder="3 #67"
            aria-describedby={`${id}-how`}
            value={line}
            onChange={(event) => setLine(event.target.value)}
          />
          <button className="button shrink-0" disabled={typed === ""}>
            Next
          </button>
        </div>
        <p id={`${id}-how`} className="mt-1 text-sm text-mute">
          A tip: what is stamped on it, then its drill, pin or bore. Else: torch, torch injector,{" "}
          {units.system === "inch" ? "ac 145, ox 80, hose 25 ft" : "ac 4.1, ox 50 L, hose 5 m"},
          arrestor ac, lens 5.
        </p>
      </form>
      {/* What was refused is not lost: one touch puts it into the line again. */}
      {refused.map((one) => (
        <p key={one.line} role="alert" className="mt-2 text-stop">
          <button
            className="link font-semibold"
            onClick={() => {
              setLine(one.line);
              setRefused((before) => before.filter((other) => other !== one));
            }}
          >
            {one.line}
          </button>{" "}
          {one.why}
        </p>
      ))}
      <ul aria-label="Taken in" className="mt-3 divide-y divide-line">
        {taken.map((owned) => {
          const form = forms.find((one) => one.kind === owned.item.kind);
          return (
            <li key={owned.id} className="flex flex-wrap justify-between gap-x-4 py-1.5">
              <span className="font-semibold">{owned.item.name}</span>
              <span>{form ? itemParts(form, owned, units).join(" · ") : ""}</span>
            </li>
          );
        })}
      </ul>
    </>
  );
}
