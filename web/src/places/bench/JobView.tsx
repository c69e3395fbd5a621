import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useRef, useState } from "react";
import { Link, useLocation, useNavigate, useSearchParams } from "react-router";

import { answer, type Changes, client, faultOf, type OpenJob } from "../../api/client";
import { jobQuery, previewQuery } from "../../api/queries";
import { CautionNote } from "../../figures/CautionNote";
import type { Look } from "../../figures/QuantityField";
import { useNotify } from "../../parts/Notices";
import { useKeys } from "../../parts/useKeys";
import { useSettled } from "../../parts/useSettled";
import { useUnits } from "../../shell/settings";
import { ConflictDialog } from "./ConflictDialog";
import { LeadingPicture } from "./LeadingPicture";
import { PlanBoard } from "./PlanBoard";
import { FigureColumn } from "./FigureColumn";
import { OfferedLine } from "../procedures/OfferedLine";
import { JobHead } from "./JobHead";
import { SeamLine } from "./SeamLine";
import { roomOf } from "../../kinds/rooms";
import { useJob } from "./useJob";
import { useFirstBox } from "./useFirstBox";
import { usePutAway } from "./usePutAway";
import { differing, useRedo } from "./useRedo";
import { useSeen } from "./useSeen";

/** Narrower, the figures stand under the drawing and not beside it. */
const BESIDE = "(min-width: 1024px)";

interface JobViewProps {
  job: OpenJob;
  /** The station whose key was pressed before the job was there. */
  early: number | null;
}

