// What an item of the rack is, said in parts: `bore 0.81 mm`, `injector`, `2.1 m³`.
import type { OwnedItem, RackForm } from "../../api/client";
import type { Units } from "../../shell/units";

/** What is told of an item, field by field of its form, in the units in force. */
export function itemParts(form: RackForm, owned: OwnedItem, units: Units): string[] {
  const values = owned.item as unknown as Record<string, unknown>;
  return form.fields.flatMap((field) => {
    const value = values[field.field];
    if (value == null || value === "" || (Array.isArray(value) && value.length === 0)) return [];
    if (Array.isArray(value)) return [`${field.label.toLowerCase()}: ${value.length} rows`];
    if (typeof value === "boolean") return value ? [field.label.toLowerCase()] : [];
    // One jet, or one cylinder, goes without saying.
    if ((field.field === "jets" || field.field === "coupled") && value === 1) return [];
    if (typeof value === "number")
      return [
        field.unit
          ? `${field.label.toLowerCase()} ${units.measure(value, field.unit)}`
          : `${field.label.toLowerCase()} ${value}`,
      ];
    return [field.named[field.choices.indexOf(String(value))] ?? String(value)];
  });
}
