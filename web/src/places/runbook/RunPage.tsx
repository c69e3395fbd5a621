import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useParams } from "react-router";

import { answer, client } from "../../api/client";
import { runQuery, signsQuery, watchesQuery } from "../../api/queries";
import { roomOf } from "../../kinds/rooms";
import { FigureBlock } from "../../figures/FigureBlock";
import { Dialog } from "../../parts/Dialog";
import { PaperLinks } from "../../parts/PaperLinks";
import { Away, Waiting } from "../../parts/States";
import { useUnits } from "../../shell/settings";
import { CorrectForm } from "./CorrectForm";
import { SignDialog } from "../procedures/SignDialog";
import { RunPhotos } from "../photos/RunPhotos";
import { RunFaultFinder, type Helped } from "../benchmode/FaultFinder";
import { dayAndTime } from "./dates";
import { useBookWords } from "./useBookWords";

/** One run: planned beside actual, what was seen, and the plan it was done under. */
export default function RunPage() {
  const { runId = "" } = useParams();
  const units = useUnits();
  const { label } = useBookWords();
  const [correcting, setCorrecting] = useState(false);
  const [finding, setFinding] = useState(false);
  const [signing, setSigning] = useState(false);
  const { data: run, error, refetch } = useQuery(runQuery(runId));
  const { data: signs } = useQuery(signsQuery);
  const cache = useQueryClient();
  const write = useMutation({
    mutationFn: (entries: Record<string, unknown>) =>
      answer(
        client.PATCH("/api/runs/{run_id}", {
          params: { path: { run_id: runId } },
          body: { version: run?.version ?? 0, entries, finish: false },
        }),
      ),
    onSuccess: () => cache.invalidateQueries({ queryKey: runQuery(runId).queryKey }),
  });
  const tried = useMutation({
    mutationFn: (told: { cause: string; helped: Helped }) =>
      answer(
        client.POST("/api/runs/{run_id}/tried", {
          params: { path: { run_id: runId } },
          body: { version: run?.version ?? 0, ...told },
        }),
      ),
    onSuccess: () => cache.invalidateQueries({ queryKey: runQuery(runId).queryKey }),
  });
  const jobId = run?.line.job_id ?? "";
  const { data: watches } = useQuery({ ...watchesQuery(jobId), enabled: jobId !== "" });
  if (error && !run) return <Away error={error} onRetry={() => void refetch()} />;
  if (!run) return <Waiting what="the run" />;
  const { line, log, plan } = run;
  const told = (value: number | null | undefined, unit: string, digits = 3) =>
    value == null ? "—" : units.measure(value, unit, digits);
  const measures = run.measures.filter((one) => one.planned !== null || one.actual !== null);
  const used = run.used.filter((one) => one.actual !== "");
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
      <p data-screen-only className="flex flex-wrap items-center gap-x-5">
        {line.finished_at !== null && !correcting && (
          <button className="link min-h-11" onClick={() => setCorrecting(true)}>
            Add or correct
          </button>
        )}
        {line.finished_at !== null && (
          <button className="link min-h-11" onClick={() => setFinding(true)}>
            Why did it go wrong?
          </button>
        )}
        {line.finished_at !== null && "joint" in plan.job && (
          <button className="link min-h-11" onClick={() => setSigning(true)}>
            Make it a procedure
          </button>
        )}
        {(watches ?? [])
          .filter((watch) => watch.run_id === line.id)
          .map((watch) => (
            <Link key={watch.id} className="link" to={`/watches/${watch.id}`}>
              Its heat as it was watched
            </Link>
          ))}
        <PaperLinks what="On one page" path={`/api/runs/${line.id}/sheet.pdf`} />
        <button className="link min-h-11" onClick={() => print()}>
          Print
        </button>
        <a className="link" href={`/api/runs/${line.id}`} download={`run-${line.id}.json`}>
          Export
        </a>
      </p>
      {signing && <SignDialog runId={line.id} who={line.who} onClose={() => setSigning(false)} />}
      {finding && (
        <Dialog open onClose={() => setFinding(false)} title="Why did it go wrong?" at="top">
          <RunFaultFinder
            runId={line.id}
            onBack={() => setFinding(false)}
            onTried={(cause, helped) =>
              tried.mutateAsync({ cause, helped }).then(
                () => true,
                () => false,
              )
            }
          />
          {tried.error && (
            <p role="alert" className="text-stop">
              {tried.error.message}
            </p>
          )}
        </Dialog>
      )}
      {correcting && <CorrectForm run={run} onDone={() => setCorrecting(false)} />}
      {measures.length > 0 && (
        <table className="panel my-4 w-full border-separate border-spacing-0 text-left">
          <thead className="text-sm text-mute">
            <tr>
              <th className="px-4 py-2 font-normal">Timed and measured</th>
              <th className="px-4 py-2 font-normal">Planned</th>
              <th className="px-4 py-2 font-normal">Was</th>
            </tr>
          </thead>
          <tbody>
            {measures.map((one) => (
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
            {used.map((one) => (
              <tr key={one.id}>
                <th scope="row" className="border-t border-line px-4 py-2 font-medium">
                  {one.label}
                </th>
                <td className="border-t border-line px-4 py-2">{one.planned || "—"}</td>
                <td className="border-t border-line px-4 py-2 font-semibold">{one.actual}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {(log.puddles ?? []).length > 0 && (
        <p>
          More puddles:{" "}
          {(log.puddles ?? [])
            .map((one) => `${told(one.s, "s", 2)} ${label("puddle_places", one.at ?? "sheet")}`)
            .join(", ")}
          .
        </p>
      )}
      {log.verdict && (
        <p className="text-lg">
          <strong className="font-semibold">{label("verdicts", log.verdict)}</strong>
        </p>
      )}
      {WorkLog && <WorkLog run={run} />}
      {(log.rods ?? []).length > 0 && (
        <>
          <h2 className="mt-4 font-semibold">Rod taken from the rack</h2>
          <ul className="mb-3">
            {(log.rods ?? []).map((one) => (
              <li key={one.rod + (one.diameter_mm ?? "")}>
                {units.measure(one.grams, "g", 3)} of {one.item || `${one.rod}, none in the rack`}
              </li>
            ))}
          </ul>
        </>
      )}
      <h2 className="mt-4 font-semibold">Seen</h2>
      <p>
        {(log.seen ?? []).map((id) => signs?.find((s) => s.id === id)?.label ?? id).join(", ") ||
          "Nothing was noted."}
      </p>
      <Said head="Changed in the middle" text={log.changed} />
      <Said head="Next time" text={log.next_time} />
      {log.notes && (
        <>
          <h2 className="mt-3 font-semibold">Notes</h2>
          <p className="whitespace-pre-wrap">{log.notes}</p>
        </>
      )}
      {/* While the log is corrected its form holds them. */}
      {!correcting && (
        <div className="mt-4">
          <RunPhotos
            runId={line.id}
            measures={run.measures}
            onWrite={(field, mm) => write.mutate({ [field]: mm })}
          />
        </div>
      )}
      <Kept
        head="Answered before lighting"
        rows={(log.confirmations ?? []).map((one) => ({
          ...one,
          says: plan.cards.find((card) => card.step.id === one.step)?.step.text ?? one.step,
        }))}
      />
      <Kept
        head="Went wrong and put right"
        rows={(log.mended ?? []).map((one) => ({ ...one, says: one.wrong }))}
      />
      <Kept
        head="Left undone"
        rows={(log.skipped_checks ?? []).map((one) => ({ says: one.what }))}
      />
      <Kept
        head="Taken back or corrected"
        rows={(log.taken_back ?? []).map((one) => ({
          ...one,
          says: [one.what, one.reason].filter(Boolean).join(": "),
        }))}
      />
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

function Said({ head, text }: { head: string; text: string | undefined }) {
  if (!text) return null;
  return (
    <>
      <h2 className="mt-3 font-semibold">{head}</h2>
      <p className="whitespace-pre-wrap">{text}</p>
    </>
  );
}

/** What the run kept of one sort, each with who told it and when; nothing where there is none. */
function Kept({
  head,
  rows,
}: {
  head: string;
  rows: { says: string; who?: string; at?: string }[];
}) {
  if (rows.length === 0) return null;
  return (
    <>
      <h2 className="mt-3 font-semibold">{head}</h2>
      <ul>
        {rows.map((row, index) => (
          <li key={index}>
            {row.says}{" "}
            <span className="text-sm text-mute">
              {[row.who, row.at && dayAndTime(row.at)].filter(Boolean).join(", ")}
            </span>
          </li>
        ))}
      </ul>
    </>
  );
}