export function JobView({ job, early }: JobViewProps) {
  const units = useUnits();
  const away = usePutAway();
  const notify = useNotify();
  const navigate = useNavigate();
  const [search, setSearch] = useSearchParams();
  const [typing, setTyping] = useState<{ field: string; text: string } | null>(null);
  const settled = useSettled(typing);
  const preview = useQuery(
    previewQuery(job.id, job.version, settled?.field ?? "", typing && (settled?.text ?? null)),
  );
  // What was read counts for the very text that stands in the box, not for the one before.
  const look: Look | null =
    (settled !== null &&
      settled.field === typing?.field &&
      settled.text === typing.text &&
      !preview.isPlaceholderData && {
        ...settled,
        readAs: preview.data?.read_as[settled.field] ?? null,
        fault: faultOf(preview.error, settled.field),
      }) ||
    null;
  const { saveState, conflict, settle, faults, before, change: save, undo } = useJob(job);
  const change = (changes: Changes) => {
    away.forget();
    return save(changes);
  };
  const redo = useRedo(job.id, job.version);
  const cache = useQueryClient();
  const now = () => cache.getQueryData<OpenJob>(jobQuery(job.id).queryKey) ?? job;
  const takeBack = async () => {
    const stood = now();
    if (!(await undo())) return false;
    redo.remember(differing(now().plan.job, stood.plan.job), now().version);
    return true;
  };
  const doAgain = async () => {
    if (redo.next !== null && (await change(redo.next))) redo.done(now().version);
  };
  // A field just begun is not yet the one looked at: what stands there is another field's look.
  const looked = typing !== null && settled?.field === typing.field ? preview.data : undefined;
  const plan = looked?.plan ?? job.plan;
  const was = looked ? job.plan : before;
  const stations = plan.stations;
  const selected =
    stations.find((s) => s.id === search.get("at"))?.id ??
    (job.plan.work == null ? "piece" : "torch");

  const { state } = useLocation();
  useFirstBox((state as { fresh?: boolean } | null)?.fresh === true);
  const select = (id: string) => {
    setSearch({ at: id }, { replace: true });
    if (!matchMedia(BESIDE).matches)
      document.getElementById(`station-${id}`)?.scrollIntoView({ block: "start" });
  };
  useEffect(() => {
    const wanted = early === null ? undefined : job.plan.stations[early];
    if (wanted) setSearch({ at: wanted.id }, { replace: true });
    // Once, as the job comes: afterwards its own keys are heard.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, []);
  const step = (by: number) => {
    // From the address itself: keys may come faster than the page is drawn again.
    const here = new URLSearchParams(location.search).get("at") ?? selected;
    const next = stations[stations.findIndex((s) => s.id === here) + by];
    if (next) select(next.id);
  };
  const numbered = Object.fromEntries(
    stations.map((s, index) => [String(index + 1), () => select(s.id)]),
  );
  useKeys({
    ...numbered,
    "[": () => step(-1),
    "]": () => step(1),
    "Mod+z": () => {
      if (away.last !== null) void away.bringBack(away.last);
      else if (job.undo_steps > 0) void takeBack().then((done) => done && notify("Taken back."));
      else notify("Nothing left to take back.");
    },
    "Mod+Z": () => void doAgain(),
    "Mod+y": () => void doAgain(),
  });

  // The figures open at the station that is chosen, without moving the page itself.
  const aside = useRef<HTMLElement>(null);
  useEffect(() => {
    const column = aside.current;
    const section = document.getElementById(`station-${selected}`);
    if (column && section && column.scrollHeight > column.clientHeight)
      column.scrollTop = section.offsetTop - column.offsetTop;
  }, [selected, job.id]);

  const start = useMutation({
    mutationFn: () =>
      answer(client.POST("/api/jobs/{job_id}/runs", { params: { path: { job_id: job.id } } })),
    onSuccess: (run) => navigate(`/runs/${run.line.id}/bench`),
    onError: (error) => notify(error.message),
  });
  const watching = useMutation({
    mutationFn: () =>
      answer(client.POST("/api/jobs/{job_id}/watches", { params: { path: { job_id: job.id } } })),
    onSuccess: (watch) => navigate(`/watches/${watch.line.id}`),
    onError: (error) => notify(error.message),
  });
  const bringBack = () => away.bringBack(job.id).catch((error: Error) => notify(error.message));
  const putAway = useMutation({
    mutationFn: () => away.putAway(job.id),
    onSuccess: () =>
      notify(`“${job.plan.job.name}” was put away.`, { label: "Bring it back", run: bringBack }),
    onError: (error) => notify(error.message),
  });

  const { WorkBoard, workAt } = roomOf(plan);
  const seen = useSeen(job);
  const figureWas = useCallback(
    (id: string) =>
      was ? was.stations.flatMap((s) => s.figures ?? []).find((f) => f.id === id) : seen(id),
    [was, seen],
  );
  const latest = useRef(change);
  useEffect(() => {
    latest.current = change;
  });
  const changed = useCallback((changes: Changes) => latest.current(changes), []);
  const cautions = stations.flatMap((s) => (s.cautions ?? []).map((c) => ({ ...c, at: s.id })));
  const first =
    cautions.find((c) => c.level === "stop") ?? cautions.find((c) => c.level === "warn");

  return (
    <div className="grid min-w-0 flex-1 lg:grid-cols-[minmax(0,1fr)_20rem]">
      <div className="min-w-0 px-4 py-3 lg:px-5">
        <JobHead
          job={job}
          saveState={saveState}
          onRename={(name) => change({ name })}
          onPutAway={() => putAway.mutate()}
          onUndo={() => void takeBack()}
          onRedo={redo.next === null ? null : () => void doAgain()}
        />
        <SeamLine stations={stations} selected={selected} onSelect={select} />
        <OfferedLine offered={job.offered} />
        <div className="mt-3 flex flex-col gap-3">
          {/* At the work's own station the work is the picture, and the piece stands under it. */}
          {selected === workAt && plan.work && WorkBoard && (
            <WorkBoard job={job} plan={plan} faults={faults} onChange={change} />
          )}
          <LeadingPicture plan={plan} station={selected} />
          {selected === "torch" && plan.facts?.oxygen_ratio != null && (
            <p className="-mt-1 text-sm">
              <Link className="link" to={`/practice/for/${job.id}`}>
                Practise this one first
              </Link>
            </p>
          )}
          <PlanBoard
            jobId={job.id}
            plan={plan}
            faults={faults}
            look={look}
            onPreview={(field, text) => setTyping(text === null ? null : { field, text })}
            onChange={change}
            strip={selected !== workAt}
          />
        </div>
        <div className="mt-3 grid justify-end gap-3 sm:grid-cols-[1fr_auto_auto]">
          {plan.may_start ? (
            first ? (
              <CautionNote caution={first} />
            ) : (
              <span />
            )
          ) : (
            <p className="border-l-4 border-cone bg-cone-soft px-3 py-2">
              {units.prose(plan.why_not)}
            </p>
          )}
          {job.plan.facts?.watch && (
            <button
              className="button min-h-12 text-lg"
              disabled={watching.isPending}
              onClick={() => watching.mutate()}
            >
              Watch its heat
            </button>
          )}
          <button
            className="button-main min-h-12 text-lg"
            disabled={!plan.may_start || start.isPending}
            onClick={() => start.mutate()}
          >
            {job.ticket.open_run_id ? "Back to the bench" : "Take it to the bench"}
          </button>
        </div>
      </div>
      <ConflictDialog conflict={conflict} onSettle={settle} />
      <aside
        ref={aside}
        aria-label="Figures"
        className="border-t border-line bg-panel px-4 py-4 lg:sticky lg:top-[var(--head)] lg:h-[calc(100vh-var(--head))] lg:overflow-y-auto lg:border-t-0 lg:border-l"
        tabIndex={0}
      >
        <FigureColumn
          plan={plan}
          selected={selected}
          faults={faults}
          figureWas={figureWas}
          onChange={changed}
        />
        <section className="mt-6 border-t border-line pt-3 text-sm text-mute">
          <p>{plan.guidance}</p>
        </section>
      </aside>
    </div>
  );
}
