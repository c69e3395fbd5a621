// A job said in one line: read while it is typed, put on the bench by Enter.
import { useQuery } from "@tanstack/react-query";
import { useId, useState } from "react";

import { firstFault, type JobLine } from "../../api/client";
import { jobLineQuery } from "../../api/queries";
import { useSettled } from "../../parts/useSettled";
import { useUnits } from "../../shell/settings";

const SETTLED_MS = 120;
const EXAMPLE = {
  metric: "1.2 mm mild butt 640 mm",
  inch: "18 ga mild butt 25 in",
} as const;

interface JobLineFieldProps {
  /** Puts the job that was read on the bench; `begun` with Ctrl Enter it is begun at once. */
  onAdd: (line: JobLine, begun: boolean) => void;
  adding: boolean;
}

export function JobLineField({ onAdd, adding }: JobLineFieldProps) {
  const id = useId();
  const { system } = useUnits();
  const [text, setText] = useState("");
  const [entered, setEntered] = useState<"" | "add" | "begin">("");
  const settled = useSettled(text, SETTLED_MS);
  const { data: line, error, isFetching } = useQuery(jobLineQuery(settled));
  const current = settled === text && !isFetching;
  const add = (how: "add" | "begin") => {
    if (text.trim() === "" || adding) return;
    if (current && line) onAdd(line, how === "begin");
    else setEntered(current ? "" : how);
  };
  // Entered before it was read: taken when it is, unless it is typed on.
  if (entered && current) {
    setEntered("");
    if (line) queueMicrotask(() => onAdd(line, entered === "begin"));
  }
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        add("add");
      }}
    >
      <label htmlFor={id} className="mb-1 block">
        Say it in one line
      </label>
      <div className="flex gap-2">
        <input
          id={id}
          autoFocus
          className="field"
          maxLength={200}
          placeholder={EXAMPLE[system]}
          value={text}
          onChange={(event) => {
            setEntered("");
            setText(event.target.value);
          }}
          onKeyDown={(event) => {
            if (event.key !== "Enter" || !(event.ctrlKey || event.metaKey)) return;
            event.preventDefault();
            add("begin");
          }}
        />
        <button className="button-main shrink-0" disabled={text.trim() === "" || adding}>
          To the bench
        </button>
      </div>
      <div className="min-h-14 pt-1.5 text-sm" aria-live="polite">
        {text.trim() !== "" && error && (
          <p className="text-stop">{firstFault(error) ?? error.message}</p>
        )}
        {text.trim() !== "" && line && !error && <HowItWasRead line={line} />}
      </div>
    </form>
  );
}

function HowItWasRead({ line }: { line: JobLine }) {
  return (
    <>
      <p className="flex flex-wrap gap-x-3">
        <strong>{line.kind_name}</strong>
        {line.parts.map((part) => (
          <span key={part.label}>
            <span className="text-mute">{part.label}</span> {part.text}
          </span>
        ))}
      </p>
      {line.not_read && <p className="text-mute">Not read: {line.not_read}</p>}
    </>
  );
}
