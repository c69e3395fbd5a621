import { useId } from "react";

import type { Used } from "../../api/client";

interface LogUsedProps {
  used: readonly Used[];
  entries: Record<string, string>;
  onTell: (id: string, typed: string) => void;
}

/** What it was really done with, beside what was planned; as planned in one tap. */
export function LogUsed({ used, entries, onTell }: LogUsedProps) {
  const id = useId();
  return used.map((one) => {
    const typed = entries[one.id] ?? "";
    return (
      <div key={one.id}>
        <label htmlFor={`${id}-${one.id}`}>{one.label}</label>
        <div className="flex gap-2">
          <input
            id={`${id}-${one.id}`}
            className="field min-h-[72px] min-w-0 flex-1"
            maxLength={80}
            value={typed}
            onChange={(event) => onTell(one.id, event.target.value)}
          />
          {one.planned && typed === "" && (
            <button
              type="button"
              className="button min-h-[72px] shrink-0"
              aria-label={`${one.label} as planned, ${one.planned}`}
              onClick={() => onTell(one.id, one.planned)}
            >
              As planned
            </button>
          )}
        </div>
        <p className="text-mute">{one.planned && `planned ${one.planned}`}</p>
      </div>
    );
  });
}
