// The fire watch, on every page until somebody has looked: it outlives the run and the server.
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useId, useState } from "react";
import { Link } from "react-router";

import { answer, client, faultOf, type FireWatchLine } from "../api/client";
import { fireWatchesQuery } from "../api/queries";
import { useNotify } from "../parts/Notices";
import { clockWords, useCounting } from "../parts/useCounting";

export function FireWatchBar() {
  const { data: watches, refetch } = useQuery(fireWatchesQuery);
  const lines = watches ?? [];
  const slept = () => void refetch();
  if (lines.length < 2)
    return lines.map((line) => <OneWatch key={line.run_id} line={line} onSlept={slept} />);
  // Those that are over wait for somebody; of the others the next one to end is told.
  const over = lines.filter((line) => line.clock.over).length;
  const next = lines.reduce((soonest, line) =>
    (line.clock.left_s ?? 0) < (soonest.clock.left_s ?? 0) && !line.clock.over ? line : soonest,
  );
  return (
    <details className="group border-b border-warn bg-warn-soft" data-screen-only>
      <summary
        aria-label={`Fire watches: ${lines.length}`}
        className="flex min-h-11 cursor-pointer flex-wrap items-center gap-x-4 px-4 py-2"
      >
        <strong className="font-semibold">{lines.length} fire watches</strong>
        {over > 0 && <span className="text-stop">{over} over: look now</span>}
        {over < lines.length && <NextEnd line={next} onSlept={slept} />}
        <span className="link ml-auto group-open:hidden">Show each</span>
      </summary>
      {lines.map((line) => (
        <OneWatch key={line.run_id} line={line} onSlept={slept} />
      ))}
    </details>
  );
}

function NextEnd({ line, onSlept }: { line: FireWatchLine; onSlept: () => void }) {
  const { left } = useCounting(line.clock, onSlept);
  return (
    <span>
      next, {line.job_name}:{" "}
      <span className="font-narrow font-semibold tabular-nums">
        {clockWords(Math.ceil(left ?? 0))}
      </span>
    </span>
  );
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
            to go{line.who && `, kept by ${line.who}`}
          </>
        )}
      </p>
      {left === 0 ? (
        <button className="button-main" disabled={looked.isPending} onClick={() => looked.mutate()}>
          Looked: all cold
        </button>
      ) : (
        <AnotherWatches key={line.version} line={line} />
      )}
    </aside>
  );
}

/** Somebody else keeps the watch: whoever keeps one lights nothing at another place. */
function AnotherWatches({ line }: { line: FireWatchLine }) {
  const id = useId();
  const cache = useQueryClient();
  const [asked, setAsked] = useState(false);
  const [who, setWho] = useState("");
  const named = useMutation({
    mutationFn: () =>
      answer(
        client.POST("/api/runs/{run_id}/watcher", {
          params: { path: { run_id: line.run_id } },
          body: { version: line.version, who },
        }),
      ),
    // Who may light what is told with each run.
    onSuccess: () => cache.invalidateQueries(),
  });
  if (!asked)
    return (
      <button className="link min-h-11" onClick={() => setAsked(true)}>
        Another watches
      </button>
    );
  const fault = faultOf(named.error, "who") ?? named.error?.message;
  return (
    <form
      className="flex flex-wrap items-center gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        named.mutate();
      }}
    >
      <label htmlFor={id}>Who watches now</label>
      <input
        id={id}
        className="field min-h-11 w-40"
        autoFocus
        value={who}
        maxLength={60}
        onChange={(event) => setWho(event.target.value)}
      />
      <button className="button" disabled={named.isPending}>
        Keep
      </button>
      {fault && (
        <p role="alert" className="w-full text-stop">
          {fault}
        </p>
      )}
    </form>
  );
}
