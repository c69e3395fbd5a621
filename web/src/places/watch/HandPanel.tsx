import { useId, useState } from "react";

import { faultOf, type Watch } from "../../api/client";
import { useUnits } from "../../shell/settings";

type Phase = Watch["phase"];
const DOES: { phase: Phase; label: string }[] = [
  { phase: "warming", label: "Flame on, warming" },
  { phase: "welding", label: "Welding" },
  { phase: "cooling", label: "Left to cool" },
];

interface HandPanelProps {
  watch: Watch;
  error: Error | null;
  onMark: (phase: Phase) => void;
  onTell: (tell: string, heat: string) => Promise<unknown>;
}

/** What the hand does, and what it tells of the heat without any thermometer: one tap each. */
export function HandPanel({ watch, error, onMark, onTell }: HandPanelProps) {
  const units = useUnits();
  const id = useId();
  const [heat, setHeat] = useState("");
  const wrong = faultOf(error, "heat");
  const typed = watch.hand_tells.filter((one) => one.c == null);
  const seen = watch.hand_tells.filter((one) => one.c != null);
  const tell = (which: string) =>
    void onTell(which, units.whole(heat, "°C")).then(
      () => setHeat(""),
      // Shown beside the box; what was typed stays in it.
      () => {},
    );
  return (
    <>
      <section aria-label="What is done now">
        <h2 className="mb-1 font-semibold">Now</h2>
        <div className="grid gap-2">
          {DOES.filter((one) => one.phase !== "welding" || watch.plan.welds).map((one) => (
            <button
              key={one.phase}
              aria-pressed={watch.phase === one.phase}
              className={`min-h-14 rounded-lg border-2 px-3 text-lg ${
                watch.phase === one.phase
                  ? "border-cone bg-cone-soft font-semibold"
                  : "border-line bg-panel"
              }`}
              onClick={() => onMark(one.phase)}
            >
              {one.label}
            </button>
          ))}
        </div>
      </section>
      <section aria-label="Told by hand">
        <h2 className="mb-1 font-semibold">Told by hand</h2>
        <label htmlFor={id} className="text-sm text-mute">
          Read off a crayon or thermometer
        </label>
        <input
          id={id}
          className={`field ${wrong ? "border-stop" : ""}`}
          placeholder={units.system === "inch" ? "400 °F" : "205 °C"}
          autoComplete="off"
          aria-invalid={wrong !== null}
          value={heat}
          onChange={(event) => setHeat(event.target.value)}
        />
        {wrong && (
          <p role="alert" className="text-sm text-stop">
            {wrong}
          </p>
        )}
        <div className="mt-2 grid grid-cols-2 gap-2">
          {typed.map((one) => (
            <button
              key={one.id}
              className="button min-h-12"
              disabled={heat.trim() === ""}
              onClick={() => tell(one.id)}
            >
              {one.label}
            </button>
          ))}
          {seen.map((one) => (
            <button
              key={one.id}
              className="button min-h-14 flex-col px-2 leading-tight"
              onClick={() => tell(one.id)}
            >
              {one.label}
              <span className="block text-sm font-normal text-mute">
                {units.measure(one.c ?? 0, "°C", 2)}
              </span>
            </button>
          ))}
        </div>
      </section>
    </>
  );
}
