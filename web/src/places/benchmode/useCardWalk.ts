import { useState } from "react";

import type { BenchCard, Run } from "../../api/client";
import type { Bench } from "../../tools/useBenchRun";

export const LOOK = "look";
/** Stops that wait for a clock or a test: the server says whether they may be answered. */
const JUDGED: ReadonlyArray<BenchCard["step"]["kind"]> = ["stand", "leak", "purge", "fire-watch"];

/** Stops answered by their own tool, and what it waits for. */
const OWN: Partial<Record<BenchCard["step"]["kind"], string>> = {
  since: "Say what was done to the rig since it last burnt.",
  permit: "Type the permit’s number and who issued it.",
};

/** From card to card: where one stands, what a card still wants, and what is asked before going. */
export function useCardWalk(run: Run, bench: Bench) {
  const [at, setAt] = useState(run.bench.at);
  const [wants, setWants] = useState("");
  /** The card already asked about once: what it leaves undone may change meanwhile. */
  const [asked, setAsked] = useState<string | null>(null);

  const cards = run.bench.cards;
  const order = [...cards.map((one) => one.step.id), LOOK];
  const here = Math.max(0, order.indexOf(at));
  const card = cards[here];
  const answered = (step: string) => (run.bench.answered ?? []).includes(step);
  const watch = run.bench.clocks.find((clock) => clock.clock === "fire-watch");
  const looks = card?.step.kind === "fire-watch" && watch?.over && !run.bench.fire_watch_looked;
  const asks = (card?.step.gate === "stop" && !answered(card.step.id)) || looks === true;
  const own = card !== undefined && card.step.kind in OWN;
  const left = run.bench.at === card?.step.id ? run.bench.left : "";

  const go = async (step: string | undefined) => {
    if (step === undefined) return;
    setWants("");
    setAsked(null);
    bench.clearRefusal();
    setAt(step);
    scrollTo(0, 0);
    const stood = await bench.stand(step);
    // Refused: stand where the server says the bench stands, with its reason.
    if (stood !== null && stood.bench.at !== step) setAt(stood.bench.at);
    if (stood === null) setAt(run.bench.at);
  };
  const forward = async () => {
    if (card === undefined) return;
    if (card.step.kind === "begin" && !run.log.who) {
      setWants("Say who holds the torch: every stop is kept under a name.");
      return;
    }
    if (asks && !looks) {
      setWants(
        OWN[card.step.kind] ?? "Answer this card itself: press Yes or No, or the key Y or N.",
      );
      return;
    }
    if (left && asked !== card.step.id) {
      setWants("");
      setAsked(card.step.id);
      return;
    }
    if (looks && (await bench.confirm(card.step.id)) === null) return;
    await go(order[here + 1]);
  };
  const say = async (answer: "yes" | "no") => {
    if (card === undefined || !asks || looks) return;
    if (own && answer === "yes") {
      setWants(OWN[card.step.kind] ?? "");
      return;
    }
    if (card.step.kind === "since") return;
    setWants("");
    const done = bench.confirm(card.step.id, answer);
    if (answer === "no" || (JUDGED.includes(card.step.kind) && (await done) === null)) return;
    await go(order[here + 1]);
  };
  return {
    card,
    here,
    count: cards.length,
    watch,
    /** The fire watch is over and everything has been looked at once more. */
    looks: looks === true,
    asks,
    /** Its answer is more than a yes: the card's own tool takes it. */
    own,
    /** What the card leaves undone, once going on was asked for. */
    leaves: left && asked === card?.step.id ? left : "",
    wants,
    stand: setAt,
    forward: () => void forward(),
    say: (answer: "yes" | "no") => void say(answer),
    back: () => void go(order[here - 1]),
    out: () => void go(cards.find((one) => one.step.phase === "shut-down")?.step.id),
  };
}
