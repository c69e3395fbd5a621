import { useQuery } from "@tanstack/react-query";
import { Link, useParams } from "react-router";

import type { ForJob } from "../../api/client";
import { exerciseQuery } from "../../api/practice_queries";
import { Away, Waiting } from "../../parts/States";
import { useUnits } from "../../shell/settings";
import { PlaceTitle } from "../../parts/PlaceTitle";

const flameWay = (flame: NonNullable<ForJob["flame"]>, jobId: string) => {
  const asked = new URLSearchParams({ region: flame.region, job: jobId });
  if (flame.orifice_mm !== null) asked.set("orifice_mm", String(flame.orifice_mm));
  return `/practice/flame/${flame.target}?${asked}`;
};

/** What comes before a job: its flame on its tip, and its puddle on its own sheet. */
export default function ForJobPlace() {
  const { jobId = "" } = useParams();
  const units = useUnits();
  const { data, error, refetch } = useQuery(exerciseQuery(jobId));
  if (error) return <Away error={error} onRetry={() => void refetch()} />;
  if (data === undefined) return <Waiting what="the exercise" />;
  const { flame, puddle, why_no_puddle: why } = data;
  return (
    <article className="mx-auto w-full max-w-4xl p-4">
      <p className="text-sm">
        <Link className="link" to={`/jobs/${jobId}`}>
          Back to the job
        </Link>
      </p>
      <PlaceTitle title="Practise this one first" className="mt-1" />
      <div className="mt-3 grid gap-3 sm:grid-cols-2">
        <section className="panel flex flex-col p-4">
          <h2 className="font-semibold">Its flame</h2>
          {flame ? (
            <>
              <p className="mb-3 text-mute">
                {flame.orifice_mm === null
                  ? "No tip is chosen yet: the usual one serves."
                  : `On your own tip, ${units.measure(flame.orifice_mm, "wall", 2)}.`}
              </p>
              <Link className="button mt-auto min-h-11 text-center" to={flameWay(flame, jobId)}>
                Set the flame
              </Link>
            </>
          ) : (
            <p className="text-mute">This job names no flame yet.</p>
          )}
        </section>
        <section className="panel flex flex-col p-4">
          <h2 className="font-semibold">Its puddle</h2>
          {puddle ? (
            <>
              <p className="mb-3 text-mute">{puddle.about}</p>
              <Link
                className="button mt-auto min-h-11 text-center"
                to={`/practice/puddle/${puddle.id}?${new URLSearchParams({ job: jobId })}`}
              >
                Carry the puddle
              </Link>
            </>
          ) : (
            <p className="text-mute">It would take {why}.</p>
          )}
        </section>
      </div>
    </article>
  );
}
