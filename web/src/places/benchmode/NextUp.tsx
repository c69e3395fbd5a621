import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";

import { dayQuery } from "../../api/day_queries";
import { clock } from "../day/hours";

/** What the day has next, once this flame is out; nothing where it is not known. */
export function NextUp({ jobId }: { jobId: string }) {
  const { data: day } = useQuery(dayQuery(false));
  const next = day?.values.timeline.find(
    (block) =>
      block.job !== jobId &&
      (block.needs === "torch" || block.needs === "hands") &&
      block.start_min >= day.now_min,
  );
  if (!day || !next) return null;
  const name = day.jobs.find((job) => job.id === next.job)?.name;
  return (
    <p className="mt-3 text-lg">
      Next:{" "}
      <Link className="link" to="/day">
        {name}, {next.phase}
      </Link>{" "}
      at {clock(next.start_min)}
      {next.who && `, ${next.who}`}.
    </p>
  );
}
