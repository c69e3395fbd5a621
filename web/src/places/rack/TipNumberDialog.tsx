// Which bore a tip has that carries only a number: seconds on a scrap, then a pin or two.
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";

import {
  answer,
  client,
  faultOf,
  type PinTried,
  type TipBore,
  type TipSeen,
} from "../../api/client";
import { rackQuery } from "../../api/queries";
import { Dialog } from "../../parts/Dialog";
import { FormLine } from "../../parts/FormLine";
import { useUnits } from "../../shell/settings";
import { BoreFound } from "./BoreFound";

const BOXES = [
  { key: "acetylene", label: "Acetylene gauge", kind: "pressure", unit: "bar" },
  { key: "oxygen", label: "Oxygen gauge", kind: "pressure", unit: "bar" },
  { key: "sheet", label: "Steel scrap, thick", kind: "length", unit: "wall" },
  { key: "seconds", label: "Seconds to its puddle", kind: "time", unit: "s" },
  { key: "sheet2", label: "A thicker one, if any", kind: "length", unit: "wall" },
  { key: "seconds2", label: "Seconds to its puddle", kind: "time", unit: "s" },
] as const;
const METAL = "carbon-steel" as const;
type Box = (typeof BOXES)[number]["key"];

class Misread extends Error {
  constructor(
    readonly field: Box,
    readonly told: unknown,
  ) {
    super(told instanceof Error ? told.message : "could not be read");
  }
}

export function TipNumberDialog({ onClose }: { onClose: () => void }) {
  const units = useUnits();
  const cache = useQueryClient();
  const [label, setLabel] = useState("");
  const [typed, setTyped] = useState<Partial<Record<Box, string>>>({});
  const [pins, setPins] = useState<PinTried[]>([]);
  const read = async (box: (typeof BOXES)[number]) => {
    const text = typed[box.key]?.trim() ?? "";
    if (text === "") return null;
    try {
      const body = { text: units.whole(text, box.unit), kind: box.kind, family: METAL };
      return (await answer(client.POST("/api/reckon/quantity", { body }))).values.value;
    } catch (error) {
      throw new Misread(box.key, error);
    }
  };
  const find = useMutation({
    mutationFn: async (tried: PinTried[]) => {
      const [acetylene_bar = null, oxygen_bar = null, ...timed] = await Promise.all(
        BOXES.map(read),
      );
      const puddles = [timed.slice(0, 2), timed.slice(2)].flatMap(([thickness_mm, puddle_s]) =>
        thickness_mm == null || puddle_s == null
          ? []
          : [{ family: METAL, thickness_mm, puddle_s, acetylene_bar, oxygen_bar }],
      );
      // What is left out is the server's to fill: the line, the hand, the joint, the room.
      const body = { label, puddles, drills: tried } as TipSeen;
      return answer(client.POST("/api/rack/tip-number", { body }));
    },
  });
  const keep = useMutation({
    mutationFn: async (bore: TipBore) =>
      answer(
        client.POST("/api/rack", {
          body: {
            kind: "tip",
            name: label,
            orifice_mm: bore.orifice_mm,
            ...(bore.next_look.what === "none" && pins.length > 0
              ? {}
              : { orifice_low_mm: bore.low_mm, orifice_high_mm: bore.high_mm }),
          },
        }),
      ),
    onSuccess: async () => {
      await cache.invalidateQueries({ queryKey: rackQuery.queryKey });
      onClose();
    },
  });
  const tryPin = (pin: PinTried) => {
    const tried = [...pins, pin];
    setPins(tried);
    find.mutate(tried);
  };
  const faultAt = (box: Box) =>
    find.error instanceof Misread && find.error.field === box
      ? faultOf(find.error.told, "text")
      : null;
  return (
    <Dialog
      open
      onClose={onClose}
      title="A number, but which bore?"
      about="A number means nothing outside its maker’s chart. Time a puddle on the thickest scrap that melts inside twenty seconds, gauges read with gas flowing; a pin settles it."
      at="top"
    >
      <form
        className="space-y-3"
        onSubmit={(event) => {
          event.preventDefault();
          find.mutate(pins);
        }}
      >
        <FormLine id="tip-label" label="Label stamped on it" fault={null}>
          <input
            id="tip-label"
            className="field"
            required
            maxLength={40}
            value={label}
            onChange={(event) => setLabel(event.target.value)}
          />
        </FormLine>
        <div className="grid grid-cols-2 gap-3">
          {BOXES.map((box) => (
            <FormLine
              key={box.key}
              id={`tip-${box.key}`}
              label={box.label}
              fault={faultAt(box.key)}
            >
              <input
                id={`tip-${box.key}`}
                className="field"
                placeholder={units.symbol(box.unit)}
                required={!box.key.endsWith("2")}
                value={typed[box.key] ?? ""}
                onChange={(event) => setTyped({ ...typed, [box.key]: event.target.value })}
              />
            </FormLine>
          ))}
        </div>
        {find.error && !(find.error instanceof Misread) && (
          <p role="alert" className="text-stop">
            {find.error.message}
          </p>
        )}
        <button className="button-main" disabled={find.isPending}>
          Find its bore
        </button>
      </form>
      {find.data && (
        <BoreFound
          found={find.data}
          onPin={tryPin}
          busy={find.isPending || keep.isPending}
          onKeep={() => keep.mutate(find.data.values)}
          refused={keep.error?.message ?? null}
        />
      )}
    </Dialog>
  );
}
