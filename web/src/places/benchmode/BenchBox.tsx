import { useId } from "react";

interface BenchBoxProps {
  label: string;
  value: string;
  onType: (text: string) => void;
  maxLength?: number;
  /** What is wrong with what was typed, in words. */
  fault?: string | null;
  /** What stands beneath while nothing is wrong: how it was read, or what may be typed. */
  note?: string;
  quiet?: boolean;
}

/** A labelled box at the bench: as high as a gloved finger, with its fault or note beneath. */
export function BenchBox(props: BenchBoxProps) {
  const { label, value, onType, maxLength, fault = null, note, quiet = true } = props;
  const id = useId();
  const beneath = fault ?? note;
  return (
    <div>
      <label htmlFor={id}>{label}</label>
      <input
        id={id}
        className={`field min-h-[72px] text-2xl ${fault ? "border-stop" : ""}`}
        aria-invalid={fault !== null}
        aria-describedby={beneath ? `${id}-note` : undefined}
        maxLength={maxLength}
        value={value}
        onChange={(event) => onType(event.target.value)}
      />
      {beneath && (
        <p
          id={`${id}-note`}
          role={fault ? "alert" : undefined}
          className={fault ? "text-stop" : quiet ? "text-base text-mute" : ""}
        >
          {beneath}
        </p>
      )}
    </div>
  );
}
