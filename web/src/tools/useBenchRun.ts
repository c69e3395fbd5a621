// One run at the bench: what is done is shown at once and kept by the shop in turn.
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useCallback, useState } from "react";

import { answer, client, ProblemError, type Run, type RunNow, type SoapPlace } from "../api/client";
import { runQuery } from "../api/queries";
import { useTurns } from "../parts/useTurns";

type Entries = Record<string, unknown>;
/** Something done at the bench, to be written on top of a version of the run. */
type Write = (version: number) => Promise<RunNow>;

export type ClockId = Run["bench"]["clocks"][number]["clock"];
export type Start = NonNullable<Run["log"]["start"]>;
export type Hand = NonNullable<Run["log"]["hand"]>;
export type Readings = Record<"acetylene" | "oxygen", Record<string, string>>;

export function useBenchRun(run: Run) {
  const cache = useQueryClient();
  const runId = run.line.id;
  const key = runQuery(runId).queryKey;
  const [away, setAway] = useState(false);
  const [refused, setRefused] = useState<ProblemError | null>(null);
  const [elsewhere, setElsewhere] = useState(false);

  const { inTurn, untilAnswered } = useTurns(useCallback((why) => setAway(why !== null), []));
  const send = useCallback(
    async (request: Write): Promise<RunNow> => {
      try {
        const written = await untilAnswered(() =>
          request(cache.getQueryData<Run>(key)?.version ?? 0),
        );
        setRefused(null);
        setElsewhere(false);
        // The plan of a run never changes: it is kept, and answers come without it.
        cache.setQueryData<Run>(key, (standing) => standing && { ...standing, ...written });
        return written;
      } catch (error) {
        if (error instanceof ProblemError && error.problem.status === 409) {
          // Another tablet changed the run: show how it stands, and let a person decide anew.
          cache.setQueryData(key, error.problem.current as Run);
          setElsewhere(true);
        } else if (error instanceof ProblemError) setRefused(error);
        throw error;
      }
    },
    [cache, key, untilAnswered],
  );
  /** Do things in turn; the bench goes on at once and the server catches up. */
  const enqueue = useCallback(
    (request: Write): Promise<RunNow | null> => inTurn(() => send(request)).catch(() => null),
    [inTurn, send],
  );
  /** Look how the run stands, once all that is on its way was answered: a stop may be new. */
  const hear = useCallback(
    () =>
      inTurn(async () => {
        const path = { run_id: runId };
        const now = await answer(client.GET("/api/runs/{run_id}/bench", { params: { path } }));
        const version = cache.getQueryData<Run>(key)?.version ?? 0;
        if (now.version < version) return;
        if (now.version > version) setElsewhere(true);
        cache.setQueryData<Run>(key, (standing) => standing && { ...standing, ...now });
      }).catch(() => null),
    [cache, inTurn, key, runId],
  );
  const params = { path: { run_id: runId } };
  const write = (entries: Entries) =>
    enqueue((version) =>
      answer(
        client.PATCH("/api/runs/{run_id}", { params, body: { version, entries, finish: false } }),
      ),
    );
  const stand = (step: string) =>
    enqueue((version) =>
      answer(client.POST("/api/runs/{run_id}/stand", { params, body: { version, step } })),
    );
  const begin = (start: Start) =>
    enqueue((version) =>
      answer(client.POST("/api/runs/{run_id}/begin", { params, body: { version, start } })),
    );
  const confirm = (step: string, said: "yes" | "no" = "yes", reason = "") =>
    enqueue((version) =>
      answer(
        client.POST("/api/runs/{run_id}/confirm", {
          params,
          body: { version, step, answer: said, reason },
        }),
      ),
    );
  const answerBatch = (lot: string, saw: string) =>
    enqueue((version) =>
      answer(client.POST("/api/runs/{run_id}/batch", { params, body: { version, lot, saw } })),
    );
  const pop = (what: "backfire" | "flash-back") =>
    enqueue((version) =>
      answer(client.POST("/api/runs/{run_id}/backfires", { params, body: { version, what } })),
    );
  const mend = (what: string) =>
    enqueue((version) =>
      answer(
        client.POST("/api/runs/{run_id}/corrective-actions", {
          params,
          body: { version, action: what },
        }),
      ),
    );
  const tried = (cause: string, helped: "yes" | "no" | "cannot-say") =>
    enqueue((version) =>
      answer(client.POST("/api/runs/{run_id}/tried", { params, body: { version, cause, helped } })),
    );
  const startClock = (clock: ClockId, ago = "", lain = "", longer = false, supplier = "") => {
    const pressed = performance.now();
    return enqueue((version) => {
      // Pressed while the server was away, or the queue was long: the clock began then, not now.
      const late = ago === "" ? `${((performance.now() - pressed) / 1000).toFixed(2)} s` : ago;
      return answer(
        client.POST("/api/runs/{run_id}/clocks", {
          params,
          body: { version, clock, ago: late, lain, longer, supplier },
        }),
      );
    });
  };
  const takeFlameBack = (reason: string) =>
    enqueue((version) =>
      answer(
        client.POST("/api/runs/{run_id}/undo-flame-out", { params, body: { version, reason } }),
      ),
    );
  const clearClock = (clock: ClockId) =>
    enqueue((version) =>
      answer(client.POST("/api/runs/{run_id}/clocks/clear", { params, body: { version, clock } })),
    );
  const testLeaks = (readings: Readings, soaped: readonly SoapPlace[] = []) =>
    enqueue((version) =>
      answer(
        client.POST("/api/runs/{run_id}/leak-test", {
          params,
          body: { version, readings, soaped: [...soaped] },
        }),
      ),
    );
  const tell = (act: string, report: Record<string, unknown>) =>
    enqueue((version) =>
      answer(
        client.POST("/api/runs/{run_id}/acts/{act}", {
          params: { path: { ...params.path, act } },
          body: { version, report },
        }),
      ),
    );
  const finish = useMutation({
    mutationFn: (entries: Entries) =>
      inTurn(() =>
        send((version) =>
          answer(
            client.PATCH("/api/runs/{run_id}", {
              params,
              body: { version, entries, finish: true },
            }),
          ),
        ),
      ),
    onSuccess: () => {
      void cache.invalidateQueries({ queryKey: ["runs"] });
      void cache.invalidateQueries({ queryKey: ["jobs"] });
      void cache.invalidateQueries({ queryKey: ["fire-watches"] });
      void cache.invalidateQueries({ queryKey: ["job", run.line.job_id] });
    },
  });
  const clearRefusal = () => {
    setRefused(null);
    setElsewhere(false);
  };
  return {
    away, refused, elsewhere, clearRefusal, write, stand, begin, confirm, answerBatch, pop, mend, tried, startClock, takeFlameBack, clearClock, testLeaks, tell, finish, hear,
  }; // prettier-ignore
}

export type Bench = ReturnType<typeof useBenchRun>;
