import type { MethodLine } from "../api/client";
import { useUnits } from "../shell/settings";

/** Every method beside its rivals: what it says, whether it holds here, which one speaks. */
export function MethodLines({ lines, unit }: { lines: readonly MethodLine[]; unit: string }) {
  const units = useUnits();
  return (
    <ul className="mt-1.5 space-y-1.5">
      {lines.map((method) => (
        <li
          key={method.id}
          className={`grid grid-cols-[1fr_auto] gap-x-3 border-l-4 pl-2 text-sm ${method.chosen ? "border-cone" : "border-line"}`}
        >
          <span className={method.chosen ? "font-semibold" : ""}>{method.label}</span>
          <span
            className={`tabular-nums ${method.valid ? "font-semibold" : "text-mute line-through decoration-1"}`}
          >
            {method.value == null ? "none" : units.measure(method.value, unit)}
          </span>
          <span className="col-span-2 text-mute">
            {method.valid ? "" : "not valid here: "}
            {method.why}
          </span>
        </li>
      ))}
    </ul>
  );
}
