import { useEffect, useRef, useState } from "react";

const AT_ONCE_AFTER_MS = 100;

/** A value once it has stayed the same for a moment; at once where nothing changed just before. */
export function useSettled<T>(value: T, ms = 30): T {
  const [settled, setSettled] = useState(value);
  const changedAt = useRef(-Infinity);
  useEffect(() => {
    const now = performance.now();
    const calm = now - changedAt.current > AT_ONCE_AFTER_MS;
    changedAt.current = now;
    // Not told by a timer alone: whatever comes in between begins the wait anew.
    const timer = setTimeout(() => setSettled(value), calm ? 0 : ms);
    return () => clearTimeout(timer);
  }, [value, ms]);
  return settled;
}
