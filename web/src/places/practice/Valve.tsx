interface ValveProps {
  label: string;
  value: number;
  most: number;
  /** What one press of a button turns it by. */
  step: number;
  text: string;
  tone: string;
  disabled: boolean;
  onTurn: (value: number) => void;
}

/** A valve or a regulator's screw: slid, turned by keys, or by two buttons a glove can find. */
export function Valve({ label, value, most, step, text, tone, disabled, onTurn }: ValveProps) {
  const turn = (by: number) => onTurn(Math.min(most, Math.max(0, value + by)));
  return (
    <div className="grid grid-cols-[3rem_1fr_3rem] content-start items-center gap-2">
      <span className="col-span-3 flex justify-between gap-2">
        <span className="font-semibold">{label}</span>
        <span className="tabular-nums">{text}</span>
      </span>
      <button
        type="button"
        className="button min-h-12 text-xl"
        aria-label={`${label}: less`}
        disabled={disabled}
        onClick={() => turn(-step)}
      >
        −
      </button>
      <input
        type="range"
        aria-label={label}
        aria-valuetext={text}
        className={`h-12 w-full touch-none ${tone}`}
        min={0}
        max={most}
        step={step / 4}
        value={value}
        disabled={disabled}
        onChange={(event) => onTurn(Number(event.target.value))}
      />
      <button
        type="button"
        className="button min-h-12 text-xl"
        aria-label={`${label}: more`}
        disabled={disabled}
        onClick={() => turn(step)}
      >
        +
      </button>
    </div>
  );
}
