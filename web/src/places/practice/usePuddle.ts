import { useCallback, useEffect, useRef, useState } from "react";

import type { PuddleHello, PuddleSaid, PuddleScore } from "../../api/client";
import {
  BRUSH,
  DAB,
  END,
  readPuddle,
  writePuddleHand,
  type PuddleFrame,
  type PuddleHand,
} from "./puddleWire";
import { useTrainer, type TrainerHands } from "./useTrainer";

/** As far as the handles go. */
export const MOST_HEIGHT_MM = 20;
export const MOST_LEAN_DEG = 60;
const LIFT_EVERY_MS = 50;
const LIFTED_MM = 40;
/** Until the trainer has said where off the work is. */
const FAR_MM = 300;

const AT_REST: PuddleHand = {
  xMm: 0,
  yMm: 0,
  heightMm: FAR_MM,
  leanDeg: 0,
  rodXMm: 0,
  rodYMm: 0,
  mirror: false,
};

const within = (value: number, most: number) => Math.min(most, Math.max(0, value));

/** The puddle trainer: a torch goes out, a sheet that melts comes in. */
export function usePuddle(
  query: string,
  onFrame: (frame: PuddleFrame, hello: PuddleHello) => void,
) {
  const at = useRef(AT_REST);
  const [down, setDown] = useState(false);
  const [setTo, setSetTo] = useState<{ heightMm?: number; leanDeg?: number }>({});
  const [mirror, setMirror] = useState(false);
  const lifting = useRef<ReturnType<typeof setInterval>>(undefined);
  const hands = useRef<TrainerHands<PuddleHello>>({
    now: () => JSON.stringify(at.current),
    write: (buttons, number) => writePuddleHand(at.current, buttons, number),
  });
  const trainer = useTrainer<PuddleHello, PuddleSaid, PuddleScore>(
    `/api/practice/puddle?${query}`,
    hands,
    (bytes, hello) => {
      const frame = readPuddle(bytes, hello);
      if (frame) onFrame(frame, hello);
    },
  );
  const { tell, press, hello } = trainer;
  // Until a hand has set them, as the trainer's own hand holds the torch.
  const heightMm = setTo.heightMm ?? hello?.working_mm ?? 0;
  const leanDeg = setTo.leanDeg ?? hello?.lean_deg ?? 0;
  const offMm = hello?.off_mm ?? FAR_MM;
  const say = useCallback(
    (changes: Partial<PuddleHand>) => {
      at.current = { ...at.current, ...changes };
      tell();
    },
    [tell],
  );
  const stopLifting = () => clearInterval(lifting.current);
  useEffect(() => stopLifting, []);

  const move = (xMm: number, yMm: number) => say({ xMm, yMm, rodXMm: xMm, rodYMm: yMm });
  const bring = (isDown: boolean) => {
    stopLifting();
    setDown(isDown);
    say({ heightMm: isDown ? heightMm : offMm, leanDeg });
  };
  const height = (mm: number) => {
    const now = within(mm, MOST_HEIGHT_MM);
    setSetTo((before) => ({ ...before, heightMm: now }));
    if (down) say({ heightMm: now });
  };
  const lean = (deg: number) => {
    const now = within(deg, MOST_LEAN_DEG);
    setSetTo((before) => ({ ...before, leanDeg: now }));
    say({ leanDeg: now });
  };
  /** Off the work by and by, so that the envelope keeps the air off until it is frozen. */
  const lift = () => {
    stopLifting();
    const step = ((hello?.lift_mm_per_s ?? 0) * LIFT_EVERY_MS) / 1000;
    lifting.current = setInterval(() => {
      const now = at.current.heightMm + step;
      say({ heightMm: now > LIFTED_MM ? offMm : now });
      if (now <= LIFTED_MM) return;
      stopLifting();
      setDown(false);
    }, LIFT_EVERY_MS);
  };
  return {
    ...trainer,
    at,
    down,
    heightMm,
    leanDeg,
    mirror,
    move,
    bring,
    height,
    lean,
    lift,
    look: (at: boolean) => {
      setMirror(at);
      say({ mirror: at });
    },
    dab: (xMm?: number, yMm?: number) => {
      if (xMm !== undefined && yMm !== undefined) say({ rodXMm: xMm, rodYMm: yMm });
      press(DAB);
    },
    brush: () => press(BRUSH),
    end: () => {
      stopLifting();
      press(END);
    },
    again: () => {
      stopLifting();
      at.current = AT_REST;
      setDown(false);
      setMirror(false);
      trainer.again();
    },
  };
}
