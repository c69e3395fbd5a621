import { useQuery } from "@tanstack/react-query";
import { Link, useParams } from "react-router";

import { runQuery, signsQuery } from "../../api/queries";
import { roomOf } from "../../kinds/rooms";
import { FigureBlock } from "../../figures/FigureBlock";
import { Away, Waiting } from "../../parts/States";
import { useUnits } from "../../shell/settings";
import { dayAndTime } from "./dates";

/** One run: planned beside actual, what was seen, and the plan it was done under. */
export default function RunPage() {
  const { runId = "" } = useParams();
  const units = useUnits();
  const { data: run, error, refetch } = useQuery(runQuery(runId));
  const { data: signs } = useQuery(signsQuery);
  if (error && !run) return <Away error={error} onRetry={() => void refetch()} />;
  if (!run) return <Waiting what="the run" />;
  const { line, log, plan } = run;
  const told = (value: number | null | undefined, unit: string, digits = 3) =>
    value == null ? "—" : units.measure(value, unit, digits);
  const timed = line.measures.some((one) => one.planned !== null || one.actual !== null);
  const { WorkLog } = roomOf(plan);
  return (
    <article className="mx-auto w-full max-w-4xl p-4">
      <p className="text-sm">
        <Link className="link" to="/runs">
          Run book
        </Link>
      </p>
      <h1 className="mt-1 font-narrow text-2xl font-semibold">{line.job_name}</h1>
      <p className="text-mute">
        {[dayAndTime(line.started_at), line.who, units.measure(line.thickness_mm, "mm")]
          .filter(Boolean)
          .join(" · ")}
      </p>
      {line.finished_at === null && (
        <p className="my-3">
          <Link className="button-main" to={`/runs/${line.id}/bench`}>
            Back to the bench
          </Link>
        </p>
      )}
      {timed && (
        <table className="panel my-4 w-full border-separate border-spacing-0 text-left">
          <thead className="text-sm text-mute">
            <tr>
              <th className="px-4 py-2 font-normal">Timed</th>
              <th className="px-4 py-2 font-normal">Planned</th>
              <th className="px-4 py-2 font-normal">Was</th>
            </tr>
          </thead>
          <tbody>
            {line.measures.map((one) => (
              <tr key={one.id}>
                <th scope="row" className="border-t border-line px-4 py-2 font-medium">
                  {one.label}
                </th>
                <td className="border-t border-line px-4 py-2 tabular-nums">
                  {told(one.planned, one.unit, 2)}
                </td>
                <td className="border-t border-line px-4 py-2 font-narrow text-xl font-semibold tabular-nums">
                  {told(one.actual, one.unit)}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {WorkLog && <WorkLog run={run} />}
      <h2 className="mt-4 font-semibold">Seen</h2>
      <p>
        {(log.seen ?? []).map((id) => signs?.find((s) => s.id === id)?.label ?? id).join(", ") ||
          "Nothing was noted."}
      </p>
      {log.notes && (
        <>
          <h2 className="mt-3 font-semibold">Notes</h2>
          <p className="whitespace-pre-wrap">{log.notes}</p>
        </>
      )}
      {(log.confirmations ?? []).length > 0 && (
        <>
          <h2 className="mt-3 font-semibold">Answered before lighting</h2>
          <ul>
            {(log.confirmations ?? []).map((one) => (
              <li key={one.step}>
                {plan.cards.find((card) => card.step.id === one.step)?.step.text ?? one.step}{" "}
                <span className="text-sm text-mute">
                  {[one.who, dayAndTime(one.at)].filter(Boolean).join(", ")}
                </span>
              </li>
            ))}
          </ul>
        </>
      )}
      {(log.taken_back ?? []).length > 0 && (
        <>
          <h2 className="mt-3 font-semibold">Taken back</h2>
          <ul>
            {(log.taken_back ?? []).map((one) => (
              <li key={one.at + one.what}>
                {[one.what, one.reason].filter(Boolean).join(": ")}{" "}
                <span className="text-sm text-mute">
                  {[one.who, dayAndTime(one.at)].filter(Boolean).join(", ")}
                </span>
              </li>
            ))}
          </ul>
        </>
      )}
      <h2 className="mt-6 font-narrow text-xl font-semibold">The plan it was done under</h2>
      <p className="text-sm text-mute">Method {line.method_version}; kept as it was that day.</p>
      <div className="panel mt-2 grid px-4 sm:grid-cols-2 sm:gap-x-8">
        {plan.stations
          .flatMap((s) => s.figures ?? [])
          .map((figure) => (
            <FigureBlock key={figure.id} figure={figure} />
          ))}
      </div>
    </article>
  );
}
