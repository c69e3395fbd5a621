import { useId } from "react";

import { FormLine } from "../../parts/FormLine";
import type { CylinderRead } from "./useSaveItem";

interface ReadItNowProps {
  reading: CylinderRead;
  onRead: (reading: CylinderRead) => void;
  fault: (field: string) => string | null;
}

/** What a cylinder weighs and shows now. */
export function ReadItNow({ reading, onRead, fault }: ReadItNowProps) {
  const id = useId();
  return (
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
              placeholder={asks}
              value={reading[name]}
              onChange={(event) => onRead({ ...reading, [name]: event.target.value })}
            />
          </FormLine>
        ))}
      </div>
      <p className="mt-2 text-sm text-mute">
        Weigh acetylene where you can: its gauge tells heat as much as gas.
      </p>
    </fieldset>
  );
}
