import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";

import { proceduresQuery } from "../../api/book_queries";
import { Away, Waiting } from "../../parts/States";
import { BookTabs } from "../runbook/BookTabs";
import { PlaceTitle } from "../../parts/PlaceTitle";

/** How things are done here: every procedure of the shop, by number. */
export default function ProceduresPlace() {
  const { data: lines, error, refetch } = useQuery(proceduresQuery);
  if (error && !lines) return <Away error={error} onRetry={() => void refetch()} />;
  if (!lines) return <Waiting what="the procedures" />;
  return (
    <article className="mx-auto w-full max-w-4xl p-4">
      <BookTabs />
      <PlaceTitle title="Shop procedures" className="mt-1" />
      <p className="text-mute">
        Runs that came out well, signed by somebody, offered on the next job like them.
      </p>
      {lines.length === 0 ? (
        <p className="panel mt-4 p-6">
          None yet. Open a run that came out good in the run book and make it one.
        </p>
      ) : (
        <ul className="panel mt-4 divide-y divide-line">
          {lines.map((line) => (
            <li key={line.number}>
              <Link
                to={`/runs/procedures/${line.number}`}
                className="grid gap-x-4 px-4 py-3 hover:bg-shade sm:grid-cols-[4rem_1fr_12rem] sm:items-baseline"
              >
                <span className="font-narrow text-xl font-semibold tabular-nums">
                  {line.number}
                </span>
                <span>
                  <strong className="font-semibold">{line.name}</strong>, revision {line.version}{" "}
                  <span className="text-sm text-mute">{line.piece}</span>
                </span>
                <span className="text-sm text-mute">
                  {line.signed_by}, {line.signed_at.slice(0, 10)}
                </span>
              </Link>
            </li>
          ))}
        </ul>
      )}
    </article>
  );
}
