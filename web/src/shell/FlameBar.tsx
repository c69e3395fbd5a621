// A torch that may be burning, on every page: whose it is, and the way to its bench.
import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";

import { flamesQuery } from "../api/queries";

export function FlameBar() {
  const { data: flames } = useQuery(flamesQuery);
  return (flames ?? []).map((line) => (
    <aside
      key={line.run_id}
      aria-label={`Flame, ${line.job_name}`}
      className="border-b border-stop bg-stop-soft px-4 py-2"
    >
      <p>
        <strong className="font-semibold text-stop">A torch may be burning</strong>{" "}
        <Link className="link" to={`/runs/${line.run_id}/bench`}>
          {line.job_name}
        </Link>
        {line.who && `, ${line.who}`}
      </p>
    </aside>
  ));
}
