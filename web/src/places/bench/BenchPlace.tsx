import { useInfiniteQuery, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { useParams } from "react-router";

import { jobQuery, ticketsQuery } from "../../api/queries";
import { PlaceTitle } from "../../parts/PlaceTitle";
import { Away, Waiting } from "../../parts/States";
import { useKeys } from "../../parts/useKeys";
import { JobRail } from "./JobRail";
import { JobView } from "./JobView";
import { NewJob, NewJobDialog } from "./NewJobDialog";
import { usePutAway } from "./usePutAway";

export function BenchPlace() {
  const { jobId } = useParams();
  const [asking, setAsking] = useState(false);
  const away = usePutAway();
  const { data: tickets, error, refetch } = useInfiniteQuery(ticketsQuery);
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
      <JobRail shown={shown} onNew={() => setAsking(true)} />
      {shown ? <OpenJobView key={shown} jobId={shown} /> : <BlankBench asked={asking} />}
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

/** All of a new job at once; `asked` for in its dialog it does not stand here as well. */
function BlankBench({ asked }: { asked: boolean }) {
  return (
    <section className="mx-auto w-full max-w-xl p-4">
      <PlaceTitle title="The bench is clear" />
      <p className="my-3 text-mute">
        A job starts with what is in your hand. Tip, flame, pressures, times and cautions follow.
      </p>
      {!asked && (
        <div className="panel p-4">
          <h2 className="mb-2 font-narrow text-xl font-semibold">New job</h2>
          <NewJob />
        </div>
      )}
    </section>
  );
}
