import { useCallback, useEffect, useRef } from "react";

/** Paint once a screen: of frames that come faster than this machine paints them only the last is
 *  painted. Queued, they would leave the picture behind the hand, and the hand unheard. */
export function useNextPaint(): (paint: () => void) => void {
  const waiting = useRef<(() => void) | null>(null);
  const asked = useRef(0);
  useEffect(() => () => cancelAnimationFrame(asked.current), []);
  return useCallback((paint: () => void) => {
    const alreadyAsked = waiting.current !== null;
    waiting.current = paint;
    if (alreadyAsked) return;
    asked.current = requestAnimationFrame(() => {
      const now = waiting.current;
      waiting.current = null;
      now?.();
    });
  }, []);
}
