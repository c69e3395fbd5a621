// Bench mode: one card at a time, for gloves, tinted glasses and a foot pedal.
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Navigate, useNavigate, useParams } from "react-router";

import type { BenchCard, Run } from "../../api/client";
import { runQuery } from "../../api/queries";
import { Away, Waiting } from "../../parts/States";
import { Drill } from "../../parts/Drill";
import { useKeys } from "../../parts/useKeys";
import { BenchFoot } from "./BenchFoot";
import { BenchHead } from "./BenchHead";
import { BenchMenu } from "./BenchMenu";
import { CardFace, CardMore } from "./CardFace";
import { CardTools } from "./CardTools";
import { FlameBack } from "./FlameBack";
import { LogForm } from "./LogForm";
import { MendDialog } from "./MendDialog";
import { PHASES } from "./phases";
import { useAwake } from "./useAwake";
import { useBenchRun } from "./useBenchRun";
import { useComfort } from "./useComfort";
import { useSignal } from "./useSignal";

const LOOK = "look";
/** Stops that wait for a clock or a test: the server says whether they may be answered. */
const JUDGED: ReadonlyArray<BenchCard["step"]["kind"]> = ["stand", "leak", "fire-watch"];

const BENCH_FAULTS = ["step", "who", "start", "clock", "done", "readings"];

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
  const [at, setAt] = useState(run.bench.at);
  const [open, setOpen] = useState<"" | "drill" | "menu" | "mend">("");
  const [wants, setWants] = useState("");
  /** The card already asked about once: what it leaves undone may change meanwhile. */
  const [asked, setAsked] = useState<string | null>(null);
  useAwake();

  const cards = run.bench.cards;
  const order = [...cards.map((one) => one.step.id), LOOK];
  const here = Math.max(0, order.indexOf(at));
  const card = cards[here];
  const answered = (step: string) => (run.bench.answered ?? []).includes(step);
  const denied = (run.log.confirmations ?? []).some(
    (one) => one.step === card?.step.id && one.answer === "no",
  );
  const watch = run.bench.clocks.find((clock) => clock.clock === "fire-watch");
  const looks = card?.step.kind === "fire-watch" && watch?.over && !run.bench.fire_watch_looked;
  const asks = (card?.step.gate === "stop" && !answered(card.step.id)) || looks === true;

  const left = run.bench.at === card?.step.id ? run.bench.left : "";

  const go = async (step: string | undefined) => {
    if (step === undefined) return;
    setWants("");
    setAsked(null);
    bench.clearRefusal();
    setAt(step);
    scrollTo(0, 0);
    const stood = await bench.stand(step);
    // Refused: stand where the server says the bench stands, with its reason.
    if (stood !== null && stood.bench.at !== step) setAt(stood.bench.at);
    if (stood === null) setAt(run.bench.at);
  };
  const forward = async () => {
    if (card === undefined) return;
    if (card.step.kind === "begin" && !run.log.who) {
      setWants("Say who holds the torch: every stop is kept under a name.");
      return;
    }
    if (asks && !looks) {
      setWants("Answer this card itself: press Yes or No, or the key Y or N.");
      return;
    }
    if (left && asked !== card.step.id) {
      setWants("");
      setAsked(card.step.id);
      return;
    }
    if (looks && (await bench.confirm(card.step.id)) === null) return;
    await go(order[here + 1]);
  };
  const say = async (told: "yes" | "no") => {
    if (card === undefined || !asks || looks) return;
    setWants("");
    const done = bench.confirm(card.step.id, told);
    if (told === "no" || (JUDGED.includes(card.step.kind) && (await done) === null)) return;
    await go(order[here + 1]);
  };
  const back = () => void go(order[here - 1]);
  const out = () => void go(cards.find((one) => one.step.phase === "shut-down")?.step.id);
  useKeys(
    {
      " ": () => void forward(),
      PageDown: () => void forward(),
      PageUp: back,
      y: () => void say("yes"),
      n: () => void say("no"),
      o: out,
      "!": () => setOpen("drill"),
      w: () => setOpen("mend"),
    },
    open === "" && card !== undefined,
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
    wants ||
    (left &&
      asked === card?.step.id &&
      `${left} Press again to go on all the same: the run book will say so.`) ||
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
        onDrill={() => setOpen("drill")}
        onOut={out}
        onMenu={() => setOpen("menu")}
        onWrong={() => {
          bench.clearRefusal();
          setOpen("mend");
        }}
      />
      <main className="mx-auto flex w-full max-w-5xl flex-1 flex-col gap-5 px-4 py-4">
        <div>
          <p className="flex flex-wrap justify-between gap-x-4 text-xl text-mute">
            <span>
              {card
                ? `${PHASES[card.step.phase]} · ${here + 1} of ${cards.length}`
                : "Look and log"}
            </span>
            <span>{run.log.who}</span>
          </p>
          <div className="mt-2 h-2 rounded bg-shade" aria-hidden="true">
            <div
              className="h-2 rounded bg-steel"
              style={{ width: `${(100 * here) / cards.length}%` }}
            />
          </div>
        </div>
        {(run.bench.barred || (run.bench.binds ?? []).length > 0) && (
          <section
            aria-label="What binds now"
            className="border-l-4 border-stop bg-stop-soft px-4 py-3 text-xl"
          >
            {run.bench.barred && <p className="font-semibold">Do not light: {run.bench.barred}</p>}
            {(run.bench.binds ?? [])
              .filter((one) => one !== run.bench.barred)
              .map((one) => (
                <p key={one}>{one}</p>
              ))}
          </section>
        )}
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
            {watch && card.step.id === "close-cylinders" && !run.bench.barred && (
              <FlameBack bench={bench} onBack={setAt} />
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
        forward={looks ? "Looked: all cold" : here + 1 === cards.length ? "Look and log" : "Next"}
        asks={asks && !looks}
        onBack={back}
        onForward={() => void forward()}
        onSay={(told) => void say(told)}
      />
      <BenchMenu
        open={open === "menu"}
        onClose={() => setOpen("")}
        run={run}
        comfort={comfort}
        onHand={(hand) => void bench.write({ hand })}
        onBegin={(start) => {
          setOpen("");
          void bench.begin(start).then((begun) => begun && setAt(begun.bench.at));
        }}
      />
      <MendDialog
        open={open === "mend"}
        runId={run.line.id}
        fault={fault?.field === "action" ? fault.accepted : null}
        onClose={() => setOpen("")}
        onMended={async (id) => {
          const told = await bench.mend(id);
          if (told !== null) setAt(told.bench.at);
          return told !== null;
        }}
        onTried={async (cause, helped) => (await bench.tried(cause, helped)) !== null}
      />
      {open === "drill" && (
        <Drill
          onClose={() => setOpen("")}
          onPop={(what) => {
            setOpen("");
            void bench.pop(what).then((told) => told && setAt(told.bench.at));
          }}
        />
      )}
    </div>
  );
}
