// One run at the bench: where it stands, what was confirmed and timed, kept by the shop at once.
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useCallback, useRef, useState } from "react";

import { answer, AwayError, client, ProblemError, type Run } from "../../api/client";
import { runQuery } from "../../api/queries";

type Entries = Record<string, unknown>;
const RETRY_MS = 2000;

export function useBenchRun(run: Run) {
  const cache = useQueryClient();
  const key = runQuery(run.line.id).queryKey;
  const queue = useRef<Promise<unknown>>(Promise.resolve());
  const [away, setAway] = useState(false);

  const send = useCallback(
    async (entries: Entries, finish: boolean): Promise<Run> => {
      for (;;) {
        const version = cache.getQueryData<Run>(key)?.version ?? 0;
        try {
          const written = await answer(
            client.PATCH("/api/runs/{run_id}", {
              params: { path: { run_id: run.line.id } },
              body: { version, entries, finish },
            }),
          );
          setAway(false);
          cache.setQueryData(key, written);
          return written;
        } catch (error) {
          if (error instanceof ProblemError && error.problem.status === 409) {
            // Another tablet stands at the same run: take its version and write ours on top.
            cache.setQueryData(key, error.problem.current as Run);
            continue;
          }
          if (!(error instanceof AwayError)) throw error;
          setAway(true);
          await new Promise((resolve) => setTimeout(resolve, RETRY_MS));
        }
      }
    },
    [cache, key, run.line.id],
  );

  /** Write entries in turn; the bench goes on at once and the server catches up. */
  const write = useCallback(
    (entries: Entries) => {
      queue.current = queue.current.then(() => send(entries, false)).catch(() => undefined);
    },
    [send],
  );
  const finish = useMutation({
    mutationFn: async (entries: Entries) => {
      await queue.current;
      return send(entries, true);
    },
    onSuccess: () => {
      void cache.invalidateQueries({ queryKey: ["runs"] });
      void cache.invalidateQueries({ queryKey: ["jobs"] });
      void cache.invalidateQueries({ queryKey: ["job", run.line.job_id] });
    },
  });
  return { away, write, finish };
}
