// The fire watch, on every page until somebody has looked: it outlives the run and the server.
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link } from "react-router";

import { answer, client, type FireWatchLine } from "../api/client";
import { fireWatchesQuery } from "../api/queries";
import { useNotify } from "../parts/Notices";
import { clockWords, useCounting } from "../parts/useCounting";

export function FireWatchBar() {
  const { data: watches, refetch } = useQuery(fireWatchesQuery);
  return (watches ?? []).map((line) => (
    <OneWatch key={line.run_id} line={line} onSlept={() => void refetch()} />
  ));
}

function OneWatch({ line, onSlept }: { line: FireWatchLine; onSlept: () => void }) {
  const { left } = useCounting(line.clock, onSlept);
  const cache = useQueryClient();
  const notify = useNotify();
  const looked = useMutation({
    mutationFn: () =>
      answer(
        client.POST("/api/runs/{run_id}/confirm", {
          params: { path: { run_id: line.run_id } },
          body: { version: line.version, step: "fire-watch", answer: "yes", reason: "" },
        }),
      ),
    onError: (error) => notify(error.message),
    onSettled: () => cache.invalidateQueries({ queryKey: ["fire-watches"] }),
  });
  return (
    <aside
      aria-label={`Fire watch, ${line.job_name}`}
      className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-warn bg-warn-soft px-4 py-2"
    >
      <p className="flex-1">
        <strong className="font-semibold">Fire watch</strong>{" "}
        <Link className="link" to={`/runs/${line.run_id}`}>
          {line.job_name}
        </Link>
        {left === 0 ? (
          ": over. Somebody looks behind and below once more."
        ) : (
          <>
            {": "}
            <span className="font-semibold tabular-nums">
              {clockWords(Math.ceil(left ?? 0))}
            </span>{" "}
            to go
          </>
        )}
      </p>
      {left === 0 && (
        <button className="button-main" disabled={looked.isPending} onClick={() => looked.mutate()}>
          Looked: all cold
        </button>
      )}
    </aside>
  );
}
