import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useNavigate } from "react-router";

import { answer, client, type Run } from "../../api/client";
import { ticketsQuery } from "../../api/queries";
import { Dialog } from "../../parts/Dialog";
import { FaultLines } from "../../parts/FaultLines";
import { BigChoice } from "../../tools/BigChoice";
import { BatchForm } from "./BatchForm";
import { STARTS } from "./phases";
import type { Bench, Hand, Start } from "../../tools/useBenchRun";
import type { Comfort } from "./useComfort";

const EXCHANGES: readonly Start[] = ["after-assembly", "cylinder-change"];

interface BenchMenuProps {
  open: boolean;
  onClose: () => void;
  run: Run;
  comfort: Comfort;
  onHand: (hand: Hand) => void;
  onBegin: (start: Start) => void;
  bench: Bench;
}

/** What suits this tablet and this welder, and what to do when a cylinder runs out half-way. */
export function BenchMenu(props: BenchMenuProps) {
  const { open, onClose, run, comfort, onHand, onBegin, bench } = props;
  const navigate = useNavigate();
  const cache = useQueryClient();
  const watching = useMutation({
    mutationFn: () =>
      answer(
        client.POST("/api/jobs/{job_id}/watches", {
          params: { path: { job_id: run.line.job_id } },
        }),
      ),
    onSuccess: (watch) => navigate(`/watches/${watch.line.id}`),
  });
  const discarding = useMutation({
    mutationFn: () =>
      answer(client.DELETE("/api/runs/{run_id}", { params: { path: { run_id: run.line.id } } })),
    onSuccess: async () => {
      await cache.invalidateQueries({ queryKey: ticketsQuery.queryKey });
      navigate(`/jobs/${run.line.job_id}`);
    },
  });
  const switches = [
    { id: "lens", label: "Tint for shade 5", on: comfort.lens, set: comfort.setLens },
    { id: "sound", label: "Sound", on: comfort.sound, set: comfort.setSound },
    { id: "pace", label: "Tick of the pace", on: comfort.pace, set: comfort.setPace },
    { id: "hints", label: "Hints for learners", on: comfort.hints, set: comfort.setHints },
    { id: "vibration", label: "Vibration", on: comfort.vibration, set: comfort.setVibration },
  ];
  return (
    <Dialog open={open} onClose={onClose} title="Set up the bench" at="top">
      <div className="space-y-5">
        <div className="grid gap-3 sm:grid-cols-2">
          {switches.map((one) => (
            <button
              key={one.id}
              role="switch"
              aria-checked={one.on}
              onClick={() => one.set(!one.on)}
              className={`min-h-[72px] rounded-lg border-2 px-3 text-lg ${one.on ? "border-cone bg-cone-soft font-semibold" : "border-line bg-panel"}`}
            >
              {one.label}: {one.on ? "on" : "off"}
            </button>
          ))}
        </div>
        <BigChoice
          label="Torch hand"
          choices={[
            { id: "right", label: "Right" },
            { id: "left", label: "Left" },
          ]}
          chosen={run.log.hand ?? "right"}
          onChoose={onHand}
        />
        <BigChoice
          label="Changed since? With the flame out, the cards go back to where testing starts"
          choices={STARTS.filter((start) => EXCHANGES.includes(start.id))}
          chosen=""
          onChoose={onBegin}
        />
        <BatchForm run={run} bench={bench} />
        {run.plan.facts?.watch && (
          <button
            className="min-h-[72px] w-full rounded-lg border-2 border-line bg-panel text-lg"
            onClick={() => watching.mutate()}
          >
            Watch its heat
          </button>
        )}
        <button
          className="min-h-[72px] w-full rounded-lg border-2 border-line bg-panel text-lg"
          onClick={() => discarding.mutate()}
        >
          Discard this run, it is empty
        </button>
        <FaultLines error={watching.error ?? discarding.error} />
        <button
          className="min-h-[72px] w-full rounded-lg bg-ink text-2xl font-semibold text-panel"
          onClick={onClose}
        >
          Done
        </button>
      </div>
    </Dialog>
  );
}
