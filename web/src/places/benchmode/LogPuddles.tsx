import { useId } from "react";

import type { PuddleTimed } from "../../api/client";
import { useBookWords } from "../runbook/useBookWords";

export interface PuddleTyped {
  s: string;
  at: PuddleTimed["at"];
}

interface LogPuddlesProps {
  puddles: readonly PuddleTyped[];
  wrong: string | null;
  onChange: (puddles: PuddleTyped[]) => void;
}

/** More puddles that were timed, each with where. */
export function LogPuddles({ puddles, wrong, onChange }: LogPuddlesProps) {
  const id = useId();
  const { called } = useBookWords();
  const change = (at: number, next: Partial<PuddleTyped>) =>
    onChange(puddles.map((one, place) => (place === at ? { ...one, ...next } : one)));
  return (
    <div className="sm:col-span-3">
      {puddles.map((one, at) => (
        <div key={at} className="mb-2 flex flex-wrap items-end gap-2">
          <div>
            <label className="block" htmlFor={`${id}-${at}`}>
              Another puddle, seconds
            </label>
            <input
              id={`${id}-${at}`}
              inputMode="decimal"
              className={`field min-h-[72px] w-44 ${wrong ? "border-stop" : ""}`}
              value={one.s}
              onChange={(event) => change(at, { s: event.target.value })}
            />
          </div>
          <select
            aria-label="Where it was timed"
            className="field min-h-[72px] w-60"
            value={one.at}
            onChange={(event) => change(at, { at: event.target.value as PuddleTyped["at"] })}
          >
            {called.puddle_places.map((one) => (
              <option key={one.id} value={one.id}>
                {one.label}
              </option>
            ))}
          </select>
          <button
            type="button"
            className="link min-h-11"
            onClick={() => onChange(puddles.filter((_, place) => place !== at))}
          >
            Take it out
          </button>
        </div>
      ))}
      {wrong && (
        <p role="alert" className="text-stop">
          {wrong}
        </p>
      )}
      <button
        type="button"
        className="button min-h-[56px]"
        onClick={() => onChange([...puddles, { s: "", at: "sheet" }])}
      >
        {puddles.length === 0 ? "I timed more puddles" : "One more puddle"}
      </button>
    </div>
  );
}
