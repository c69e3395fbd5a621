import type { components } from "../../api/schema";
import { useSettings } from "../../shell/settings";

type Ranked = components["schemas"]["Ranked"];

interface RankedGroupsProps {
  ranked: readonly Ranked[];
  chosen: string;
  /** Rod in the rack by group, kg. */
  held: Record<string, number>;
  onChoose: (group: string) => void;
}

/** Every alloy group against this wear: hardness, layers, how it is cut, why it stands there. */
export function RankedGroups({ ranked, chosen, held, onChoose }: RankedGroupsProps) {
  const { units, figures } = useSettings();
  const laid = ranked.find((one) => one.group === chosen);
  const best = Math.max(1, ...ranked.map((one) => one.score));
  return (
    <section aria-label="Alloys for this wear" className="mt-4">
      {/* Once one is chosen the others stand behind it, unless every figure is wanted. */}
      <details open={laid === undefined || figures === "all"}>
        <summary className="min-h-9 cursor-pointer font-narrow text-lg font-semibold">
          Alloys for this wear, the best first
          {laid && <span className="font-normal text-mute">: {laid.name} is laid</span>}
        </summary>
        <ul className="divide-y divide-line">
          {ranked.map((one) => (
            <li key={one.group}>
              <button
                aria-pressed={one.group === chosen}
                disabled={one.barred !== ""}
                onClick={() => onChoose(one.group)}
                className={`grid min-h-11 w-full grid-cols-[minmax(0,1fr)_auto] gap-x-3 border-l-4 px-2 py-1.5 text-left ${
                  one.group === chosen ? "border-cone bg-cone-soft" : "border-transparent"
                } ${one.barred ? "text-mute" : ""}`}
              >
                <span className="font-semibold">
                  {one.group === chosen ? "✓ " : ""}
                  {one.name} <span className="font-normal text-mute">{one.classification}</span>
                </span>
                <span className="text-right font-narrow tabular-nums">
                  {one.hrc_low} to {one.hrc_high} HRC
                </span>
                <span className="text-sm text-mute">
                  {held[one.group] !== undefined && (
                    <strong className="text-good">
                      {units.measure(held[one.group] ?? 0, "kg", 2)} in the rack ·{" "}
                    </strong>
                  )}
                  {one.barred || one.why}
                </span>
                <span className="w-28 self-center text-right text-sm text-mute">
                  {one.barred ? (
                    "not here"
                  ) : (
                    <>
                      <span
                        className="mb-0.5 ml-auto block h-1.5 rounded bg-steel"
                        style={{ width: `${(100 * one.score) / best}%` }}
                        aria-hidden="true"
                      />
                      {one.max_layers === 1 ? "one layer" : `${one.max_layers} layers`},{" "}
                      {one.turned ? "turned" : "ground"}
                    </>
                  )}
                </span>
              </button>
            </li>
          ))}
        </ul>
      </details>
    </section>
  );
}
