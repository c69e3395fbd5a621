import { faultOf, type Box, type Changes, type Plan } from "../api/client";
import { type Look, QuantityField } from "./QuantityField";

const BOX_PX = 150;

interface BoxListProps {
  boxes: readonly Box[];
  job: Plan["job"];
  faults: Record<string, unknown>;
  look: Look | null;
  onPreview: (field: string, text: string | null) => void;
  onChange: (changes: Changes) => Promise<boolean>;
}

/** The boxed measures of a piece, in the order they are asked. */
export function BoxList({ boxes, job, faults, look, onPreview, onChange }: BoxListProps) {
  return (
    <ul className="mt-2 flex flex-wrap gap-x-4 gap-y-3">
      {boxes.map((box) => (
        <li key={box.field}>
          <span className="block text-sm text-mute">{box.label}</span>
          <QuantityField
            field={box.field}
            label={box.label}
            unit={box.unit ?? "mm"}
            asks={box.asks}
            value={box.value}
            usual={box.usual ?? false}
            typed={job.typed?.[box.field]}
            widthPx={BOX_PX}
            fault={faultOf(faults[box.field], box.field)}
            look={look}
            onPreview={onPreview}
            onCommit={(text) => onChange({ [box.field]: text })}
          />
        </li>
      ))}
    </ul>
  );
}
