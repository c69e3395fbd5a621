import { useCallback, useEffect, useRef, useState } from "react";

import type { FlameHello, FlameSaid, FlameScore, FlameTold } from "../../api/client";
import { CLEAN, END, readFrame, SPARK, writeHands, type FlameFrame, type Valves } from "./wire";

const HANDS_EVERY_MS = 33;
/** Said again and again, so that the trainer knows somebody is there; by the clock, since a page
 *  in the background is let tick once a second. */
const STILL_HERE_MS = 900;
const SHUT: Valves = { acetylene_open: 0, oxygen_open: 0, acetylene_bar: 0, oxygen_bar: 0 };

export type Playing = "connecting" | "playing" | "ended" | "lost";

/** An exercise over its socket: hands go out, frames and words come in. */
export function useFlame(query: string, onFrame: (frame: FlameFrame, hello: FlameHello) => void) {
  const [valves, setValves] = useState(SHUT);
  const [hello, setHello] = useState<FlameHello | null>(null);
  const [said, setSaid] = useState<FlameSaid | null>(null);
  const [happened, setHappened] = useState<string[]>([]);
  const [score, setScore] = useState<FlameScore | null>(null);
  const [playing, setPlaying] = useState<Playing>("connecting");
  const [round, setRound] = useState(0);
  const hands = useRef(SHUT);
  const buttons = useRef(0);
  const moved = useRef(() => {});
  const drawn = useRef(onFrame);
  useEffect(() => {
    drawn.current = onFrame;
  });

  useEffect(() => {
    const address = new URL(`/api/practice/flame?${query}`, location.href);
    address.protocol = location.protocol === "https:" ? "wss:" : "ws:";
    const socket = new WebSocket(address);
    socket.binaryType = "arraybuffer";
    let told: FlameHello | null = null;
    let number = 0;
    let last = "";
    let toldAt = 0;
    socket.onmessage = ({ data }: MessageEvent<ArrayBuffer | string>) => {
      if (typeof data !== "string") {
        const frame = told && readFrame(data, told);
        if (told && frame) drawn.current(frame, told);
        return;
      }
      const message = JSON.parse(data) as FlameTold;
      if (message.hello) {
        told = message.hello;
        setHello(message.hello);
        setPlaying("playing");
      }
      if (message.words) {
        const words = message.words;
        setSaid(words);
        if (words.happened.length > 0)
          setHappened((all) => [...words.happened, ...all].slice(0, 6));
      }
      if (message.score) {
        setScore(message.score);
        setPlaying("ended");
      }
    };
    socket.onclose = () => setPlaying((now) => (now === "ended" ? now : "lost"));
    const tell = () => {
      if (!told || socket.readyState !== WebSocket.OPEN) return;
      const now = JSON.stringify(hands.current);
      const still = performance.now() - toldAt < STILL_HERE_MS;
      if (now === last && buttons.current === 0 && still) return;
      last = now;
      toldAt = performance.now();
      number += 1;
      socket.send(writeHands(hands.current, buttons.current, number, told));
      buttons.current = 0;
    };
    moved.current = tell;
    const sending = setInterval(tell, HANDS_EVERY_MS);
    return () => {
      clearInterval(sending);
      moved.current = () => {};
      socket.onclose = null;
      socket.close();
    };
  }, [query, round]);

  const turn = useCallback((changes: Partial<Valves>) => {
    hands.current = { ...hands.current, ...changes };
    setValves(hands.current);
    // At once: the picture is a frame behind the hand as it is.
    moved.current();
  }, []);
  const press = useCallback((button: number) => {
    buttons.current |= button;
    moved.current();
  }, []);
  const again = useCallback(() => {
    hands.current = SHUT;
    setValves(SHUT);
    setHello(null);
    setSaid(null);
    setHappened([]);
    setScore(null);
    setPlaying("connecting");
    setRound((count) => count + 1);
  }, []);
  return {
    valves,
    hello,
    said,
    happened,
    score,
    playing,
    turn,
    again,
    spark: () => press(SPARK),
    clean: () => press(CLEAN),
    end: () => press(END),
  };
}
