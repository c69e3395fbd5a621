import type { Sign } from "../../api/client";
import { SignPicture } from "../../drawings/SignPicture";

const SIDES: [Sign["side"], string][] = [
  ["front", "On the front"],
  ["back", "On the back"],
  ["flame", "Flame and pool"],
  ["panel", "The piece"],
];

interface LogSignsProps {
  signs: readonly Sign[];
  seen: readonly string[];
  onToggle: (sign: string) => void;
}

/** Both sides of it, sign by sign, each with its small drawing. */
export function LogSigns({ signs, seen, onToggle }: LogSignsProps) {
  return SIDES.map(([side, says]) => {
    const ours = signs.filter((sign) => sign.side === side);
    if (ours.length === 0) return null;
    return (
      <div key={side} role="group" aria-label={says}>
        <p className="mb-1.5 font-semibold">{says}</p>
        <div className="flex flex-wrap gap-3">
          {ours.map((sign) => {
            const on = seen.includes(sign.id);
            return (
              <button
                key={sign.id}
                type="button"
                aria-pressed={on}
                onClick={() => onToggle(sign.id)}
                className={`flex min-h-[72px] items-center gap-3 rounded-lg border-2 px-4 text-left text-lg ${
                  on
                    ? sign.good
                      ? "border-good bg-panel font-semibold text-good"
                      : "border-warn bg-warn-soft font-semibold"
                    : "border-line bg-panel"
                }`}
              >
                <SignPicture sign={sign.id} />
                <span>
                  {on ? "✓ " : ""}
                  {sign.label}
                </span>
              </button>
            );
          })}
        </div>
      </div>
    );
  });
}
