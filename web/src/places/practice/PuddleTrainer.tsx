import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef, useState, type KeyboardEvent, type ReactNode } from "react";

import type { PuddleHello } from "../../api/client";
import { useUnits } from "../../shell/settings";
import { PracticeHead } from "./PracticeHead";
import { PuddleCanvas, type PuddlePainter, type SheetPoint } from "./PuddleCanvas";
import { BesidePlan, FaultTimes, PuddleWorth } from "./PuddleResult";
import type { KeptFrame } from "./puddleWire";
import { MOST_HEIGHT_MM, MOST_LEAN_DEG, usePuddle } from "./usePuddle";
import { Valve } from "./Valve";

const HEIGHT_STEP_MM = 0.5;
const LEAN_STEP_DEG = 5;
/** Kept for looking at afterwards: one frame in so many, and no more than so many. */
const KEPT_EVERY = 3;
const MOST_KEPT = 2400;

const TAP_MS = 350;
/** Fingers drawn apart raise the torch, by a share of their way; a shake is no pinch. */
const PINCH_FROM_MM = 3;
const PINCH_SHARE = 0.3;

type Finger = Pick<SheetPoint, "pointer" | "xMm" | "yMm">;

const apartMm = (one: Finger, other: Finger) =>
  Math.hypot(one.xMm - other.xMm, one.yMm - other.yMm);

interface PuddleTrainerProps {
  query: string;
  who: string;
  /** Whether the plan's own hand does it. */
  watching: boolean;
  onWatch: (watching: boolean) => void;
  beside: ReactNode;
}

export function PuddleTrainer({ query, who, watching, onWatch, beside }: PuddleTrainerProps) {
  const cache = useQueryClient();
  const painter = useRef<PuddlePainter>(null);
  const back = useRef<PuddlePainter>(null);
  const kept = useRef<KeptFrame[]>([]);
  const calm = useRef(matchMedia("(prefers-reduced-motion: reduce)").matches);
  const dragged = useRef<Finger | null>(null);
  const second = useRef<(Finger & { since: number; apart: number; pinched: boolean }) | null>(null);
  const [last, setLast] = useState<KeptFrame | null>(null);
  const puddle = usePuddle(query, (frame, hello) => {
    const count = Math.round(frame.number / 2);
    const over = (frame.numbers["over"] ?? 0) > 0;
    if ((count % KEPT_EVERY === 0 || over) && kept.current.length < MOST_KEPT)
      kept.current.push({ frame, hello });
    if (over) setLast({ frame, hello });
    if (calm.current && count % 6 !== 0 && !over) return;
    painter.current?.paint(frame, hello);
    if (frame.backShown) back.current?.paint(frame, hello);
  });
  const { hello, score, mirror } = puddle;
  useEffect(() => {
    if (score) void cache.invalidateQueries({ queryKey: ["practice"] });
  }, [cache, score]);
  const off = puddle.playing !== "playing" || watching;

  const down = (at: SheetPoint) => {
    if (off) return;
    if (!at.touch) {
      puddle.move(at.xMm, at.yMm);
      puddle.bring(!puddle.down);
      return;
    }
    if (dragged.current) {
      // A second finger is the rod where it taps, and raises the torch where it is drawn away.
      const apart = apartMm(at, dragged.current);
      second.current = { ...at, since: performance.now(), apart, pinched: false };
      return;
    }
    dragged.current = at;
    puddle.bring(true);
  };
  const move = (at: SheetPoint) => {
    if (off) return;
    if (at.leanDeg !== null) puddle.lean(at.leanDeg);
    if (!at.touch) return puddle.move(at.xMm, at.yMm);
    const from = dragged.current;
    const pinch = second.current;
    if (from && pinch?.pointer === at.pointer) {
      const apart = apartMm(at, from);
      if (!pinch.pinched && Math.abs(apart - pinch.apart) < PINCH_FROM_MM) return;
      puddle.height(puddle.heightMm + PINCH_SHARE * (apart - pinch.apart));
      second.current = { ...pinch, apart, pinched: true };
      return;
    }
    if (from?.pointer !== at.pointer) return;
    // By how far the finger went, so that it need not lie over what it looks at.
    const { xMm, yMm } = puddle.at.current;
    puddle.move(xMm + at.xMm - from.xMm, yMm + at.yMm - from.yMm);
    dragged.current = at;
  };
  const up = (at: SheetPoint) => {
    const pinch = second.current;
    if (at.touch && pinch?.pointer === at.pointer) {
      const tapped = !pinch.pinched && performance.now() - pinch.since < TAP_MS;
      if (tapped) puddle.dab(at.xMm, at.yMm);
      second.current = null;
      return;
    }
    if (!at.touch || dragged.current?.pointer !== at.pointer) return;
    dragged.current = null;
    puddle.bring(false);
  };
  const key = (event: KeyboardEvent) => {
    if (off || event.target instanceof HTMLInputElement) return;
    const moves: Record<string, () => void> = {
      w: () => puddle.height(puddle.heightMm + HEIGHT_STEP_MM),
      s: () => puddle.height(puddle.heightMm - HEIGHT_STEP_MM),
      a: () => puddle.lean(puddle.leanDeg - LEAN_STEP_DEG),
      d: () => puddle.lean(puddle.leanDeg + LEAN_STEP_DEG),
      r: () => puddle.dab(),
      l: puddle.lift,
    };
    const done = moves[event.key.toLowerCase()];
    if (!done) return;
    event.preventDefault();
    done();
  };
  const again = () => {
    kept.current = [];
    setLast(null);
    puddle.again();
  };
  return (
    <article className="mx-auto w-full max-w-6xl p-4" onKeyDown={key}>
      <PracticeHead
        title={hello?.task.label ?? "A puddle"}
        who={watching ? null : who}
        beside={beside}
      >
        {hello && hello.task.about}
        {watching && " The plan’s own hand is at it: watch where it waits, and where it lifts."}
      </PracticeHead>
      <div className="mt-3">
        <PuddleCanvas
          ref={painter}
          label={puddle.said?.said ?? "Two sheets, cold."}
          onDown={down}
          onMove={move}
          onUp={up}
          onWheel={
            off ? undefined : (turns) => puddle.height(puddle.heightMm - HEIGHT_STEP_MM * turns)
          }
        />
      </div>
      <div className={`mt-2 grid gap-4 ${score ? "lg:grid-cols-2" : ""}`}>
        <div className="min-w-0">
          <p aria-live="polite" className="min-h-6">
            {puddle.said?.said ?? ""}
          </p>
          {!watching && !score && <p className="min-h-6 text-mute">{puddle.said?.hint}</p>}
          {(mirror || last) && (
            <figure className="mt-3">
              <PuddleCanvas
                ref={back}
                label="The back of the sheet"
                side="back"
                first={last && [last.frame, last.hello]}
              />
              <figcaption className="text-sm text-mute">
                The back
                {last ? ", turned up." : `, in the mirror: it costs ${hello?.mirror_costs} points.`}
              </figcaption>
            </figure>
          )}
          {score && <FaultTimes score={score} />}
          {puddle.playing === "lost" && (
            <section role="alert" className="panel mt-3 p-4">
              <p>
                {puddle.reason ||
                  "The trainer went away: nothing was heard of it, or too many practise at once."}
              </p>
              <button className="button mt-3 min-h-11" onClick={again}>
                Begin again
              </button>
            </section>
          )}
          {!score && puddle.happened.length > 0 && (
            <ol aria-label="What happened, newest first" className="mt-3 text-sm text-mute">
              {puddle.happened.map((line, at) => (
                <li key={puddle.happened.length - at}>{line}</li>
              ))}
            </ol>
          )}
        </div>
        {score && last && <PuddleWorth score={score} last={last} onAgain={again} />}
        {!watching && !score && (
          <Handles puddle={puddle} hello={hello} off={off} onWatch={() => onWatch(true)} />
        )}
        {watching && (
          <button className="button min-h-14 self-start" onClick={() => onWatch(false)}>
            Let me
          </button>
        )}
      </div>
      {score && !watching && <BesidePlan kept={kept} query={query} />}
      <p className="mt-6 max-w-3xl text-sm text-mute">
        This trains the eye and the order of moves, not the wrist. How metal melts and holds here is
        reckoned, in part reasoned; your torch and your sheet have the last word. Guidance, not
        authority.
      </p>
    </article>
  );
}

