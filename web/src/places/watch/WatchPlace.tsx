// A heat watched as it goes: what is read, what was planned, what to do now.
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useParams } from "react-router";

import { answer, client, type Simulation, type Watch } from "../../api/client";
import { watchQuery } from "../../api/queries";
import { useNotify } from "../../parts/Notices";
import { Away, Waiting } from "../../parts/States";
import { clockWords } from "../../parts/useCounting";
import { useUnits } from "../../shell/settings";
import { useComfort } from "../benchmode/useComfort";
import { useSignal } from "../benchmode/useSignal";
import { dayAndTime } from "../runbook/dates";
import { EndPanel } from "./EndPanel";
import { HandPanel } from "./HandPanel";
import { LoggerDialog } from "./LoggerDialog";
import { ThermometerPanel } from "./ThermometerPanel";
import { useCalls } from "./useCalls";
import { useCurves } from "./useCurves";
import { PlaceTiles, VerdictPanel } from "./VerdictPanel";
import { WatchChart } from "./WatchChart";

export default function WatchPlace() {
  const { watchId = "" } = useParams();
  const { data: watch, error, refetch } = useQuery(watchQuery(watchId));
  if (error && !watch) return <Away error={error} onRetry={() => void refetch()} />;
  if (!watch) return <Waiting what="the watch" />;
  return <WatchOf key={watchId} watch={watch} away={error !== null} />;
}

function WatchOf({ watch, away }: { watch: Watch; away: boolean }) {
  const cache = useQueryClient();
  const units = useUnits();
  const comfort = useComfort();
  const signal = useSignal(comfort.sound, comfort.vibration);
  const [filing, setFiling] = useState(false);
  const { line } = watch;
  const drawn = useCurves(line.id, watch.last_entry);
  const params = { path: { watch_id: line.id } };
  const notify = useNotify();
  // What is told in a box is answered beside it; what is only pressed, in a notice.
  const pressed = { onError: (error: Error) => notify(error.message) };
  const outcome = {
    onSuccess: (now: Watch) => {
      cache.setQueryData(watchQuery(line.id).queryKey, now);
      if (now.taught) void cache.invalidateQueries({ queryKey: ["job"] });
    },
  };
  const mark = useMutation({
    ...outcome,
    ...pressed,
    mutationFn: (phase: Watch["phase"]) =>
      answer(client.POST("/api/watches/{watch_id}/marks", { params, body: { phase } })),
  });
  const tell = useMutation({
    ...outcome,
    mutationFn: (body: { tell: string; heat: string }) =>
      answer(client.POST("/api/watches/{watch_id}/tells", { params, body })),
  });
  const simulate = useMutation({
    ...outcome,
    mutationFn: (simulation: Simulation | null) =>
      answer(client.PUT("/api/watches/{watch_id}/simulation", { params, body: { simulation } })),
  });
  const end = useMutation({
    ...outcome,
    ...pressed,
    mutationFn: () => answer(client.POST("/api/watches/{watch_id}/end", { params })),
  });
  const teach = useMutation({
    ...outcome,
    ...pressed,
    mutationFn: () => answer(client.POST("/api/watches/{watch_id}/teach", { params })),
  });
  const reads = watch.channels.flatMap((one) => (one.c == null ? [] : [one.c]));
  const coldest = reads.length > 0 ? units.measure(Math.min(...reads), "°C", 3) : "";
  const { calling, hear } = useCalls(watch, coldest, signal.give);
  const ended = line.ended_at !== null;
  return (
    <div
      className="mx-auto grid w-full max-w-7xl gap-4 p-4 lg:grid-cols-[minmax(0,1fr)_18rem]"
      onPointerDown={signal.wake}
      onKeyDown={signal.wake}
    >
      <div className="min-w-0 space-y-3">
        <header className="flex flex-wrap items-baseline justify-between gap-x-4">
          <h1 className="font-narrow text-2xl font-semibold">
            <Link className="link" to={`/jobs/${line.job_id}`}>
              {line.job_name}
            </Link>
            , {ended ? "as it was watched" : "watched"}
          </h1>
          <p className="text-mute tabular-nums">
            {clockWords(watch.now_s)} since {dayAndTime(line.started_at)}
          </p>
        </header>
        {away && (
          <p role="alert" className="border-l-4 border-stop bg-stop-soft px-3 py-2">
            The server cannot be reached: what is shown is as it was. What was kept is safe.
          </p>
        )}
        {!ended && <VerdictPanel watch={watch} calling={calling} onHeard={hear} />}
        <PlaceTiles watch={watch} order={drawn.names} />
        <WatchChart watch={watch} drawn={drawn} />
        <section aria-label="What happened">
          <h2 className="font-semibold">What happened</h2>
          <ol>
            {[...watch.events].reverse().map((one, n) => (
              <li key={watch.events.length - n} className="border-t border-line py-1.5">
                <span className="mr-3 inline-block w-16 text-mute tabular-nums">
                  {clockWords(one.at_s)}
                </span>
                <span className={one.calls ? "font-semibold" : ""}>{one.text}</span>
              </li>
            ))}
          </ol>
          {watch.events.length === 0 && <p className="text-mute">Nothing yet.</p>}
        </section>
      </div>
      <aside aria-label="Hand and thermometers" className="space-y-5">
        {!ended && (
          <>
            <HandPanel
              watch={watch}
              error={tell.error}
              onMark={(phase) => mark.mutate(phase)}
              onTell={(which, heat) => tell.mutateAsync({ tell: which, heat })}
            />
            <ThermometerPanel
              watch={watch}
              error={simulate.error}
              onSimulate={(simulation) => simulate.mutate(simulation)}
              onFile={() => setFiling(true)}
            />
          </>
        )}
        <EndPanel watch={watch} onEnd={() => end.mutate()} onTeach={() => teach.mutate()} />
      </aside>
      <LoggerDialog open={filing} watchId={line.id} onClose={() => setFiling(false)} />
    </div>
  );
}
