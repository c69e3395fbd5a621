import { scaleLinear } from "d3-scale";

import type { Stack } from "../api/client";
import { useUnits } from "../shell/settings";

const TONES = { tip: "bg-cone", torch: "bg-copper", hose: "bg-feather", arrestor: "bg-steel" };

const tone = (part: string) => TONES[part as keyof typeof TONES] ?? "bg-line";

/** A pressure stacked from the torch back, its static reading, and the limit as a line. */
export function StackBar({ stack }: { stack: Stack }) {
  const units = useUnits();
  const sum = stack.parts.reduce((total, part) => total + part.value, 0);
  const end = 1.08 * Math.max(sum, stack.static ?? 0, stack.limit ?? 0);
  const place = scaleLinear([0, end], [0, 100]);
  const from = stack.parts.map((_, index) =>
    stack.parts.slice(0, index).reduce((total, part) => total + part.value, 0),
  );
  return (
    <div className="mt-1.5">
      <div className="relative h-4 rounded-sm bg-shade" aria-hidden="true">
        {stack.parts.map((part, index) => (
          <span
            key={part.label}
            className={`absolute inset-y-0 ${tone(part.label)}`}
            style={{ left: `${place(from[index] ?? 0)}%`, width: `${place(part.value)}%` }}
          />
        ))}
        {stack.static != null && (
          <span
            className="absolute -inset-y-0.5 w-0.5 bg-ink"
            style={{ left: `${place(stack.static)}%` }}
          />
        )}
        {stack.limit != null && (
          <span
            className="absolute -inset-y-1 w-1 bg-stop"
            style={{ left: `${place(stack.limit)}%` }}
          />
        )}
      </div>
      <p className="mt-1 text-sm text-mute">
        {stack.parts
          .map((part) => `${part.label} ${units.measure(part.value, "bar", 2)}`)
          .join(" + ")}
        {stack.static != null &&
          ` · with the torch shut at most ${units.atMost(stack.static, "bar")}`}
        {stack.limit != null && ` · limit ${units.stated(stack.limit, "bar")}`}
      </p>
    </div>
  );
}
