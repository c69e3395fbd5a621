import { useId, useState } from "react";

import { faultOf, type OwnedItem, ProblemError, type RackForm } from "../../api/client";
import { Dialog } from "../../parts/Dialog";
import { FormLine } from "../../parts/FormLine";
import { useUnits } from "../../shell/settings";
import { type Chart, chartText } from "./chartText";
import { ReadItNow } from "./ReadItNow";
import { type CylinderRead, READ_IN, useSaveItem } from "./useSaveItem";

interface ItemDialogProps {
  form: RackForm;
  owned: OwnedItem | null;
  onClose: () => void;
}

/** One item of the rack: any unit may be typed; what was typed stays until it is taken. */
export function ItemDialog({ form, owned, onClose }: ItemDialogProps) {
  const units = useUnits();
  const id = useId();
  const standing = (owned?.item ?? {}) as unknown as Record<string, unknown>;
  const first = (field: RackForm["fields"][number]): string => {
    const value = standing[field.field];
    if (value == null) return field.choices[0] ?? "";
    if (field.read_as === "chart") return chartText(value as Chart[], units);
    if (typeof value === "boolean") return value ? "yes" : "no";
    if (typeof value === "number")
      return field.unit ? units.exact(value, field.unit) : String(value);
    return String(value);
  };
  const asked = form.fields.filter((field) => field.read_as !== "readings");
  const [stood] = useState<Record<string, string>>(() => ({
    name: String(standing["name"] ?? ""),
    note: String(standing["note"] ?? ""),
    ...Object.fromEntries(asked.map((field) => [field.field, first(field)])),
  }));
  const [typed, setTyped] = useState(stood);
  const [reading, setReading] = useState<CylinderRead>({ weight: "", gauge: "", temperature: "" });
  const { save, misread } = useSaveItem({
    form,
    owned,
    asked,
    typed,
    stood,
    reading,
    onSaved: onClose,
  });
  const faults = save.error instanceof ProblemError ? (save.error.problem.errors ?? []) : [];
  const known = new Set([
    ...["name", "note", ...Object.keys(READ_IN)],
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
                      {field.named[field.choices.indexOf(choice)] ?? choice}
                    </option>
                  ),
                )}
              </select>
            ) : (
              <input
                id={`${id}-${field.field}`}
                className="field"
                placeholder={field.asks}
                value={typed[field.field]}
                onChange={set(field.field)}
              />
            )}
          </FormLine>
        ))}
        {form.kind === "cylinder" && (
          <ReadItNow reading={reading} onRead={setReading} fault={fault} />
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
