import { useMutation, useQueryClient } from "@tanstack/react-query";

import { answer, client, type Run } from "../../api/client";
import { runQuery } from "../../api/queries";
import { LogForm } from "../benchmode/LogForm";

/** A closed run added to or corrected: what it replaces stays readable beside it. */
export function CorrectForm({ run, onDone }: { run: Run; onDone: () => void }) {
  const cache = useQueryClient();
  const save = useMutation({
    mutationFn: (entries: Record<string, unknown>) =>
      answer(
        client.PATCH("/api/runs/{run_id}", {
          params: { path: { run_id: run.line.id } },
          body: { version: run.version, entries, finish: false },
        }),
      ),
    onSuccess: async () => {
      await cache.invalidateQueries({ queryKey: runQuery(run.line.id).queryKey });
      await cache.invalidateQueries({ queryKey: ["runs"] });
      onDone();
    },
  });
  return (
    <div className="panel my-4 p-4">
      <LogForm
        run={run}
        error={save.error}
        busy={save.isPending}
        onFinish={(entries) => save.mutate(entries)}
      />
      <button className="link mt-2 min-h-11" onClick={onDone}>
        Leave it as it stands
      </button>
    </div>
  );
}
