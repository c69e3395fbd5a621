import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useRef, useState } from "react";
import { Link, useLocation, useNavigate } from "react-router";

import { type Changes, faultOf, type OpenJob } from "../../api/client";
import { jobQuery, previewQuery } from "../../api/queries";
import type { Look } from "../../figures/QuantityField";
import { useNotify } from "../../parts/Notices";
import { useKeys } from "../../parts/useKeys";
import { useSettings } from "../../shell/settings";
import { useSettled } from "../../parts/useSettled";
import { ConflictDialog } from "./ConflictDialog";
import { LeadingPicture } from "./LeadingPicture";
import { MissingDialog } from "./MissingDialog";
import { PlanBoard } from "./PlanBoard";
import { FigureColumn } from "./FigureColumn";
import { OfferedLine } from "../procedures/OfferedLine";
import { JobHead } from "./JobHead";
import { SeamLine } from "./SeamLine";
import { roomOf } from "../../kinds/rooms";
import { useJob } from "./useJob";
import { ActionBar } from "./ActionBar";
import { GlanceColumn } from "./GlanceColumn";
import { focusFirstBox, useFirstBox } from "./useFirstBox";
import { useJobActs } from "./useJobActs";
import { usePutAway } from "./usePutAway";
import { differing, useRedo } from "./useRedo";
import { useSeen } from "./useSeen";
import { useStations } from "./useStations";
import { useToBench } from "./useToBench";

interface JobViewProps {
  job: OpenJob;
  /** The station whose key was pressed before the job was there. */
  early: number | null;
}

export function JobView({ job, early }: JobViewProps) {
  const away = usePutAway();
  const notify = useNotify();
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
  const { selected, select, keys, column } = useStations(job, plan, early);
  const acts = useJobActs(job, away);

  const { pathname, search, state } = useLocation();
  const navigate = useNavigate();
  const come = state as { fresh?: boolean; begun?: boolean } | null;
  useFirstBox(come?.fresh === true && come.begun !== true);
  const bench = useToBench({
    plan: job.plan,
    latest: () => now().plan,
    begun: come?.begun === true,
    forget: () => void navigate(pathname + search, { replace: true, state: null }),
    change,
    start: () => acts.start.mutate(),
    // Stopped or not told yet: the station that says so, and its first empty box.
    elsewhere: () => {
      const where =
        plan.stations.find((s) => s.state === "blocked") ??
        plan.stations.find((s) => s.state !== "settled");
      if (where) select(where.id);
      if (where?.id === "piece") focusFirstBox();
    },
  });
  useKeys({
    ...keys,
    "Mod+z": () => {
      if (away.last !== null) void away.bringBack(away.last);
      else if (job.undo_steps > 0) void takeBack().then((done) => done && notify("Taken back."));
      else notify("Nothing left to take back.");
    },
    // A letter pressed over an open dialog is meant for it, not for the bench.
    b: () => document.querySelector('[role="dialog"]') === null && bench.go(),
    "Mod+Z": () => void doAgain(),
    "Mod+y": () => void doAgain(),
  });

  const { WorkBoard, workAt } = roomOf(plan);
  const seen = useSeen(job);
  const figureWas = useCallback(
    (id: string) =>
      was ? was.stations.flatMap((s) => s.figures ?? []).find((f) => f.id === id) : seen(id),
    [was, seen],
  );
  const { figures, setFigures } = useSettings();
  const all = useCallback(() => setFigures("all"), [setFigures]);
  const fewer = useCallback(() => setFigures("leading"), [setFigures]);
  // At the work's own station, and where the heat goes, that is the picture: one to a station.
  const working = selected === workAt && plan.work != null && WorkBoard !== undefined;
  const led = selected === "preheat" && plan.facts?.heat_zone != null;
  const latest = useRef(change);
  useEffect(() => {
    latest.current = change;
  });
  const changed = useCallback((changes: Changes) => latest.current(changes), []);

  // What leads is read before the drawing; every figure of all stands behind it.
  const figureColumn = (
    <aside
      ref={column}
      aria-label="Figures"
      className="border-line bg-panel px-4 py-3 max-lg:mt-2 max-lg:border-y lg:sticky lg:top-[var(--head)] lg:col-start-2 lg:row-span-3 lg:row-start-1 lg:h-[calc(100vh-var(--head))] lg:overflow-y-auto lg:border-l"
      tabIndex={0}
    >
      {figures === "all" ? (
        <FigureColumn
          plan={plan}
          selected={selected}
          faults={faults}
          figureWas={figureWas}
          onChange={changed}
          onFewer={fewer}
        />
      ) : (
        <GlanceColumn
          plan={plan}
          selected={selected}
          faults={faults}
          figureWas={figureWas}
          onChange={changed}
          onAll={all}
        />
      )}
      <details className="mt-4 border-t border-line pt-2 text-sm text-mute">
        <summary className="link inline-block min-h-9 py-1.5">Guidance, not authority</summary>
        <p>{plan.guidance}</p>
      </details>
    </aside>
  );

  return (
    <div className="grid min-w-0 flex-1 grid-cols-[minmax(0,1fr)] content-start lg:grid-cols-[minmax(0,1fr)_20rem] lg:grid-rows-[auto_1fr_auto]">
      <div className="min-w-0 px-4 pt-3 lg:px-5">
        <JobHead
          job={job}
          saveState={saveState}
          onRename={(name) => change({ name })}
          onDuplicate={() => acts.duplicate.mutate()}
          onKeep={() => acts.keep.mutate()}
          onMove={(piece) => void change({ belongs_to: piece })}
          onPutAway={() => acts.putAway.mutate()}
          onUndo={() => void takeBack()}
          onRedo={redo.next === null ? null : () => void doAgain()}
        />
        <SeamLine stations={plan.stations} selected={selected} onSelect={select} />
        {/* It stays where the plan begins. */}
        {(figures === "all" || selected === plan.stations[0]?.id) && (
          <OfferedLine offered={job.offered} />
        )}
      </div>
      {figures === "leading" && figureColumn}
      <div className="min-w-0 px-4 pb-3 lg:col-start-1 lg:row-start-2 lg:px-5">
        <div className="mt-3 flex flex-col gap-3">
          {working && <WorkBoard job={job} plan={plan} faults={faults} onChange={change} />}
          <LeadingPicture plan={plan} station={selected} />
          {selected === "torch" && plan.facts?.oxygen_ratio != null && (
            <p className="-mt-1 text-sm">
              <Link className="link" to={`/practice/for/${job.id}`}>
                Practise this one first
              </Link>
            </p>
          )}
          {(figures === "all" || !(working || led)) && (
            <PlanBoard
              jobId={job.id}
              plan={plan}
              faults={faults}
              look={look}
              onPreview={(field, text) => setTyping(text === null ? null : { field, text })}
              onChange={change}
              station={figures === "all" ? null : selected}
            />
          )}
        </div>
      </div>
      {figures === "all" && figureColumn}
      <div className="sticky bottom-0 z-20 lg:col-start-1 lg:row-start-3 lg:self-end">
        <ActionBar job={job} plan={plan} acts={acts} onMissing={bench.ask} />
      </div>
      <MissingDialog
        plan={plan}
        field={bench.field}
        onClose={bench.close}
        onAnswer={bench.answer}
      />
      <ConflictDialog conflict={conflict} onSettle={settle} />
    </div>
  );
}
