// Bench mode: one card at a time, for gloves, tinted glasses and a foot pedal.
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link, Navigate, useNavigate, useParams } from "react-router";

import type { BenchCard, Run } from "../../api/client";
import { rigQuery, runQuery } from "../../api/queries";
import { Away, Waiting } from "../../parts/States";
import { Drill } from "../../parts/Drill";
import { useKeys } from "../../parts/useKeys";
import { BenchFoot } from "./BenchFoot";
import { BenchHead } from "./BenchHead";
import { BenchMenu } from "./BenchMenu";
import { CardFace, CardMore } from "./CardFace";
import { CardTools } from "./CardTools";
import { FlameBack } from "./FlameBack";
import { barsTheFlame } from "./barsTheFlame";
import { FlameOutNow } from "./FlameOutNow";
import { LeaveBurning } from "./LeaveBurning";
import { LogForm } from "./LogForm";
import { MendDialog } from "./MendDialog";
import { PHASES } from "./phases";
import { useAwake } from "./useAwake";
import { useBenchRun } from "../../tools/useBenchRun";
import { useCardWalk } from "./useCardWalk";
import { useComfort } from "./useComfort";
import { useHearing } from "./useHearing";
import { useSignal } from "./useSignal";

const BENCH_FAULTS = ["step", "who", "clock", "done", "readings"];

export default function BenchMode() {
  const { runId = "" } = useParams();
  const { data: run, error, refetch } = useQuery(runQuery(runId));
  if (error && !run) return <Away error={error} onRetry={() => void refetch()} />;
  if (!run) return <Waiting what="the bench" />;
  return <BenchOf run={run} onSlept={() => void refetch()} />;
}

