import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useId, useState } from "react";

import {
  answer,
  client,
  faultOf,
  type OwnedItem,
  ProblemError,
  type RackForm,
} from "../../api/client";
import { rackQuery } from "../../api/queries";
import { Dialog } from "../../parts/Dialog";
import { FormLine } from "../../parts/FormLine";
import { useUnits } from "../../shell/settings";
import type { Units } from "../../shell/units";

interface ItemDialogProps {
  form: RackForm;
  owned: OwnedItem | null;
  onClose: () => void;
}

interface Chart {
  thickness_low_mm: number;
  thickness_high_mm: number;
  acetylene_bar: number;
  oxygen_bar: number;
  acetylene_l_per_h?: number | null;
}

/** A maker's chart as it is typed, in the units the page shows. */
const chartText = (rows: readonly Chart[], units: Units) =>
  rows
    .map((row) => {
      const number = (value: number, unit: string) => units.show(value, unit, 4).number;
      const wall = [row.thickness_low_mm, row.thickness_high_mm].map((mm) => number(mm, "mm"));
      const bars = [row.acetylene_bar, row.oxygen_bar].map((bar) => number(bar, "bar"));
      const flow = row.acetylene_l_per_h;
      return `${wall.join("-")} ${units.symbol("mm")} ${bars.join("/")} ${units.symbol("bar")}${flow == null ? "" : ` ${units.measure(flow, "L/h", 4)}`}`;
    })
    .join("; ");

/** How a form's field is counted where the table of fields names no unit of its own. */
const UNITS: Record<string, string> = { weight_kg: "kg", gauge_bar: "bar", temperature_c: "°C" };

