import { useEffect, useState } from "react";

/** A stopwatch that survives a reload: the moment it was started is kept by this browser. */
export function useStopwatch(key: string) {
  const [startedAt, setStartedAt] = useState<number | null>(() => {
    const kept = Number(localStorage.getItem(key));
    return kept > 0 ? kept : null;
  });
  const [seconds, setSeconds] = useState(0);
  useEffect(() => {
    if (startedAt === null) return;
    const tick = () => setSeconds((Date.now() - startedAt) / 1000);
    tick();
    const timer = setInterval(tick, 100);
    return () => clearInterval(timer);
  }, [startedAt]);

  const start = () => {
    const now = Date.now();
    localStorage.setItem(key, String(now));
    setStartedAt(now);
  };
  const stop = (): number => {
    const taken = startedAt === null ? 0 : (Date.now() - startedAt) / 1000;
    localStorage.removeItem(key);
    setStartedAt(null);
    setSeconds(taken);
    return taken;
  };
  return { running: startedAt !== null, seconds, start, stop };
}
