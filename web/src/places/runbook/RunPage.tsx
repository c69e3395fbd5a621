import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useParams } from "react-router";

import { answer, client } from "../../api/client";
import { runQuery, signsQuery } from "../../api/queries";
import { roomOf } from "../../kinds/rooms";
import { FigureBlock } from "../../figures/FigureBlock";
import { Dialog } from "../../parts/Dialog";
import { Away, Waiting } from "../../parts/States";
import { useUnits } from "../../shell/settings";
import { CorrectForm } from "./CorrectForm";
import { SignDialog } from "../procedures/SignDialog";
import { RunPhotos } from "../photos/RunPhotos";
import { RunFaultFinder, type Helped } from "../benchmode/FaultFinder";
import { dayAndTime } from "./dates";
import { PlannedAndActual } from "./PlannedAndActual";
import { PlannedBars } from "./PlannedBars";
import { RunActs } from "./RunActs";
import { RunKept } from "./RunKept";
import { useBookWords } from "./useBookWords";
import { PlaceTitle } from "../../parts/PlaceTitle";

const VERDICT_TONES: Partial<Record<string, string>> = {
  good: "text-good",
  scrap: "text-stop",
};

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
    mutationFn: (report: { cause: string; helped: Helped }) =>
      answer(
        client.POST("/api/runs/{run_id}/tried", {
          params: { path: { run_id: runId } },
          body: { version: run?.version ?? 0, ...report },
        }),
      ),
    onSuccess: () => cache.invalidateQueries({ queryKey: runQuery(runId).queryKey }),
  });
  if (error && !run) return <Away error={error} onRetry={() => void refetch()} />;
  if (!run) return <Waiting what="the run" />;
  const { line, log, plan } = run;
  const { WorkLog } = roomOf(plan);
  return (
    <article className="mx-auto w-full max-w-4xl p-4">
      <p className="text-sm">
        <Link className="link" to="/runs">
          Run book
        </Link>
      </p>
      <PlaceTitle title={line.job_name} className="mt-1" />
      <p className="text-mute">
        {[dayAndTime(line.started_at), line.who, units.measure(line.thickness_mm, "wall")]
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
      <div className="my-4 grid items-start gap-6 md:grid-cols-2">
        <div className="grid gap-5">
          {log.verdict && (
            <p
              className={`font-narrow text-4xl first-letter:uppercase ${VERDICT_TONES[log.verdict] ?? ""}`}
            >
              <strong className="font-semibold">{label("verdicts", log.verdict)}</strong>
            </p>
          )}
          <PlannedBars run={run} />
        </div>
        {/* While the log is corrected its form holds them. */}
        {!correcting && (
          <RunPhotos
            runId={line.id}
            measures={run.measures}
            onWrite={(field, mm) => write.mutate({ [field]: mm })}
          />
        )}
      </div>
      <RunActs
        run={run}
        correcting={correcting}
        onCorrect={() => setCorrecting(true)}
        onFind={() => setFinding(true)}
        onSign={() => setSigning(true)}
      />
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
      <PlannedAndActual run={run} />
      {(log.puddles ?? []).length > 0 && (
        <p>
          More puddles:{" "}
          {(log.puddles ?? [])
            .map(
              (one) =>
                `${units.measure(one.s, "s", 2)} ${label("puddle_places", one.at ?? "sheet")}`,
            )
            .join(", ")}
          .
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
      <RunKept run={run} />
      <details className="mt-6">
        <summary className="min-h-11 cursor-pointer font-narrow text-xl font-semibold">
          The plan it was done under
        </summary>
        <p className="text-sm text-mute">Method {line.method_version}; kept as it was that day.</p>
        <div className="panel mt-2 grid px-4 sm:grid-cols-2 sm:gap-x-8">
          {plan.stations
            .flatMap((s) => s.figures ?? [])
            .map((figure) => (
              <FigureBlock key={figure.id} figure={figure} />
            ))}
        </div>
      </details>
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
