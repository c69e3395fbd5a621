import type { Plan, TipCandidate } from "../../api/client";
import { useUnits } from "../../shell/settings";

const WORDS: Record<TipCandidate["verdict"], string> = {
  fits: "fits",
  "works-soft": "works, soft flame",
  "works-slow": "works, slow",
  "too-small": "too small",
  "too-large": "too large",
};

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
  return (
    <details className="border-t border-line py-2.5">
      <summary className="link">{plan.candidates.length} tips compared</summary>
      <ul className="mt-2 space-y-2 text-sm">
        {plan.candidates.map((tip) => (
          <li key={tip.label} className="grid grid-cols-[3rem_1fr_auto] items-center gap-2">
            <strong className="font-narrow text-base">{tip.label}</strong>
            <span>
              <span className="font-medium">{WORDS[tip.verdict]}</span>
              {tip.puddle_s != null && ` · ${units.measure(tip.puddle_s, "s", 2)}`}
              <span className="block text-mute">{units.prose(tip.why)}</span>
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
  );
}
