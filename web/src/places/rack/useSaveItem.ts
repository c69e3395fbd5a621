import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";

import { answer, client, type OwnedItem, ProblemError, type RackForm } from "../../api/client";
import { rackQuery } from "../../api/queries";
import { useUnits } from "../../shell/settings";

export interface CylinderRead {
  weight: string;
  gauge: string;
  temperature: string;
}

/** How what is read off a cylinder is counted, by field: the table of fields names no unit of it. */
export const READ_IN: Record<string, string> = {
  weight_kg: "kg",
  gauge_bar: "bar",
  temperature_c: "°C",
};

interface SaveItem {
  form: RackForm;
  owned: OwnedItem | null;
  asked: RackForm["fields"];
  typed: Record<string, string>;
  /** What stood in the boxes when they were opened. */
  stood: Record<string, string>;
  reading: CylinderRead;
  onSaved: () => void;
}

/** Saves an item as it was typed; what could not be read is kept with the box it stood in. */
export function useSaveItem({ form, owned, asked, typed, stood, reading, onSaved }: SaveItem) {
  const units = useUnits();
  const cache = useQueryClient();
  const [version, setVersion] = useState(owned?.version ?? 0);
  const [misread, setMisread] = useState<{ field: string; error: unknown } | null>(null);
  const standing = (owned?.item ?? {}) as unknown as Record<string, unknown>;
  const save = useMutation({
    mutationFn: async () => {
      setMisread(null);
      // What nobody touched is not sent: shown in other units it would come back a hair off.
      const entered = Object.entries(typed)
        .filter(([field, text]) => owned === null || text !== stood[field])
        .map(([name, text]) => {
          const unit = asked.find((one) => one.field === name)?.unit;
          return [name, unit ? units.whole(text, unit) : text];
        });
      const document: Record<string, unknown> = { kind: form.kind, ...Object.fromEntries(entered) };
      if (reading.weight || reading.gauge) {
        const read = async (
          field: string,
          typedIn: string,
          kind: "mass" | "pressure" | "temperature",
        ) => {
          if (typedIn.trim() === "") return null;
          const text = units.whole(typedIn, READ_IN[field] ?? "");
          try {
            return (await answer(client.POST("/api/reckon/quantity", { body: { text, kind } })))
              .values.value;
          } catch (error) {
            setMisread({ field, error });
            throw error;
          }
        };
        const now = new Date();
        const local = new Date(now.getTime() - now.getTimezoneOffset() * 60_000);
        const temperature = await read("temperature_c", reading.temperature, "temperature");
        document["readings"] = [
          ...((standing["readings"] as unknown[] | undefined) ?? []),
          {
            at: local.toISOString().slice(0, 16),
            weight_kg: await read("weight_kg", reading.weight, "mass"),
            gauge_bar: await read("gauge_bar", reading.gauge, "pressure"),
            ...(temperature !== null && { temperature_c: temperature }),
          },
        ];
      }
      if (owned === null) return answer(client.POST("/api/rack", { body: document }));
      return answer(
        client.PATCH("/api/rack/{item_id}", {
          params: { path: { item_id: owned.id } },
          body: { version, changes: document },
        }),
      );
    },
    onError: (error) => {
      // Saved elsewhere first: what was typed stays, and saving again puts it on top.
      if (error instanceof ProblemError && error.problem.status === 409)
        setVersion((error.problem.current as OwnedItem).version);
    },
    onSuccess: async () => {
      await cache.invalidateQueries({ queryKey: rackQuery.queryKey });
      await cache.invalidateQueries({ queryKey: ["job"] });
      onSaved();
    },
  });
  return { save, misread };
}