/** One item of the rack: any unit may be typed; what was typed stays until it is taken. */
export function ItemDialog({ form, owned, onClose }: ItemDialogProps) {
  const units = useUnits();
  const cache = useQueryClient();
  const id = useId();
  const standing = (owned?.item ?? {}) as unknown as Record<string, unknown>;
  const first = (field: RackForm["fields"][number]): string => {
    const value = standing[field.field];
    if (value == null) return field.choices[0] ?? "";
    if (field.read_as === "chart") return chartText(value as Chart[], units);
    if (typeof value === "boolean") return value ? "yes" : "no";
    if (typeof value === "number")
      return field.unit ? units.measure(value, field.unit, 5) : String(value);
    return String(value);
  };
  const asked = form.fields.filter((field) => field.read_as !== "readings");
  const [stood] = useState<Record<string, string>>(() => ({
    name: String(standing["name"] ?? ""),
    note: String(standing["note"] ?? ""),
    ...Object.fromEntries(asked.map((field) => [field.field, first(field)])),
  }));
  const [typed, setTyped] = useState(stood);
  const [version, setVersion] = useState(owned?.version ?? 0);
  const [misread, setMisread] = useState<{ field: string; error: unknown } | null>(null);
  const [reading, setReading] = useState({ weight: "", gauge: "", temperature: "" });
  const save = useMutation({
    mutationFn: async () => {
      setMisread(null);
      // What nobody touched is not sent: shown in other units it would come back a hair off.
      const told = Object.entries(typed)
        .filter(([field, text]) => owned === null || text !== stood[field])
        .map(([name, text]) => {
          const unit = asked.find((one) => one.field === name)?.unit;
          return [name, unit ? units.whole(text, unit) : text];
        });
      const document: Record<string, unknown> = { kind: form.kind, ...Object.fromEntries(told) };
      if (reading.weight || reading.gauge) {
        const read = async (
          field: string,
          typedIn: string,
          kind: "mass" | "pressure" | "temperature",
        ) => {
          if (typedIn.trim() === "") return null;
          const text = units.whole(typedIn, UNITS[field] ?? "");
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
      onClose();
    },
  });
  const faults = save.error instanceof ProblemError ? (save.error.problem.errors ?? []) : [];
  const known = new Set([
    ...["name", "note", ...Object.keys(UNITS)],
    ...asked.map((field) => field.field),
    ...(misread === null ? [] : ["text"]),
  ]);
  const elsewhere = faults.filter((fault) => !known.has(fault.field));
  const sizes = (gas: string) =>
    (asked.find((field) => field.read_as === "size")?.choices ?? []).filter((one) =>
      one.startsWith(gas),
    );
  const set = (field: string) => (event: { target: { value: string } }) => {
    const { value } = event.target;
    // Another gas stands in other cylinders: the size that stood there is none of them.
    const [size] = field === "gas" && form.kind === "cylinder" ? sizes(value) : [];
    setTyped({ ...typed, [field]: value, ...(size !== undefined && { size }) });
  };
  // A reading that could not be read is wrong at its own box and nowhere else.
  const fault = (field: string) =>
    misread === null
      ? faultOf(save.error, field)
      : misread.field === field
        ? faultOf(misread.error, "text")
        : null;
  return (
    <Dialog
      open
      onClose={onClose}
      title={owned ? owned.item.name : `Add to ${form.label.toLowerCase()}`}
      about="Type measures in any unit. A bore may be a drill number, such as #67."
      at="top"
    >
      <form
        className="space-y-3"
        onSubmit={(event) => {
          event.preventDefault();
          save.mutate();
        }}
      >
        <FormLine
          id={`${id}-name`}
          label={form.kind === "tip" ? "Label stamped on it" : "Name"}
          fault={fault("name")}
        >
          <input
            id={`${id}-name`}
            className="field"
            required
            maxLength={40}
            value={typed["name"]}
            onChange={set("name")}
          />
        </FormLine>
        {asked.map((field) => (
          <FormLine
            key={field.field}
            id={`${id}-${field.field}`}
            label={field.label}
            fault={fault(field.field)}
          >
            {field.choices.length > 0 ? (
              <select
                id={`${id}-${field.field}`}
                className="field"
                value={typed[field.field]}
                onChange={set(field.field)}
              >
                {(field.read_as === "size" ? sizes(typed["gas"] ?? "") : field.choices).map(
                  (choice) => (
                    <option key={choice} value={choice}>
                      {choice}
                    </option>
                  ),
                )}
              </select>
            ) : (
              <input
                id={`${id}-${field.field}`}
                className="field"
                placeholder={units.prose(field.asks)}
                value={typed[field.field]}
                onChange={set(field.field)}
              />
            )}
          </FormLine>
        ))}
        {form.kind === "cylinder" && (
          <fieldset className="rounded-md border border-line p-3">
            <legend className="px-1 font-semibold">Read it now</legend>
            <div className="grid gap-3 sm:grid-cols-3">
              {(
                [
                  ["weight", "weight_kg", "Weight", "47.3 kg"],
                  ["gauge", "gauge_bar", "Contents gauge", "12 bar"],
                  ["temperature", "temperature_c", "Temperature", "15 °C"],
                ] as const
              ).map(([name, field, label, asks]) => (
                <FormLine key={name} id={`${id}-${name}`} label={label} fault={fault(field)}>
                  <input
                    id={`${id}-${name}`}
                    className="field"
                    placeholder={units.prose(asks)}
                    value={reading[name]}
                    onChange={(event) => setReading({ ...reading, [name]: event.target.value })}
                  />
                </FormLine>
              ))}
            </div>
            <p className="mt-2 text-sm text-mute">
              Weigh acetylene where you can: its gauge tells heat as much as gas.
            </p>
          </fieldset>
        )}
        <FormLine id={`${id}-note`} label="Note (may stay empty)" fault={fault("note")}>
          <input
            id={`${id}-note`}
            className="field"
            maxLength={200}
            value={typed["note"]}
            onChange={set("note")}
          />
        </FormLine>
        {elsewhere.map((fault) => (
          <p key={fault.field} role="alert" className="text-stop">
            {fault.field}: read “{fault.was_read}”; wanted {fault.accepted}.
          </p>
        ))}
        {save.error && faults.length === 0 && (
          <p role="alert" className="text-stop">
            {save.error instanceof ProblemError && save.error.problem.status === 409
              ? "Someone saved this in another window. Save again to put yours on top, or close to keep theirs."
              : save.error.message}
          </p>
        )}
        <button className="button-main" disabled={save.isPending}>
          {owned ? "Save" : "Put it in the rack"}
        </button>
      </form>
    </Dialog>
  );
}
