// What a tip's bore may be, drawn along the bores there are, and the pin that would settle it.
import type { PinTried, TipBoreAnswer } from "../../api/client";
import { useUnits } from "../../shell/settings";

const LEAST_MM = 0.35;
const MOST_MM = 2.5;
const along = (mm: number) => (100 * Math.log(mm / LEAST_MM)) / Math.log(MOST_MM / LEAST_MM);

interface BoreFoundProps {
  found: TipBoreAnswer;
  busy: boolean;
  refused: string | null;
  onPin: (pin: PinTried) => void;
  onKeep: () => void;
}

export function BoreFound({ found, busy, refused, onPin, onKeep }: BoreFoundProps) {
  const units = useUnits();
  const bore = found.values;
  const look = bore.next_look;
  const pin = look.orifice_mm;
  return (
    <section aria-label="Its bore" className="mt-4 space-y-3">
      <p aria-live="polite">
        <strong className="font-narrow text-2xl tabular-nums">
          {units.measure(bore.orifice_mm, "wall", 2)}
        </strong>{" "}
        ({units.range(bore.low_mm, bore.high_mm, "wall")}){bore.drill && `, nearest ${bore.drill}`}
      </p>
      <div className="relative h-6 bg-shade" aria-hidden>
        <div
          className="absolute inset-y-1 border-2 border-cone"
          style={{ left: `${along(bore.low_mm)}%`, right: `${100 - along(bore.high_mm)}%` }}
        />
        <div
          className="absolute inset-y-0 w-1 bg-ink"
          style={{ left: `calc(${along(bore.orifice_mm)}% - 2px)` }}
        />
      </div>
      {bore.usual_mm != null && bore.thinnest_mm != null && bore.thickest_mm != null && (
        <p>
          Made for {units.measure(bore.usual_mm, "wall", 2)} of steel (
          {units.range(bore.thinnest_mm, bore.thickest_mm, "wall")}).
        </p>
      )}
      {found.cautions?.map((caution) => (
        <p key={caution.text} role="alert" className="font-semibold text-stop">
          {caution.text}
        </p>
      ))}
      {pin != null && (
        <div className="flex flex-wrap items-center gap-2">
          <span>
            Try a pin: <strong>{look.drill}</strong>, {units.measure(pin, "wall")}
          </span>
          {[true, false].map((goesIn) => (
            <button
              key={String(goesIn)}
              className="button min-h-12"
              disabled={busy}
              onClick={() => onPin({ orifice_mm: pin, goes_in: goesIn })}
            >
              {goesIn ? "Goes in" : "Does not"}
            </button>
          ))}
        </div>
      )}
      <p className="text-sm text-mute">{look.why}</p>
      <button className="button-main" disabled={busy} onClick={onKeep}>
        Put it in the rack
      </button>
      {refused && (
        <p role="alert" className="text-stop">
          {refused}
        </p>
      )}
    </section>
  );
}
