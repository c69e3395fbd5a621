import { type CSSProperties, useEffect, useId, useRef, useState } from "react";
import { flushSync } from "react-dom";

import { useUnits } from "../shell/settings";

/** What the server made of a text still being typed: how it was read, or what was wrong. */
export interface Look {
  field: string;
  text: string | null;
  readAs: string | null;
  fault: string | null;
}

interface QuantityFieldProps {
  field: string;
  label: string;
  /** The value that stands, in the canonical unit; null when not told yet. */
  value: number | null;
  unit: string;
  /** What stands in the box while nothing is told. */
  asks: string;
  /** A word in front of the standing value, where the box has no label beside it. */
  prefix?: string;
  /** How the standing value was typed, kept beside it when it says more, such as a gauge. */
  typed?: string | undefined;
  /** Whether what stands there is only the usual, not told by anyone. */
  usual?: boolean;
  /** How wide the box is, px: what was typed is kept beside the measure only where it fits. */
  widthPx: number;
  /** What the server said of the last attempt, kept until the text changes. */
  fault: string | null;
  look: Look | null;
  onPreview: (field: string, text: string | null) => void;
  /** Saves what was typed; resolves to whether it was taken. */
  onCommit: (text: string) => Promise<boolean>;
  className?: string;
  style?: CSSProperties;
}

const PX_PER_CHARACTER = 7;
const PADDING_PX = 10;

const saysMore = (typed: string | undefined) => typed !== undefined && /[a-z#/]/i.test(typed);

/** A boxed dimension: shows the measure, takes any unit, echoes what it read, loses nothing typed. */
export function QuantityField(props: QuantityFieldProps) {
  const { field, label, value, unit, asks, typed, fault, onPreview, onCommit } = props;
  const units = useUnits();
  const noteId = useId();
  const [text, setText] = useState<string | null>(null);
  const [leftAlone, setLeftAlone] = useState(false);
  const cancelled = useRef(false);
  const touched = useRef(false);
  const whole = text === null ? null : units.whole(text, unit);
  const look =
    text !== null && props.look?.field === field && props.look.text === whole ? props.look : null;
  const measure = value === null ? "" : units.inBox(value, unit);
  const exact = value === null ? "" : units.exact(value, unit);
  const named = props.prefix && measure ? `${props.prefix} ${measure}` : measure;
  const beside = `${named} · ${typed}`;
  const fits = beside.length * PX_PER_CHARACTER + 2 * PADDING_PX <= props.widthPx;
  // A gauge says more than its thickness; an inch typed as such is shown already.
  const shown = [measure, measure.replace(` ${units.symbol(unit)}`, "")];
  const differs = saysMore(typed) && !shown.includes(typed ?? "");
  const standing = differs && fits ? beside : named;
  const refused = leftAlone ? null : fault;
  const wrong = look?.fault ?? (text === null || look !== null ? refused : null);
  const echo = look?.readAs;

  useEffect(() => {
    // Saved while the box had the focus and nobody typed: what stands there is the new measure.
    if (!touched.current) setText((now) => (now === null ? null : exact));
  }, [exact]);

  const commit = async () => {
    const keep = touched.current && !cancelled.current && whole !== null && whole.trim() !== "";
    cancelled.current = false;
    // What was refused stays typed, whatever measure the drawing shows meanwhile.
    if (keep && !(await onCommit(whole))) return;
    setText(null);
    onPreview(field, null);
    touched.current = false;
  };

  return (
    <div className={props.className} style={{ ...props.style, width: props.widthPx }}>
      <input
        aria-label={label}
        aria-invalid={wrong !== null}
        aria-describedby={noteId}
        autoComplete="off"
        spellCheck={false}
        inputMode="text"
        placeholder={asks}
        value={text ?? standing}
        onFocus={(event) => {
          // At once, so that the first key typed replaces what stands there.
          flushSync(() => setText(text ?? (saysMore(typed) ? (typed ?? "") : exact)));
          event.target.select();
        }}
        onChange={(event) => {
          touched.current = true;
          setLeftAlone(false);
          setText(event.target.value);
          onPreview(field, units.whole(event.target.value, unit));
        }}
        onBlur={() => void commit()}
        onKeyDown={(event) => {
          if (event.key === "Enter") event.currentTarget.blur();
          if (event.key === "Escape") {
            cancelled.current = true;
            // What is refused, or will be a moment later, is not there any more.
            setLeftAlone(true);
            event.currentTarget.blur();
          }
        }}
        className={`h-9 w-full rounded-md border-[1.5px] bg-panel px-2 text-center font-medium ${
          wrong ? "border-stop text-stop" : "border-cone text-cone"
        } ${props.usual && text === null ? "border-dashed" : ""}`}
      />
      <p
        id={noteId}
        role={wrong ? "alert" : undefined}
        className={
          wrong || echo
            ? `relative z-10 mt-1 w-max max-w-64 rounded px-2 py-1 text-sm shadow ${wrong ? "bg-stop-soft text-ink" : "bg-cone-soft"}`
            : "sr-only"
        }
      >
        {wrong ?? (echo ? echo : `${label}; any unit may be typed`)}
      </p>
    </div>
  );
}
