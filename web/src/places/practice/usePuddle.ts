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

/** Where the torch stands before it is first brought down, by its height and lean. */
const WORKING_MM = 3;
const LEAN_DEG = 20;
const OFF_MM = 100;
const HIGHEST_SET_MM = 20;
const MOST_LEAN_DEG = 60;
const LIFT_EVERY_MS = 50;
const LIFT_STEP_MM = 0.4;
const LIFTED_MM = 40;

const AT_REST: PuddleHand = {
  xMm: 0,
  yMm: 0,
  heightMm: OFF_MM,
  leanDeg: LEAN_DEG,
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
  const [heightMm, setHeightMm] = useState(WORKING_MM);
  const [leanDeg, setLeanDeg] = useState(LEAN_DEG);
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
  const { tell, press } = trainer;
  const told = useCallback(
    (changes: Partial<PuddleHand>) => {
      at.current = { ...at.current, ...changes };
      tell();
    },
    [tell],
  );
  const stopLifting = () => clearInterval(lifting.current);
  useEffect(() => stopLifting, []);

  const move = (xMm: number, yMm: number) => told({ xMm, yMm, rodXMm: xMm, rodYMm: yMm });
  const bring = (isDown: boolean) => {
    stopLifting();
    setDown(isDown);
    told({ heightMm: isDown ? heightMm : OFF_MM });
  };
  const height = (mm: number) => {
    const now = within(mm, HIGHEST_SET_MM);
    setHeightMm(now);
    if (down) told({ heightMm: now });
  };
  const lean = (deg: number) => {
    const now = within(deg, MOST_LEAN_DEG);
    setLeanDeg(now);
    told({ leanDeg: now });
  };
  /** Off the work by and by, so that the envelope keeps the air off until it is frozen. */
  const lift = () => {
    stopLifting();
    lifting.current = setInterval(() => {
      const now = at.current.heightMm + LIFT_STEP_MM;
      told({ heightMm: now > LIFTED_MM ? OFF_MM : now });
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
      told({ mirror: at });
    },
    dab: (xMm?: number, yMm?: number) => {
      if (xMm !== undefined && yMm !== undefined) told({ rodXMm: xMm, rodYMm: yMm });
      press(DAB);
    },
    brush: () => press(BRUSH),
    end: () => {
      stopLifting();
      press(END);
    },
    again: () => {
      stopLifting();
      at.current = { ...AT_REST, leanDeg };
      setDown(false);
      setMirror(false);
      trainer.again();
    },
  };
}
