import { useEffect, useRef, useState, type RefObject } from "react";

import type { PuddleHello, PuddleScore } from "../../api/client";
import { PuddleCanvas, type PuddlePainter } from "./PuddleCanvas";
import type { KeptFrame } from "./puddleWire";
import { ScoreTable } from "./ScoreTable";
import { SeamChart } from "./SeamChart";
import { usePuddle } from "./usePuddle";

interface PuddleWorthProps {
  score: PuddleScore;
  last: KeptFrame;
  onAgain: () => void;
}

/** What a seam is worth: along its length, and by its parts. */
export function PuddleWorth({ score, last, onAgain }: PuddleWorthProps) {
  return (
    <section aria-label="What it is worth" className="panel space-y-4 self-start p-4">
      <ScoreTable points={score.points} parts={score.parts} />
      <SeamChart seam={last.frame.seam} hello={last.hello} />
      <button className="button-main min-h-11" onClick={onAgain}>
        Once more
      </button>
    </section>
  );
}

/** What went wrong, each from the moment it began. */
export function FaultTimes({ score }: { score: PuddleScore }) {
  if (score.faults.length === 0) return null;
  return (
    <section aria-label="What went wrong" className="mt-4">
      <h2 className="font-narrow text-xl font-semibold">What went wrong, as it began</h2>
      <ol className="mt-1 divide-y divide-line">
        {score.faults.map((fault) => (
          <li key={fault.fault} className="grid grid-cols-[4rem_1fr] gap-x-3 py-2">
            <span className="text-mute tabular-nums">{Math.round(fault.began_s)} s</span>
            <span>
              <strong className="font-semibold">{fault.fault}:</strong> {fault.remedy}
            </span>
          </li>
        ))}
      </ol>
    </section>
  );
}

interface BesidePlanProps {
  kept: RefObject<KeptFrame[]>;
  query: string;
}

/** One's own hand again, beside the plan's. */
export function BesidePlan({ kept, query }: BesidePlanProps) {
  const [rounds, setRounds] = useState(0);
  return (
    <section aria-label="Beside the plan’s hand" className="mt-4">
      <button className="button min-h-11" onClick={() => setRounds(rounds + 1)}>
        {rounds === 0 ? "See it beside the plan’s hand" : "Both again"}
      </button>
      {rounds > 0 && <Replay key={rounds} kept={kept} query={query} />}
    </section>
  );
}

/** Both hands from the same moment on: one's own as it was, the plan's as it is done now. */
function Replay({ kept, query }: BesidePlanProps) {
  const own = useRef<PuddlePainter>(null);
  const plan = useRef<PuddlePainter>(null);
  const [seconds, setSeconds] = useState(0);
  const watched = new URLSearchParams(query);
  watched.set("watching", "true");
  const shown = useRef(0);
  const puddle = usePuddle(watched.toString(), (frame, hello: PuddleHello) => {
    plan.current?.paint(frame, hello);
    const frames = kept.current;
    while (
      shown.current < frames.length - 1 &&
      (frames[shown.current]?.frame.seconds ?? 0) < frame.seconds
    )
      shown.current += 1;
    const mine = frames[shown.current];
    if (mine) own.current?.paint(mine.frame, mine.hello);
    const now = Math.floor(frame.seconds);
    if (now !== seconds) setSeconds(now);
  });
  useEffect(() => {
    const first = kept.current[0];
    if (!first) return;
    own.current?.paint(first.frame, first.hello);
    plan.current?.paint(first.frame, first.hello);
  }, [kept]);
  return (
    <div>
      <p className="text-mute tabular-nums">
        {puddle.playing === "lost" ? puddle.reason || "The trainer went away." : `${seconds} s`}
      </p>
      <div className="mt-1 grid gap-3 lg:grid-cols-2">
        <figure>
          <PuddleCanvas ref={own} label="Your hand" />
          <figcaption className="text-sm text-mute">Your hand</figcaption>
        </figure>
        <figure>
          <PuddleCanvas ref={plan} label="The plan’s hand" />
          <figcaption className="text-sm text-mute">The plan’s hand</figcaption>
        </figure>
      </div>
    </div>
  );
}