interface HandlesProps {
  puddle: ReturnType<typeof usePuddle>;
  hello: PuddleHello | null;
  off: boolean;
  onWatch: () => void;
}

/** What the other hand does: height and lean, the rod, the brush, the mirror, the end. */
function Handles({ puddle, hello, off, onWatch }: HandlesProps) {
  const units = useUnits();
  return (
    <div className="grid gap-x-6 gap-y-4 sm:grid-cols-2 lg:grid-cols-[1fr_1fr_22rem]">
      <Valve
        label="Cone off the metal"
        value={puddle.heightMm}
        most={MOST_HEIGHT_MM}
        step={HEIGHT_STEP_MM}
        text={units.measure(puddle.heightMm, "mm", 2)}
        tone="accent-cone"
        disabled={off}
        onTurn={puddle.height}
      />
      <Valve
        label="Leaned back"
        value={puddle.leanDeg}
        most={MOST_LEAN_DEG}
        step={LEAN_STEP_DEG}
        text={`${Math.round(puddle.leanDeg)}°`}
        tone="accent-copper"
        disabled={off}
        onTurn={puddle.lean}
      />
      <div className="grid grid-cols-2 gap-2 sm:col-span-2 lg:col-span-1">
        <button className="button min-h-14" disabled={off} onClick={puddle.lift}>
          Lift slowly
        </button>
        <button className="button-main min-h-14" disabled={off} onClick={puddle.end}>
          That is it
        </button>
        {hello?.task.rod_mm != null && (
          <button className="button min-h-14" disabled={off} onClick={() => puddle.dab()}>
            Dab the rod
          </button>
        )}
        {hello?.task.goal === "run" && (
          <button className="button min-h-11" disabled={off} onClick={puddle.brush}>
            Brush the tacks
          </button>
        )}
        <button
          className="button min-h-11"
          aria-pressed={puddle.mirror}
          disabled={off}
          onClick={() => puddle.look(!puddle.mirror)}
        >
          {puddle.mirror ? "Mirror away" : "Mirror to the back"}
        </button>
        <button className="button min-h-11" onClick={onWatch}>
          Watch the plan’s hand
        </button>
      </div>
      <p className="text-sm text-mute sm:col-span-full">
        Mouse: click to bring the torch down and again to take it off; the wheel raises it. Finger
        or pen: touch and drag; a second finger dabs the rod by a tap and, drawn away, raises the
        torch. Keys: W and S raise and lower, A and D lean, R dabs, L lifts.
      </p>
    </div>
  );
}
