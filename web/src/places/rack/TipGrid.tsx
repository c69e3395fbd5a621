import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useId, useState } from "react";

import { answer, client, firstFault } from "../../api/client";
import { rackQuery } from "../../api/queries";
import { Dialog } from "../../parts/Dialog";

interface Taken {
  name: string;
  bore: string;
}

/** What is stamped on it, a space, its bore: `3 #67`, `B4 0.9 mm`. */
function partsOf(line: string): Taken | null {
  const found = /^(\S+)\s+(.+)$/.exec(line.trim());
  return found ? { name: found[1] ?? "", bore: found[2] ?? "" } : null;
}

/** Every tip of a box, one line each: Enter takes it and waits for the next. */
export function TipGrid({ onClose }: { onClose: () => void }) {
  const cache = useQueryClient();
  const id = useId();
  const [line, setLine] = useState("");
  const [taken, setTaken] = useState<readonly Taken[]>([]);
  const [refused, setRefused] = useState<ReadonlyArray<Taken & { why: string }>>([]);
  const add = useMutation({
    mutationFn: (tip: Taken) =>
      answer(
        client.POST("/api/rack", {
          body: { kind: "tip", name: tip.name, orifice_mm: tip.bore },
        }),
      ),
    // One after another, however fast they are typed.
    scope: { id: "tips" },
    onSuccess: async (_, tip) => {
      setTaken((before) => [tip, ...before]);
      await cache.invalidateQueries({ queryKey: rackQuery.queryKey });
    },
    onError: (error, tip) =>
      setRefused((before) => [{ ...tip, why: firstFault(error) ?? error.message }, ...before]),
  });
  const tip = partsOf(line);
  return (
    <Dialog
      open
      onClose={onClose}
      title="What tips do you own?"
      about="A line a tip: what is stamped on it, a space, its bore as a drill, a pin or a measure. Without any, plans go by drill sizes."
      at="top"
    >
      <form
        onSubmit={(event) => {
          event.preventDefault();
          if (tip === null) return;
          add.mutate(tip);
          setLine("");
        }}
      >
        <label htmlFor={id} className="mb-1 block">
          Tip and bore
        </label>
        <div className="flex gap-2">
          <input
            id={id}
            autoFocus
            className="field"
            maxLength={80}
            placeholder="3 #67"
            value={line}
            onChange={(event) => setLine(event.target.value)}
          />
          <button className="button shrink-0" disabled={tip === null}>
            Next
          </button>
        </div>
      </form>
      {/* What was refused is not lost: one touch puts it into the line again. */}
      {refused.map((one) => (
        <p key={`${one.name} ${one.bore}`} role="alert" className="mt-2 text-stop">
          <button
            className="link font-semibold"
            onClick={() => {
              setLine(`${one.name} ${one.bore}`);
              setRefused((before) => before.filter((other) => other !== one));
            }}
          >
            {one.name} {one.bore}
          </button>{" "}
          {one.why}
        </p>
      ))}
      <ul aria-label="Tips taken in" className="mt-3 divide-y divide-line">
        {taken.map((one) => (
          <li key={`${one.name} ${one.bore}`} className="flex justify-between py-1.5">
            <span className="font-semibold">{one.name}</span>
            <span>{one.bore}</span>
          </li>
        ))}
      </ul>
      <button className="button-main mt-3 w-full" onClick={onClose}>
        Done
      </button>
    </Dialog>
  );
}
