// One thing after the other, each sent again and again while the server is away or busy.
import { useCallback, useRef } from "react";

import { AwayError, BusyError } from "../api/client";

const RETRY_MS = 2000;

/** Why something that was done is not kept yet; null once it was answered. */
export type Waits = "busy" | "away" | null;

export function useTurns(onWaits: (why: Waits) => void) {
  const last = useRef<Promise<unknown>>(Promise.resolve());

  /** Send until there is an answer; any answer ends it, a refusal too. */
  const untilAnswered = useCallback(
    async <T>(send: () => Promise<T>): Promise<T> => {
      for (;;) {
        try {
          const answered = await send();
          onWaits(null);
          return answered;
        } catch (error) {
          if (!(error instanceof AwayError)) throw error;
          onWaits(error instanceof BusyError ? "busy" : "away");
          // The server is asked again, not waited for: nobody says when it is back.
          await new Promise((resolve) => setTimeout(resolve, RETRY_MS));
        }
      }
    },
    [onWaits],
  );

  /** Work once everything before has ended, well or not. */
  const inTurn = useCallback(<T>(work: () => Promise<T>): Promise<T> => {
    const turn = last.current.then(work);
    last.current = turn.catch(() => null);
    return turn;
  }, []);

  return { inTurn, untilAnswered };
}