function BenchOf({ run, onSlept }: { run: Run; onSlept: () => void }) {
  const navigate = useNavigate();
  const bench = useBenchRun(run);
  const comfort = useComfort();
  const signal = useSignal(comfort.sound, comfort.vibration);
  const walk = useCardWalk(run, bench);
  const { card, here, asks, looks, back, out } = walk;
  const [open, setOpen] = useState<"" | "drill" | "menu" | "mend" | "leave">("");
  useAwake();
  useHearing(bench.hear);
  const barring = barsTheFlame(run.bench, card?.step.phase);
  const denied = (run.log.confirmations ?? []).some(
    (one) => one.step === card?.step.id && one.answer === "no",
  );
  useKeys(
    {
      " ": walk.forward,
      PageDown: walk.forward,
      PageUp: back,
      y: () => walk.say("yes"),
      n: () => walk.say("no"),
      o: out,
      "!": () => setOpen("drill"),
      w: () => setOpen("mend"),
    },
    open === "" && card !== undefined && barring.length === 0,
  );
  // While the flame has to go out every key that goes on goes to the valves.
  useKeys(
    { o: out, PageDown: out, "!": () => setOpen("drill") },
    open === "" && barring.length > 0,
  );
  // Space presses what has the focus while logging; the pedal's Page Down writes the log.
  useKeys(
    {
      PageUp: back,
      PageDown: () => document.querySelector("form")?.requestSubmit(),
      o: out,
      "!": () => setOpen("drill"),
    },
    open === "" && card === undefined,
  );
  useKeys({ Escape: () => setOpen("") }, open === "drill");

  if (run.line.finished_at !== null && !bench.finish.isPending)
    return <Navigate to={`/runs/${run.line.id}`} replace />;
  const fault = bench.refused?.problem.errors?.[0];
  // What was typed is answered beside its box; what the bench itself waits for, at its foot.
  const waits = card && fault && BENCH_FAULTS.includes(fault.field) ? fault.accepted : "";
  const said =
    (bench.elsewhere && "Another tablet changed this run. Look how it stands, then press again.") ||
    walk.wants ||
    (walk.leaves &&
      `${walk.leaves} Press again to go on all the same: the run book will say so.`) ||
    (waits && `Not yet. It wants ${waits}.`);
  return (
    <div
      className="flex min-h-screen flex-col bg-paper"
      onPointerDown={signal.wake}
      onKeyDown={signal.wake}
    >
      <BenchHead
        run={run}
        away={bench.away}
        onLeave={() => setOpen("leave")}
        onDrill={() => setOpen("drill")}
        onOut={out}
        onMenu={() => setOpen("menu")}
        onWrong={() => {
          bench.clearRefusal();
          setOpen("mend");
        }}
      />
      <main className="mx-auto flex w-full max-w-5xl flex-1 flex-col gap-5 px-4 py-4">
        <Progress card={card} here={here} count={walk.count} who={run.log.who} />
        <WhatBinds bench={run.bench} />
        {denied && asks && (
          <p role="status" className="border-l-4 border-stop bg-stop-soft px-4 py-3 text-xl">
            Answered no, or not sure: do not light. Put it right and answer anew, or change the job.
          </p>
        )}
        {card ? (
          <>
            <CardFace key={card.step.id} card={card} leftHanded={run.log.hand === "left"} />
            <CardTools
              key={`${card.step.id}-tools`}
              run={run}
              card={card}
              bench={bench}
              onSignal={signal.give}
              onSlept={onSlept}
              onTick={signal.tick}
              ticking={comfort.pace}
            />
            {walk.watch && card.step.id === "close-cylinders" && !run.bench.barred && (
              <FlameBack bench={bench} onBack={walk.stand} />
            )}
            <CardMore key={`${card.step.id}-more`} card={card} learning={comfort.hints} />
          </>
        ) : (
          <LogForm
            run={run}
            error={bench.finish.error}
            busy={bench.finish.isPending}
            onFinish={(entries) =>
              bench.finish.mutate(entries, { onSuccess: () => navigate(`/runs/${run.line.id}`) })
            }
          />
        )}
      </main>
      <BenchFoot
        jobId={run.line.job_id}
        said={said}
        first={here === 0}
        card={card}
        forward={looks ? "Looked: all cold" : here + 1 === walk.count ? "Look and log" : "Next"}
        asks={asks && !looks}
        own={walk.own}
        onBack={back}
        onForward={walk.forward}
        onSay={walk.say}
      />
      <BenchMenu
        open={open === "menu"}
        onClose={() => setOpen("")}
        run={run}
        comfort={comfort}
        bench={bench}
        onHand={(hand) => void bench.write({ hand })}
        onBegin={(start) => {
          setOpen("");
          void bench.begin(start).then((begun) => begun && walk.stand(begun.bench.at));
        }}
      />
      <MendDialog
        open={open === "mend"}
        runId={run.line.id}
        fault={fault?.field === "action" ? fault.accepted : null}
        onClose={() => setOpen("")}
        onMended={async (id) => {
          const answered = await bench.mend(id);
          if (answered !== null) walk.stand(answered.bench.at);
          return answered !== null;
        }}
        onTried={async (cause, helped) => (await bench.tried(cause, helped)) !== null}
      />
      <LeaveBurning
        open={open === "leave"}
        jobId={run.line.job_id}
        onClose={() => setOpen("")}
        onOut={out}
      />
      {barring.length > 0 && open !== "drill" && (
        <FlameOutNow why={barring} onOut={out} onSignal={signal.give} />
      )}
      {open === "drill" && (
        <Drill
          onClose={() => setOpen("")}
          onPop={(what) => {
            setOpen("");
            void bench.pop(what).then((answered) => answered && walk.stand(answered.bench.at));
          }}
        />
      )}
    </div>
  );
}

interface ProgressProps {
  card: BenchCard | undefined;
  here: number;
  count: number;
  who: string | undefined;
}

function Progress({ card, here, count, who }: ProgressProps) {
  return (
    <div>
      <p className="flex flex-wrap justify-between gap-x-4 text-xl text-mute">
        <span>
          {card ? `${PHASES[card.step.phase]} · ${here + 1} of ${count}` : "Look and log"}
        </span>
        <span>{who}</span>
      </p>
      <div className="mt-2 h-2 rounded bg-shade" aria-hidden="true">
        <div className="h-2 rounded bg-steel" style={{ width: `${(100 * here) / count}%` }} />
      </div>
    </div>
  );
}

/** What may not be done now and what has to be done first, above every card. */
function WhatBinds({ bench }: { bench: Run["bench"] }) {
  const binds = (bench.binds ?? []).filter((one) => one !== bench.barred);
  const { data: rig } = useQuery({ ...rigQuery, enabled: bench.barred !== "" });
  if (!bench.barred && binds.length === 0) return null;
  return (
    <section
      aria-label="What binds now"
      className="border-l-4 border-stop bg-stop-soft px-4 py-3 text-xl"
    >
      {bench.barred && <p className="font-semibold">Do not light: {bench.barred}</p>}
      {bench.barred && rig?.barred && (
        <p>
          <Link className="link" to="/rack">
            Say what was found and mended
          </Link>{" "}
          in the rack, by name.
        </p>
      )}
      {binds.map((one) => (
        <p key={one}>{one}</p>
      ))}
    </section>
  );
}
