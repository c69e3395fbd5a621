import { useCallback, useEffect, useRef, useState } from "react";

import type { FlameHello, FlameSaid, FlameScore } from "../../api/client";
import { useTrainer, type TrainerHands } from "./useTrainer";
import { CLEAN, END, readFrame, SPARK, writeHands, type FlameFrame, type Valves } from "./wire";

const SHUT: Valves = { acetylene_open: 0, oxygen_open: 0, acetylene_bar: 0, oxygen_bar: 0 };

const FOLLOW_EVERY = 12;
const valvesOf = ({ numbers }: FlameFrame): Valves => ({
  acetylene_open: numbers["acetylene_open"] ?? 0,
  oxygen_open: numbers["oxygen_open"] ?? 0,
  acetylene_bar: numbers["acetylene_bar"] ?? 0,
  oxygen_bar: numbers["oxygen_bar"] ?? 0,
});

/** The flame trainer: two valves and two regulators go out, a flame comes in. */
export function useFlame(query: string, onFrame: (frame: FlameFrame, hello: FlameHello) => void) {
  const [valves, setValves] = useState(SHUT);
  const at = useRef(SHUT);
  const dialled = useRef(false);
  const hands = useRef<TrainerHands<FlameHello>>({
    now: () => JSON.stringify(at.current),
    write: (buttons, number, hello) => writeHands(at.current, buttons, number, hello),
  });
  const trainer = useTrainer<FlameHello, FlameSaid, FlameScore>(
    `/api/practice/flame?${query}`,
    hands,
    (bytes, hello) => {
      const frame = readFrame(bytes, hello);
      if (!frame) return;
      // Where a dial has the valves the page shows what it turned them to.
      if (dialled.current && frame.number % FOLLOW_EVERY === 0) setValves(valvesOf(frame));
      onFrame(frame, hello);
    },
  );
  const isDialled = trainer.said?.dialled === true;
  useEffect(() => {
    dialled.current = isDialled;
  }, [isDialled]);
  const { tell, press } = trainer;
  const turn = useCallback(
    (changes: Partial<Valves>) => {
      at.current = { ...at.current, ...changes };
      setValves(at.current);
      tell();
    },
    [tell],
  );
  return {
    ...trainer,
    valves,
    turn,
    isDialled,
    again: () => {
      at.current = SHUT;
      setValves(SHUT);
      trainer.again();
    },
    spark: () => press(SPARK),
    clean: () => press(CLEAN),
    end: () => press(END),
  };
}
