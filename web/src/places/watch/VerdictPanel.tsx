import type { Watch } from "../../api/client";
import { useUnits } from "../../shell/settings";
import { dashOf, strokeOf } from "./WatchChart";

/** A reading is shown to the degree: what is watched is whether it rises. */
const READING_DIGITS = 4;

interface VerdictPanelProps {
  watch: Watch;
  /** Whether somebody is called and has not said that they heard. */
  calling: boolean;
  onHeard: () => void;
}

/** What to do now, as big as it can be read from the torch. */
export function VerdictPanel({ watch, calling, onHeard }: VerdictPanelProps) {
  const { verdict } = watch;
  return (
    <section
      aria-label="What to do now"
      className={`flex flex-wrap items-center gap-x-6 gap-y-3 rounded-lg border-4 bg-panel p-4 lg:sticky lg:top-[calc(var(--head)+0.5rem)] lg:z-10 ${
        verdict.amiss ? "border-stop" : verdict.calls ? "border-cone" : "border-ink"
      }`}
    >
      <div className="min-w-0 flex-1">
        <p
          role={verdict.calls ? "alert" : "status"}
          className={`font-narrow text-5xl font-semibold ${verdict.amiss ? "text-stop" : verdict.calls ? "text-cone" : ""}`}
        >
          {verdict.name}
        </p>
        <p className="mt-1 text-xl">{verdict.why}</p>
      </div>
      {calling && (
        <button
          className="min-h-[72px] rounded-lg bg-ink px-6 text-xl font-semibold text-panel"
          onClick={onHeard}
        >
          Heard
        </button>
      )}
    </section>
  );
}

/** Every place that is read, and the thermometers that are not believed, by name. */
export function PlaceTiles({ watch, order }: { watch: Watch; order: readonly string[] }) {
  const units = useUnits();
  if (watch.channels.length === 0) return null;
  return (
    <ul aria-label="Places read" className="grid grid-cols-2 gap-2 sm:grid-cols-4">
      {watch.channels.map((one) => {
        const place = Math.max(0, order.indexOf(one.name));
        return (
          <li key={one.name} className="panel min-w-0 px-3 py-2">
            <p className="flex items-center gap-2 text-mute">
              <svg width="26" height="6" aria-hidden="true" className="shrink-0">
                <line
                  x1="0"
                  x2="26"
                  y1="3"
                  y2="3"
                  strokeWidth="3"
                  stroke={`var(${strokeOf(place)})`}
                  strokeDasharray={dashOf(place).join(" ")}
                />
              </svg>
              <span className="truncate">{one.name}</span>
            </p>
            <p className="font-narrow text-3xl font-semibold tabular-nums">
              {one.c == null ? "—" : units.measure(Math.round(one.c), "°C", READING_DIGITS)}
            </p>
            {one.fault && (
              <p className="text-sm text-stop">
                <strong>Not believed.</strong> It {one.fault_words}.
              </p>
            )}
          </li>
        );
      })}
    </ul>
  );
}
