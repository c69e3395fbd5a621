import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useId, useState } from "react";

import { answer, client, faultOf, type MetalLine, ProblemError } from "../../api/client";
import { metalsQuery } from "../../api/queries";
import { Dialog } from "../../parts/Dialog";
import { FormLine } from "../../parts/FormLine";

interface AddHeatDialogProps {
  open: boolean;
  onClose: () => void;
  metals: readonly MetalLine[];
  onAdded: (metalId: string) => void;
}

const EMPTY = { heat: "", alloy: "", note: "", line: "" };

/** A heat typed or pasted from its certificate. What was typed stays until it is taken. */
export function AddHeatDialog({ open, onClose, metals, onAdded }: AddHeatDialogProps) {
  const cache = useQueryClient();
  const id = useId();
  const [typed, setTyped] = useState(EMPTY);
  const add = useMutation({
    mutationFn: () => answer(client.POST("/api/metals", { body: typed })),
    onSuccess: async (line) => {
      await cache.invalidateQueries({ queryKey: metalsQuery.queryKey });
      setTyped(EMPTY);
      onClose();
      onAdded(line.id);
    },
  });
  const set = (field: keyof typeof EMPTY) => (event: { target: { value: string } }) =>
    setTyped({ ...typed, [field]: event.target.value });
  const fault = (field: string) => faultOf(add.error, field);
  const named = add.error instanceof ProblemError ? (add.error.problem.errors ?? []) : [];
  const elsewhere = named.filter((f) => !["heat", "alloy", "note", "line"].includes(f.field));
  return (
    <Dialog
      open={open}
      onClose={onClose}
      title="Add a heat lot"
      about="From its mill certificate. Ranges such as 0.40-0.60, limits such as <0.01 and amounts in ppm are read as they stand."
    >
      <form
        className="space-y-3"
        onSubmit={(event) => {
          event.preventDefault();
          add.mutate();
        }}
      >
        <FormLine id={`${id}-heat`} label="Heat-lot number" fault={fault("heat")}>
          <input
            id={`${id}-heat`}
            className="field"
            required
            maxLength={60}
            value={typed.heat}
            onChange={set("heat")}
          />
        </FormLine>
        <FormLine id={`${id}-alloy`} label="Which alloy of the catalogue?" fault={fault("alloy")}>
          <input
            id={`${id}-alloy`}
            className="field"
            required
            list={`${id}-alloys`}
            placeholder="4130"
            value={typed.alloy}
            onChange={set("alloy")}
          />
          <datalist id={`${id}-alloys`}>
            {metals
              .filter((metal) => !metal.own)
              .map((metal) => (
                <option key={metal.id} value={metal.id}>
                  {metal.name}
                </option>
              ))}
          </datalist>
        </FormLine>
        <FormLine
          id={`${id}-line`}
          label="Analysis, element and amount in turn"
          fault={fault("line")}
        >
          <textarea
            id={`${id}-line`}
            className="field min-h-20 py-2"
            required
            placeholder="C 0.30 Si 0.25 Mn 0.40-0.60 P <0.01 Cr 0.95 Mo 0.20"
            value={typed.line}
            onChange={set("line")}
          />
        </FormLine>
        <FormLine id={`${id}-note`} label="Note (may stay empty)" fault={fault("note")}>
          <input
            id={`${id}-note`}
            className="field"
            maxLength={200}
            value={typed.note}
            onChange={set("note")}
          />
        </FormLine>
        {elsewhere.map((one) => (
          <p key={one.field} role="alert" className="text-stop">
            {one.field}: read “{one.was_read}”; wanted {one.accepted}.
          </p>
        ))}
        {add.error && named.length === 0 && (
          <p role="alert" className="text-stop">
            {add.error.message}
          </p>
        )}
        <button className="button-main" disabled={add.isPending}>
          Keep the heat lot
        </button>
      </form>
    </Dialog>
  );
}
