import { useMutation, useQuery } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import { useNavigate, useSearchParams } from "react-router";

import { answer, type Changes, client, type OpenJob, type Station } from "../../api/client";
import { previewQuery } from "../../api/queries";
import { CautionNote } from "../../figures/CautionNote";
import { FigureBlock } from "../../figures/FigureBlock";
import { useNotify } from "../../parts/Notices";
import { useKeys } from "../../parts/useKeys";
import { useSettled } from "../../parts/useSettled";
import { useUnits } from "../../shell/settings";
import { ConflictDialog } from "./ConflictDialog";
import { PlanBoard } from "./PlanBoard";
import { JobHead } from "./JobHead";
import { SeamLine } from "./SeamLine";
import { SafeStartList } from "./SafeStartList";
import { roomOf } from "../../kinds/rooms";
import { TipList } from "./TipList";
import { useJob } from "./useJob";
import { usePutAway } from "./usePutAway";

export function JobView({ job }: { job: OpenJob }) {
  const units = useUnits();
  const away = usePutAway();
  const notify = useNotify();
  const navigate = useNavigate();
  const [search, setSearch] = useSearchParams();
  const [typing, setTyping] = useState<{ field: string; text: string } | null>(null);
  const settled = useSettled(typing);
  const preview = useQuery(
    previewQuery(job.id, job.version, settled?.field ?? "", settled?.text ?? null),
  );
  const { saveState, conflict, settle, faults, before, change: save, undo } = useJob(job);
  const change = (changes: Changes) => {
    away.forget();
    return save(changes);
  };
  const plan = (typing !== null && preview.data) || job.plan;
  const was = typing !== null && preview.data ? job.plan : before;
  const stations = plan.stations;
  const selected =
    stations.find((s) => s.id === search.get("at"))?.id ??
    (job.plan.job.thickness_mm == null ? "piece" : "torch");

  const select = (id: string) => {
    setSearch({ at: id }, { replace: true });
  };
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
      else if (job.undo_steps > 0) void undo().then((done) => done && notify("Taken back."));
      else notify("Nothing left to take back.");
    },
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
  const bringBack = () => away.bringBack(job.id).catch((error: Error) => notify(error.message));
  const putAway = useMutation({
    mutationFn: () => away.putAway(job.id),
    onSuccess: () =>
      notify(`“${job.plan.job.name}” was put away.`, { label: "Bring it back", run: bringBack }),
    onError: (error) => notify(error.message),
  });

  const { WorkBoard } = roomOf(plan);
  const figureWas = (id: string) =>
    was?.stations.flatMap((s) => s.figures ?? []).find((f) => f.id === id);
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
          onUndo={() => void undo()}
        />
        <SeamLine stations={stations} selected={selected} onSelect={select} />
        <div className="mt-3">
          <PlanBoard
            jobId={job.id}
            plan={plan}
            faults={faults}
            onPreview={(field, text) => setTyping(text === null ? null : { field, text })}
            onChange={change}
            strip={selected !== "tack-and-run"}
          />
          {selected === "tack-and-run" && plan.work && WorkBoard && (
            <WorkBoard job={job} plan={plan} faults={faults} onChange={change} />
          )}
        </div>
        <div className="mt-3 grid justify-end gap-3 sm:grid-cols-[1fr_auto]">
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
          <button
            className="button-main min-h-12 text-lg"
            disabled={!plan.may_start || start.isPending}
            onClick={() => start.mutate()}
          >
            {job.open_run_id ? "Back to the bench" : "Take it to the bench"}
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
        {stations.map((station) => (
          <StationFigures key={station.id} station={station} selected={station.id === selected}>
            {(station.figures ?? []).map((figure) => (
              <FigureBlock
                key={figure.id}
                figure={figure}
                was={figureWas(figure.id)}
                onChange={change}
                faults={faults}
                family={plan.job.family}
              />
            ))}
            {station.id === "safe-start" && <SafeStartList plan={plan} />}
            {station.id === "torch" && plan.candidates.length > 0 && (
              <TipList plan={plan} onChoose={(label) => void change({ tip_label: label })} />
            )}
          </StationFigures>
        ))}
        <section className="mt-6 border-t border-line pt-3 text-sm text-mute">
          <p>{plan.guidance}</p>
        </section>
      </aside>
    </div>
  );
}

function StationFigures({
  station,
  selected,
  children,
}: {
  station: Station;
  selected: boolean;
  children: React.ReactNode;
}) {
  const units = useUnits();
  const empty = (station.figures ?? []).length === 0;
  return (
    <section id={`station-${station.id}`} className="mb-5 scroll-mt-2">
      <h2
        className={`border-b-2 pb-1 font-narrow text-lg font-semibold ${selected ? "border-cone text-cone" : "border-line"}`}
      >
        {station.name}
      </h2>
      {empty && <p className="pt-2 text-sm text-mute">{units.prose(station.holds)}</p>}
      {children}
      {(station.cautions ?? []).length > 0 && (
        <div className="mt-2 space-y-2">
          {(station.cautions ?? []).map((caution) => (
            <CautionNote key={caution.text} caution={caution} />
          ))}
        </div>
      )}
    </section>
  );
}
