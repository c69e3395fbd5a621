// A clock that was started on the server, counted on here between its answers.
import { useEffect, useRef, useState } from "react";

export interface Counted {
  elapsed_s: number;
  seconds: number | null;
}
const TICK_MS = 100;
const SLEPT_MS = 3000;

/**
 * Count seconds on from what the server said. The page's own monotonic count is used, so that a
 * tablet whose clock is changed shows the right time; when it finds it has slept, it asks again.
 */
export function useCounting(counted: Counted | null, onSlept: () => void) {
  const [seconds, setSeconds] = useState(counted?.elapsed_s ?? 0);
  const slept = useRef(onSlept);
  useEffect(() => {
    slept.current = onSlept;
  });
  const elapsed = counted?.elapsed_s ?? null;
  useEffect(() => {
    if (elapsed === null) return;
    const heard = performance.now();
    let last = { wall: Date.now(), count: performance.now() };
    const tick = () => {
      const now = { wall: Date.now(), count: performance.now() };
      const lost = now.wall - last.wall - (now.count - last.count);
      if (Math.abs(lost) > SLEPT_MS || now.count - last.count > SLEPT_MS) slept.current();
      last = now;
      setSeconds(elapsed + (now.count - heard) / 1000);
    };
    tick();
    const timer = setInterval(tick, TICK_MS);
    return () => clearInterval(timer);
  }, [elapsed]);
  const left = counted?.seconds == null ? null : Math.max(0, counted.seconds - seconds);
  return { seconds, left };
}

/** Seconds as people read them from across a bench. */
export function clockWords(seconds: number, tenths = false): string {
  if (seconds < 60 && tenths) return `${seconds.toFixed(1)} s`;
  const whole = Math.floor(seconds);
  const minutes = Math.floor(whole / 60);
  const two = (n: number) => String(n).padStart(2, "0");
  return minutes < 60
    ? `${minutes}:${two(whole % 60)}`
    : `${Math.floor(minutes / 60)}:${two(minutes % 60)}:${two(whole % 60)}`;
}
