import { useId, useState } from "react";

import type { Changes } from "../api/client";
import { useUnits } from "../shell/settings";

interface PlacesFieldProps {
  label: string;
  hint: string;
  field: string;
  /** What stands: each a place, or a place and what was read there, mm. */
  places: number[][];
  fault: string | null;
  onChange: (changes: Changes) => Promise<boolean>;
}

/** Places along a piece, typed in one line in any unit. */
export function PlacesField({ places, ...field }: PlacesFieldProps) {
  const units = useUnits();
  const standing = places
    .map((one) => one.map((mm) => units.exact(mm, "mm")).join(": "))
    .join("; ");
  const hint = field.hint;
  return (
    <LineField {...field} hint={hint} standing={standing} whole={(t) => units.wholeList(t, "mm")} />
  );
}

/** Something as the trade says it, in one line; what it tells is read out of it. */
export function SaidField({
  said,
  ...rest
}: Omit<PlacesFieldProps, "places"> & { said: string | null | undefined }) {
  return <LineField standing={said ?? ""} {...rest} />;
}

interface LineFieldProps extends Omit<PlacesFieldProps, "places"> {
  standing: string;
  /** What was typed, as it is meant. */
  whole?: (text: string) => string;
}

function LineField({ label, hint, field, standing, whole, fault, onChange }: LineFieldProps) {
  const id = useId();
  const [text, setText] = useState<string | null>(null);
  const commit = async () => {
    const meant = text === null ? null : (whole?.(text) ?? text);
    if (text === null || text === standing || (await onChange({ [field]: meant }))) setText(null);
  };
  return (
    <div>
      <label htmlFor={id} className="text-sm text-mute">
        {label}
      </label>
      <input
        id={id}
        className={`field ${fault ? "border-stop" : ""}`}
        placeholder={hint}
        maxLength={200}
        aria-invalid={fault !== null}
        value={text ?? standing}
        onChange={(event) => setText(event.target.value)}
        onBlur={() => void commit()}
        onKeyDown={(event) => event.key === "Enter" && event.currentTarget.blur()}
      />
      {fault && (
        <p role="alert" className="text-sm text-stop">
          {fault}
        </p>
      )}
    </div>
  );
}
