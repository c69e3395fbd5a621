import type { Plan } from "../../api/client";
import { FlowLadder } from "../../drawings/FlowLadder";
import { useWidth } from "../../parts/useWidth";
import { useUnits } from "../../shell/settings";

const MOST_RUNGS = 14;

/** Every tip judged for this piece, best first; any may be chosen. */
export function TipList({
  plan,
  onChoose,
}: {
  plan: Plan;
  onChoose: (label: string | null) => void;
}) {
  const units = useUnits();
  const chosen = plan.job.tip_label;
  const [ref, width] = useWidth<HTMLDivElement>();
  const figure = plan.stations.find((s) => s.id === "torch")?.figures?.find((f) => f.id === "tip");
  const inUse = chosen ?? figure?.text?.replace(/[“”]/g, "");
  return (
    <div ref={ref} className="border-t border-line py-2.5">
      <h3 className="text-sm text-mute">Flow ladder: this job across the rack</h3>
      <FlowLadder
        rungs={plan.candidates
          .map((tip) => ({
            label: tip.label,
            boreMm: tip.orifice_mm,
            low: tip.band_l_per_h.low,
            high: tip.band_l_per_h.high,
            runsAt: tip.acetylene_l_per_h,
            words: tip.words ?? "",
            chosen: tip.label === inUse,
          }))
          .sort((a, b) => a.boreMm - b.boreMm)
          .slice(0, MOST_RUNGS)}
        width={width}
        wanted={plan.ladder?.wanted_l_per_h ?? null}
        steerable={
          plan.ladder?.steerable_low_l_per_h != null && plan.ladder.steerable_high_l_per_h != null
            ? [plan.ladder.steerable_low_l_per_h, plan.ladder.steerable_high_l_per_h]
            : null
        }
      />
      <details>
        <summary className="link">{plan.candidates.length} tips compared</summary>
        <ul className="mt-2 space-y-2 text-sm">
          {plan.candidates.map((tip) => (
            <li key={tip.label} className="grid grid-cols-[3rem_1fr_auto] items-center gap-2">
              <strong className="font-narrow text-base">{tip.label}</strong>
              <span>
                <span className="font-medium">{tip.words}</span>
                {tip.puddle_s != null && ` · ${units.measure(tip.puddle_s, "s", 2)}`}
                <span className="block text-mute">{tip.why}</span>
              </span>
              <button
                className="button min-h-9"
                aria-pressed={chosen === tip.label}
                onClick={() => onChoose(chosen === tip.label ? null : tip.label)}
              >
                {chosen === tip.label ? "Chosen" : "Use"}
              </button>
            </li>
          ))}
        </ul>
      </details>
    </div>
  );
}
