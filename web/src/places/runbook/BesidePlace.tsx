import { useQuery } from "@tanstack/react-query";
import { Link, useParams } from "react-router";

import type { CompareLine, RunLine } from "../../api/client";
import { besideQuery } from "../../api/book_queries";
import { Away, Waiting } from "../../parts/States";
import { dayAndTime } from "./dates";
import { PlaceTitle } from "../../parts/PlaceTitle";

const GROUPS: Record<string, string> = { run: "", was: "as it was", planned: "planned" };

/** Two runs side by side, what differs first. */
export default function BesidePlace() {
  const { first = "", second = "" } = useParams();
  const { data: two, error, refetch } = useQuery(besideQuery(first, second));
  if (error && !two) return <Away error={error} onRetry={() => void refetch()} />;
  if (!two) return <Waiting what="the two runs" />;
  const { differs, same } = two.compared;
  return (
    <article className="mx-auto w-full max-w-5xl p-4">
      <p className="text-sm">
        <Link className="link" to="/runs">
          Run book
        </Link>
      </p>
      <PlaceTitle title="Two runs side by side" className="mt-1" />
      {differs.length === 0 ? (
        <p className="panel mt-4 p-6">Nothing that was kept differs.</p>
      ) : (
        <Lines lines={differs} runs={[two.first.line, two.second.line]} />
      )}
      {same.length > 0 && (
        <details className="mt-4">
          <summary className="min-h-11 cursor-pointer py-2 font-semibold">
            The same in both: {same.length}
          </summary>
          <Lines lines={same} runs={[two.first.line, two.second.line]} />
        </details>
      )}
    </article>
  );
}

function Lines({ lines, runs }: { lines: readonly CompareLine[]; runs: readonly RunLine[] }) {
  return (
    <table className="panel mt-4 w-full table-fixed border-separate border-spacing-0 text-left">
      <thead>
        <tr>
          <th className="w-[28%] px-4 py-2 text-sm font-normal text-mute">Furthest apart first</th>
          {runs.map((run) => (
            <th key={run.id} className="px-4 py-2 font-normal">
              <Link className="link" to={`/runs/${run.id}`}>
                {dayAndTime(run.started_at)}
              </Link>
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {lines.map((line) => (
          <tr key={line.group + line.label}>
            <th scope="row" className="border-t border-line px-4 py-2 align-top font-medium">
              {line.label}{" "}
              <span className="block text-sm font-normal text-mute">{GROUPS[line.group]}</span>
            </th>
            {[line.first, line.second].map((text, at) => (
              <td
                key={at}
                className="border-t border-line px-4 py-2 align-top break-words tabular-nums"
              >
                {text ? text : <span className="text-mute">not told</span>}
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}
