import { useQuery } from "@tanstack/react-query";
import { useId, useState } from "react";

import { type Changes, faultOf, type MetalFamily, type Override } from "../api/client";
import { readingQuery } from "../api/queries";
import { FormLine } from "../parts/FormLine";
import { useSettled } from "../parts/useSettled";
import { useUnits } from "../shell/settings";

interface OwnChooserProps {
  own: Override;
  family: MetalFamily;
  /** What the server said of the last attempt. */
  error: unknown;
  /** Saves; resolves to whether it was taken. */
  onChange: (changes: Changes) => Promise<boolean>;
  onTaken: () => void;
}

/** One figure the person may decide: theirs in any unit, ours beside it, and the way back. */
export function OwnChooser({ own, family, error, onChange, onTaken }: OwnChooserProps) {
  const units = useUnits();
  const id = useId();
  const [text, setText] = useState("");
  const [sent, setSent] = useState("");
  const whole = units.whole(text, own.unit);
  const settled = useSettled(whole);
  const reading = useQuery(readingQuery(settled, own.kind, family));
  const misread = settled === whole && text !== "" ? faultOf(reading.error, "text") : null;
  const refused = sent !== "" && sent === whole.trim() ? faultOf(error, own.field) : null;
  const reckoned = own.reckoned == null ? "none" : units.measure(own.reckoned, own.unit, 3);
  const span = units.span(own.low, own.high, own.unit);
  const send = async (value: string | null) => {
    setSent(value ?? "");
    if (await onChange({ [own.field]: value })) onTaken();
  };
  return (
    <form
      className="space-y-2 border-t border-line py-3 first:border-t-0"
      onSubmit={(event) => {
        event.preventDefault();
        if (text.trim() !== "") void send(whole.trim());
      }}
    >
      <FormLine id={id} label={own.label} fault={misread ?? refused}>
        <input
          id={id}
          autoComplete="off"
          className="field"
          placeholder={own.typed == null ? reckoned : units.measure(own.typed, own.unit, 3)}
          value={text}
          onChange={(event) => setText(event.target.value)}
        />
      </FormLine>
      <p className="text-sm text-mute">
        Reckoned {reckoned}
        {span && ` ${span}`}
        {reading.data && settled === whole && text !== "" && (
          <> · yours: {reading.data.values.read_as}</>
        )}
      </p>
      <div className="flex flex-wrap gap-2">
        <button className="button" disabled={text.trim() === ""}>
          Use mine
        </button>
        {own.typed != null && (
          <button type="button" className="button" onClick={() => void send(null)}>
            Back to the reckoned
          </button>
        )}
      </div>
    </form>
  );
}
