// A bench that stands open hears what changed elsewhere: a new stop, another tablet, a stricter rule.
import { useEffect, useRef } from "react";

export const HEARS_EVERY_MS = 4000;

/** Ask every few seconds, and when the page comes to the front; never twice at once. */
export function useHearing(hear: () => Promise<unknown>) {
  const latest = useRef(hear);
  useEffect(() => {
    latest.current = hear;
  });
  useEffect(() => {
    let asking = false;
    const ask = () => {
      if (asking || document.hidden) return;
      asking = true;
      void latest.current().finally(() => {
        asking = false;
      });
    };
    const every = setInterval(ask, HEARS_EVERY_MS);
    document.addEventListener("visibilitychange", ask);
    return () => {
      clearInterval(every);
      document.removeEventListener("visibilitychange", ask);
    };
  }, []);
}
