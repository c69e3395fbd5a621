import { useQuery } from "@tanstack/react-query";
import { Link, useParams } from "react-router";

import { runQuery, signsQuery } from "../../api/queries";
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
  const timed = line.planned_puddle_s != null || line.puddle_s != null;
  const rows = [
    {
      label: "First puddle",
      planned: told(line.planned_puddle_s, "s", 2),
      actual: told(line.puddle_s, "s"),
    },
    {
      label: "Seam",
      planned: told(line.planned_seam_min, "min", 2),
      actual: told(line.seam_min, "min"),
    },
  ];
  return (
    <article className="mx-auto w-full max-w-4xl p-4">
      <p className="text-sm">
        <Link className="link" to="/runs">
          Run book
        </Link>
      </p>
      <h1 className="mt-1 font-narrow text-2xl font-semibold">{line.job_name}</h1>
      <p className="text-mute">
        {[dayAndTime(line.started_at), line.who, `${units.measure(line.thickness_mm, "mm")} sheet`]
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
            {rows.map((row) => (
              <tr key={row.label}>
                <th scope="row" className="border-t border-line px-4 py-2 font-medium">
                  {row.label}
                </th>
                <td className="border-t border-line px-4 py-2 tabular-nums">{row.planned}</td>
                <td className="border-t border-line px-4 py-2 font-narrow text-xl font-semibold tabular-nums">
                  {row.actual}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {(log.straightening?.rounds ?? []).length > 0 && (
        <>
          <h2 className="font-semibold">Rounds</h2>
          <ol className="mb-3">
            {(log.straightening?.rounds ?? []).map((round, index) => (
              <li key={index}>
                {index + 1}: {round.spots.length} spots, bow{" "}
                {units.measure(round.camber_before_mm, "mm", 3)} to{" "}
                {units.measure(round.camber_after_mm, "mm", 3)}
                {run.bench.member?.hot_rounds.includes(index + 1) &&
                  ", read hot, not reckoned with"}
              </li>
            ))}
          </ol>
        </>
      )}
      <h2 className="font-semibold">Seen</h2>
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
