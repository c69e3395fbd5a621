import { useInfiniteQuery, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { NavLink, useParams } from "react-router";

import { jobQuery, marksQuery, ticketsQuery } from "../../api/queries";
import { PlaceTitle } from "../../parts/PlaceTitle";
import { Away, Waiting } from "../../parts/States";
import { useKeys } from "../../parts/useKeys";
import { JobView } from "./JobView";
import { NewJobDialog } from "./NewJobDialog";
import { usePutAway } from "./usePutAway";
import { changedSinceSeen } from "./useSeen";

export function BenchPlace() {
  const { jobId } = useParams();
  const [asking, setAsking] = useState(false);
  const away = usePutAway();
  const {
    data: tickets,
    error,
    refetch,
    hasNextPage,
    fetchNextPage,
  } = useInfiniteQuery(ticketsQuery);
  const { data: marks } = useQuery(marksQuery);
  // With a job open its own Ctrl Z decides; on a cleared bench only this one is left.
  useKeys(
    { "Mod+z": () => away.last !== null && void away.bringBack(away.last) },
    tickets?.length === 0,
  );
  useKeys({ n: () => setAsking(true), N: () => setAsking(true) }, !asking);
  if (error && !tickets) return <Away error={error} onRetry={() => void refetch()} />;
  if (!tickets) return <Waiting what="the bench" />;
  const shown = jobId ?? tickets[0]?.id;
  return (
    <div className="flex flex-1 flex-col md:flex-row">
      <nav
        aria-label="Jobs on the bench"
        className="border-line bg-paper p-3 md:sticky md:top-[var(--head)] md:h-[calc(100vh-var(--head))] md:w-52 md:shrink-0 md:overflow-y-auto md:border-r"
      >
        <div className="mb-2 flex items-center justify-between">
          <h2 className="font-semibold">On the bench</h2>
          <button className="link min-h-9 px-1 font-semibold" onClick={() => setAsking(true)}>
            + New
          </button>
        </div>
        <ul className="flex gap-2 overflow-x-auto pb-1 md:flex-col md:overflow-visible">
          {tickets.map((ticket) => (
            <li key={ticket.id} className="w-44 shrink-0 md:w-auto">
              <NavLink
                to={`/jobs/${ticket.id}`}
                aria-current={ticket.id === shown ? "page" : undefined}
                className={`block h-full rounded-md rounded-tr-2xl border border-l-8 border-l-steel px-3 py-2 ${
                  ticket.id === shown ? "border-ink bg-panel" : "border-line bg-panel/60"
                }`}
              >
                <span className="block font-semibold">{ticket.name}</span>
                <span className="block text-sm text-mute">{ticket.line}</span>
                {ticket.open_run_id && (
                  <span className="text-sm font-semibold text-cone">at the bench now</span>
                )}
                {ticket.id !== shown && changedSinceSeen(ticket.id, marks?.marks[ticket.id]) && (
                  <span className="block text-sm font-semibold text-cone">plan changed</span>
                )}
              </NavLink>
            </li>
          ))}
          {hasNextPage && (
            <li className="shrink-0">
              <button className="button w-full" onClick={() => void fetchNextPage()}>
                More jobs
              </button>
            </li>
          )}
        </ul>
      </nav>
      {shown ? (
        <OpenJobView key={shown} jobId={shown} />
      ) : (
        <BlankBench onNew={() => setAsking(true)} />
      )}
      <NewJobDialog open={asking} onClose={() => setAsking(false)} />
    </div>
  );
}

function OpenJobView({ jobId }: { jobId: string }) {
  const { data: job, error, refetch } = useQuery(jobQuery(jobId));
  // A station asked for while the job is still on its way is not forgotten.
  const [early, setEarly] = useState<number | null>(null);
  const digits = Array.from({ length: 9 }, (_, n) => [String(n + 1), () => setEarly(n)]);
  useKeys(Object.fromEntries(digits) as Record<string, () => void>, !job);
  if (error && !job) return <Away error={error} onRetry={() => void refetch()} />;
  return job ? <JobView job={job} early={early} /> : <Waiting what="the job" />;
}

function BlankBench({ onNew }: { onNew: () => void }) {
  return (
    <section className="m-auto max-w-md p-8">
      <PlaceTitle title="The bench is clear" />
      <p className="my-3">
        A job starts with what is in your hand: two sheets and a seam. Put one on the bench, click
        the boxed sizes on its drawing, and tip, flame, pressures, times and cautions follow.
      </p>
      <button className="button-main" onClick={onNew}>
        New job
      </button>
    </section>
  );
}
