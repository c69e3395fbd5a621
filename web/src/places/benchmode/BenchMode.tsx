// Bench mode: one card at a time, for gloves, tinted glasses and a foot pedal.
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link, Navigate, useNavigate, useParams } from "react-router";

import type { BenchCard, Run } from "../../api/client";
import { runQuery } from "../../api/queries";
import { Away, Waiting } from "../../parts/States";
import { useKeys } from "../../parts/useKeys";
import { useUnits } from "../../shell/settings";
import { CardFace } from "./CardFace";
import { Drill } from "./Drill";
import { LogForm } from "./LogForm";
import { useAwake } from "./useAwake";
import { useBenchRun } from "./useBenchRun";
import { Watch } from "./Watch";

const PHASES: Record<BenchCard["step"]["phase"], string> = {
  piece: "The piece",
  place: "The place",
  people: "People",
  equipment: "Equipment",
  gas: "Gas",
  "light-up": "Light up",
  preheat: "Preheat and flux",
  seam: "The seam",
  after: "After the seam",
  "shut-down": "Shut down",
};

export default function BenchMode() {
  const { runId = "" } = useParams();
  const { data: run, error, refetch } = useQuery(runQuery(runId));
  if (error && !run) return <Away error={error} onRetry={() => void refetch()} />;
  if (!run) return <Waiting what="the bench" />;
  return <Bench run={run} />;
}

function Bench({ run }: { run: Run }) {
  const units = useUnits();
  const navigate = useNavigate();
  const cards = run.plan.cards;
  const [at, setAt] = useState(Math.min(run.log.card ?? 0, cards.length));
  const [drill, setDrill] = useState(false);
  const [confirmed, setConfirmed] = useState(() => run.log.confirmations ?? []);
  const { away, write, finish } = useBenchRun(run);
  useAwake();

  const card = cards[at];
  const asks = card?.step.gate === "stop";
  const go = (to: number) => {
    const next = Math.max(0, Math.min(cards.length, to));
    setAt(next);
    write({ card: next });
    scrollTo(0, 0);
  };
  const forward = () => {
    if (card === undefined) return;
    if (asks && !confirmed.some((one) => one.step === card.step.id)) {
      const all = [...confirmed, { step: card.step.id, at: new Date().toISOString() }];
      setConfirmed(all);
      write({ confirmations: all });
    }
    go(at + 1);
  };
  const flameOut = cards.findIndex((one) => one.step.phase === "shut-down");
  const lit = cards.findIndex((one) => one.step.id === "light");
  useKeys(
    { " ": forward, PageDown: forward, PageUp: () => go(at - 1), "!": () => setDrill(true) },
    !drill,
  );
  useKeys({ Escape: () => setDrill(false) }, drill);

  if (run.line.finished_at !== null && !finish.isPending)
    return <Navigate to={`/runs/${run.line.id}`} replace />;
  const puddle = run.log.puddle_s;
  const minutes = run.log.seam_min;
  return (
    <div className="flex min-h-screen flex-col bg-paper">
      <header className="flex flex-wrap items-center gap-x-4 gap-y-2 border-b border-line px-4 py-2">
        <Link to={`/jobs/${run.line.job_id}`} className="button min-h-12">
          Leave the bench
        </Link>
        <h1 className="min-w-40 flex-1 truncate font-narrow text-xl font-semibold">
          {run.line.job_name}
        </h1>
        {away && (
          <p role="status" className="font-semibold text-stop">
            Server away; kept here and sent when it is back
          </p>
        )}
        <button
          className="min-h-[72px] min-w-36 rounded-lg border-2 border-stop bg-stop-soft px-4 text-lg font-semibold text-stop"
          onClick={() => setDrill(true)}
        >
          Flash-back <kbd className="rounded border border-stop px-1.5">!</kbd>
        </button>
        {at > lit && at < flameOut && (
          <button
            className="min-h-[72px] min-w-36 rounded-lg border-2 border-ink bg-panel px-4 text-lg font-semibold"
            onClick={() => go(flameOut)}
          >
            Flame out
          </button>
        )}
      </header>
      <main className="mx-auto flex w-full max-w-5xl flex-1 flex-col gap-5 px-4 py-5">
        <div>
          <p className="text-xl text-mute">
            {card ? `${PHASES[card.step.phase]} · ${at + 1} of ${cards.length}` : "Look and log"}
          </p>
          <div className="mt-2 h-2 rounded bg-shade" aria-hidden="true">
            <div
              className="h-2 rounded bg-steel"
              style={{ width: `${(100 * at) / cards.length}%` }}
            />
          </div>
        </div>
        {card ? (
          <>
            <CardFace key={card.step.id} card={card} />
            {card.step.kind === "puddle" && (
              <Watch
                name={`pellak.watch.${run.line.id}.puddle`}
                starts="Flame on: start"
                stops="Puddle: stop"
                taken={puddle == null ? null : `first puddle ${units.measure(puddle, "s")}`}
                onTaken={(seconds) => write({ puddle_s: Math.max(0.2, seconds) })}
              />
            )}
            {card.step.kind === "seam" && (
              <Watch
                name={`pellak.watch.${run.line.id}.seam`}
                starts="Seam: start"
                stops="Seam: stop"
                taken={minutes == null ? null : `seam ${units.measure(minutes, "min", 2)}`}
                onTaken={(seconds) => write({ seam_min: Math.max(0.02, seconds / 60) })}
              />
            )}
          </>
        ) : (
          <LogForm
            run={run}
            error={finish.error}
            busy={finish.isPending}
            onFinish={(entries) =>
              finish.mutate(entries, { onSuccess: () => navigate(`/runs/${run.line.id}`) })
            }
          />
        )}
      </main>
      <footer className="sticky bottom-0 grid grid-cols-[1fr_2fr] gap-3 border-t border-line bg-paper p-3">
        <button
          className="min-h-24 rounded-lg border-2 border-line bg-panel text-2xl font-semibold disabled:text-mute"
          disabled={at === 0}
          onClick={() => go(at - 1)}
        >
          Back
        </button>
        {card && (
          <button
            className="min-h-24 rounded-lg bg-ink text-3xl font-semibold text-panel"
            onClick={forward}
          >
            {asks ? "Yes, go on" : at + 1 === cards.length ? "Look and log" : "Next"}
          </button>
        )}
        {asks && (
          <Link
            to={`/jobs/${run.line.job_id}`}
            className="col-span-2 flex min-h-[72px] items-center justify-center rounded-lg border-2 border-stop text-xl font-semibold text-stop"
          >
            No, or not sure: do not light
          </Link>
        )}
      </footer>
      {drill && <Drill onClose={() => setDrill(false)} />}
    </div>
  );
}
