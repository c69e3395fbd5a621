// The checks this job needs before the light, grouped, each with its reason, limit and source.
import { useState } from "react";

import type { BenchCard, Plan } from "../../api/client";
import { PaperLinks } from "../../parts/PaperLinks";
import { ToggleRow } from "../../parts/ToggleRow";
import { PHASES, STARTS } from "../benchmode/phases";

type Start = (typeof STARTS)[number]["id"];
const BEFORE_WORK: ReadonlyArray<BenchCard["step"]["phase"]> = [
  "people",
  "piece",
  "place",
  "equipment",
  "gas",
  "light-up",
];
const SHORT: Record<Start, string> = {
  daily: "Daily",
  short: "Short",
  class: "Class",
  "after-assembly": "New hoses",
  "cylinder-change": "New cylinder",
};

export function SafeStartList({ plan }: { plan: Plan }) {
  const [start, setStart] = useState<Start>("daily");
  const cards = plan.cards.filter((card) => (card.belongs_to ?? []).includes(start));
  return (
    <div className="mt-2">
      <ToggleRow
        label="Kind of start"
        value={start}
        onChoose={setStart}
        choices={STARTS.map(({ id }) => ({ id, label: SHORT[id] }))}
      />
      <p className="mt-2 text-sm">
        <PaperLinks what="Card for the wall" path="/api/shop/card.pdf" />
      </p>
      {BEFORE_WORK.map((phase) => (
        <div key={phase} className="mt-3">
          <h3 className="text-sm font-semibold text-mute">{PHASES[phase]}</h3>
          <ul>
            {cards
              .filter(
                ({ step }) =>
                  step.phase === phase && step.kind !== "begin" && step.kind !== "since",
              )
              .map(({ step }) => (
                <li key={step.id} className="border-t border-line">
                  <details>
                    <summary className="cursor-pointer py-1.5">
                      {step.gate === "stop" && (
                        <strong className="mr-1 font-semibold text-stop">Stop</strong>
                      )}
                      {plainHand(step.text)}
                    </summary>
                    <p className="pb-2 text-sm text-mute">
                      {[step.detail, step.reason]
                        .filter(Boolean)
                        .map((text) => plainHand(text ?? ""))
                        .join(" ")}
                      {step.limit && <> Limit: {step.limit}.</>} <cite>{step.source}</cite>
                    </p>
                  </details>
                </li>
              ))}
          </ul>
        </div>
      ))}
    </div>
  );
}

/** Which hand is asked at the bench; here both are named in general. */
const plainHand = (text: string) =>
  text.replace("{torch_hand} hand", "torch hand").replace("{other_hand}", "other hand");
