import type { BenchCard, Figure } from "../../api/client";
import { FlameRow } from "../../drawings/FlameRow";
import { useUnits } from "../../shell/settings";

/** One instruction, legible across the bench, with its number and its reason. */
export function CardFace({ card, leftHanded }: { card: BenchCard; leftHanded: boolean }) {
  const { step, figure, beside } = card;
  return (
    <>
      <p className="font-narrow text-[clamp(1.75rem,min(5.9vw,6vh),3.6rem)] leading-[1.12] font-semibold">
        {step.text}
      </p>
      {figure && <CardFigure figure={figure} short={beside != null} />}
      {beside && <CardFigure figure={beside} short />}
      {card.was && <p className="text-2xl text-mute">At the last light: {card.was}</p>}
      {(card.looks ?? []).length > 0 && <FlameRow looks={card.looks ?? []} mirrored={leftHanded} />}
    </>
  );
}

/** The plan's number, large; two on one card without what is said under each. */
function CardFigure({ figure, short }: { figure: Figure; short: boolean }) {
  const units = useUnits();
  const unit = figure.kind || (figure.unit ?? "");
  const shown = figure.value == null ? null : units.show(figure.value, unit, 2);
  return (
    <p className="flex flex-wrap items-baseline gap-x-3 text-[clamp(1.3rem,3vw,2rem)]">
      <span className="text-mute">{figure.label}</span>
      <strong className="font-narrow text-[clamp(3rem,min(9vw,9.5vh),6rem)] leading-none font-semibold text-cone tabular-nums">
        {figure.text ?? shown?.number ?? "—"}
      </strong>
      {shown && <span>{shown.symbol}</span>}
      <span className="text-mute">{units.span(figure.low, figure.high, unit)}</span>
      {figure.detail && !short && <span className="w-full text-xl text-mute">{figure.detail}</span>}
    </p>
  );
}

const FOLDED: ReadonlyArray<BenchCard["step"]["phase"]> = [
  "people",
  "piece",
  "place",
  "equipment",
  "gas",
];

/** What else a card has to say, under whatever is to be done on it. */
export function CardMore({ card, learning }: { card: BenchCard; learning: boolean }) {
  const { step } = card;
  // Before the flame there is a hand free to ask why; at the work nothing is folded away.
  const folded = FOLDED.includes(step.phase);
  return (
    <>
      {step.detail && !folded && (
        <p className="text-[clamp(1.15rem,2.4vw,1.6rem)]">{step.detail}</p>
      )}
      {learning && step.hint && (
        <p className="border-l-4 border-steel bg-shade px-4 py-2 text-[clamp(1.15rem,2.4vw,1.6rem)]">
          <span className="font-semibold">Hands and body.</span> {step.hint}
        </p>
      )}
      {step.limit && (
        <p className="text-[clamp(1.15rem,2.4vw,1.6rem)]">
          <span className="text-mute">Limit</span>{" "}
          <strong className="font-semibold">{step.limit}</strong>
        </p>
      )}
      <details className="text-[clamp(1.05rem,2vw,1.35rem)]">
        <summary className="inline-flex min-h-[72px] cursor-pointer items-center font-semibold text-cone underline">
          {folded && step.detail ? "Why, and more" : "Why"}
        </summary>
        {folded && step.detail && <p className="mb-2">{step.detail}</p>}
        <p>{step.reason}</p>
        <p className="text-mute">{step.source}</p>
      </details>
    </>
  );
}
