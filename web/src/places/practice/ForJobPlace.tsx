import { useQuery } from "@tanstack/react-query";
import { Link, Navigate, useParams } from "react-router";

import { exerciseQuery } from "../../api/practice_queries";
import { Away, Waiting } from "../../parts/States";

/** On to the exercise that comes before a job: its flame, on its tip. */
export default function ForJobPlace() {
  const { jobId = "" } = useParams();
  const { data: exercise, error, refetch } = useQuery(exerciseQuery(jobId));
  if (error) return <Away error={error} onRetry={() => void refetch()} />;
  if (exercise === undefined) return <Waiting what="the exercise" />;
  if (exercise === null)
    return (
      <article className="mx-auto w-full max-w-4xl p-4">
        <h1 className="font-narrow text-2xl font-semibold">Practice</h1>
        <p className="mt-2">
          This job names no flame yet.{" "}
          <Link className="link" to={`/jobs/${jobId}`}>
            Back to it
          </Link>
        </p>
      </article>
    );
  const asked = new URLSearchParams({ region: exercise.region, job: jobId });
  if (exercise.orifice_mm !== null) asked.set("orifice_mm", String(exercise.orifice_mm));
  return <Navigate to={`/practice/flame/${exercise.target}?${asked}`} replace />;
}
