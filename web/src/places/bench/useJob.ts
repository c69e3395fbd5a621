// One open job: autosave in order, with undo, conflicts shown, and nothing typed ever lost.
import { useQueryClient } from "@tanstack/react-query";
import { useCallback, useRef, useState } from "react";

import {
  answer,
  type Changes,
  client,
  type OpenJob,
  ProblemError,
  unitsSpoken,
} from "../../api/client";
import { jobQuery, ticketsQuery } from "../../api/queries";
import { useNotify } from "../../parts/Notices";
import { useTurns } from "../../parts/useTurns";

export type SaveState = "saved" | "saving" | "busy" | "away";

export interface Conflict {
  mine: Changes;
  theirs: OpenJob;
}

export function useJob(job: OpenJob) {
  const cache = useQueryClient();
  const notify = useNotify();
  const [saveState, setSaveState] = useState<SaveState>("saved");
  const [conflict, setConflict] = useState<Conflict | null>(null);
  const [faults, setFaults] = useState<Record<string, unknown>>({});
  const [before, setBefore] = useState<{ plan: OpenJob["plan"]; units: string } | null>(null);
  // Who waits for the conflict to be settled: the field whose text must not be lost meanwhile.
  const settled = useRef<(taken: boolean) => void>(() => {});
  const { inTurn, untilAnswered } = useTurns(
    useCallback((why) => setSaveState(why ?? "saving"), []),
  );
  const key = jobQuery(job.id).queryKey;

  const accept = useCallback(
    (next: OpenJob) => {
      const standing = cache.getQueryData<OpenJob>(key);
      if (standing && standing.version !== next.version)
        setBefore({ plan: standing.plan, units: unitsSpoken() });
      cache.setQueryData(key, next);
      // The list is as long as the bench: the one ticket that changed is put in its place.
      cache.setQueryData(
        ticketsQuery.queryKey,
        (read) =>
          read && {
            ...read,
            pages: read.pages.map((page) => ({
              ...page,
              tickets: page.tickets.map((t) => (t.id === next.id ? next.ticket : t)),
            })),
          },
      );
    },
    [cache, key],
  );

  /** Do one thing after the other, so that each goes out with the version the last one left. */
  const save = useCallback(
    (send: (version: number) => Promise<OpenJob>, mine: Changes): Promise<boolean> =>
      inTurn(async () => {
        setSaveState("saving");
        const version = () => cache.getQueryData<OpenJob>(key)?.version ?? job.version;
        try {
          accept(await untilAnswered(() => send(version())));
          setFaults({});
          return true;
        } catch (error) {
          const current = error instanceof ProblemError && error.problem.status === 409;
          if (current) {
            setConflict({ mine, theirs: error.problem.current as OpenJob });
            return new Promise<boolean>((resolve) => (settled.current = resolve));
          }
          setFaults(Object.fromEntries(Object.keys(mine).map((field) => [field, error])));
          if (Object.keys(mine).length === 0) notify((error as Error).message);
          return false;
        } finally {
          setSaveState("saved");
        }
      }),
    [accept, cache, inTurn, job.version, key, notify, untilAnswered],
  );

  const path = { job_id: job.id };
  const change = (changes: Changes) =>
    save(
      (version) =>
        answer(
          client.PATCH("/api/jobs/{job_id}", { params: { path }, body: { version, changes } }),
        ),
      changes,
    );
  const undo = () =>
    save(
      (version) =>
        answer(client.POST("/api/jobs/{job_id}/undo", { params: { path }, body: { version } })),
      {},
    );
  const settle = (keep: "mine" | "theirs") => {
    if (conflict === null) return;
    accept(conflict.theirs);
    setConflict(null);
    settled.current(true);
    if (keep === "mine") void change(conflict.mine);
  };
  // In other units every text reads otherwise, and nothing of it was changed.
  const standing = before?.units === unitsSpoken() ? before.plan : null;
  return { saveState, conflict, settle, faults, before: standing, change, undo };
}
