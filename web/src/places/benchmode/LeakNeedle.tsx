import { useId } from "react";

import type { Needle } from "./needles";

interface LeakNeedleProps {
  name: string;
  /** What it stands at, at least, in the units of the page. */
  least: string;
  unit: string;
  needle: Needle;
  /** The clock has started: how it stood is told and stays. */
  locked: boolean;
  /** The clock is over: now it is told whether it moved. */
  over: boolean;
  fault: string | null;
  onTell: (told: Partial<Needle>) => void;
}

/** One needle: a tap as the clock starts, a tap as it stops; typed only where it moved. */
export function LeakNeedle(props: LeakNeedleProps) {
  const { name, least, unit, needle, locked, over, fault, onTell } = props;
  const id = useId();
  const tap = (label: string, chosen: boolean, told: Partial<Needle>, off = false) => (
    <button
      aria-pressed={chosen}
      disabled={off}
      onClick={() => onTell(told)}
      className={`min-h-[72px] rounded-lg border-2 px-3 font-semibold disabled:border-line ${
        chosen ? "border-cone bg-cone-soft" : "border-ink bg-panel disabled:text-mute"
      }`}
    >
      {chosen ? "✓ " : ""}
      {label}
    </button>
  );
  const box = (field: "from" | "to", label: string) => (
    <div>
      <label htmlFor={`${id}-${field}`} className="text-base">
        {label}, {unit}
      </label>
      <input
        id={`${id}-${field}`}
        inputMode="decimal"
        className={`field min-h-[60px] text-2xl ${fault ? "border-stop" : ""}`}
        aria-invalid={fault !== null}
        value={needle[field] ?? ""}
        onChange={(event) => onTell({ [field]: event.target.value })}
      />
    </div>
  );
  return (
    <fieldset className="panel grid grid-cols-2 content-start gap-2 p-3">
      <legend className="px-1 font-semibold">{name}</legend>
      {over ? (
        <>
          {tap("Did not move", needle.end === "still", { end: "still" })}
          {tap("Moved", needle.end === "moved", { end: "moved" })}
        </>
      ) : (
        <>
          {tap(`${least} or more`, needle.start === "enough", { start: "enough" }, locked)}
          {tap("Less", needle.start === "less", { start: "less" }, locked)}
        </>
      )}
      {!over && !locked && needle.start === "less" && box("from", "It stands at")}
      {over && needle.end === "moved" && (
        <>
          {box("from", "From")}
          {box("to", "To")}
        </>
      )}
      {fault && (
        <p role="alert" className="col-span-2 text-base text-stop">
          {fault}
        </p>
      )}
    </fieldset>
  );
}
