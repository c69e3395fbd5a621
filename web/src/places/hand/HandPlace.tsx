import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";

import { answer, client, type HandPage } from "../../api/client";
import { handQuery } from "../../api/book_queries";
import { Away, Waiting } from "../../parts/States";
import { useUnits } from "../../shell/settings";
import { HandPlot } from "./HandPlot";
import { TakeUp } from "./TakeUp";
import { BookTabs } from "../runbook/BookTabs";
import { PlaceTitle } from "../../parts/PlaceTitle";

/** Planned against timed: who and what is off, what has drifted, and whether plans go by it. */
export default function HandPlace() {
  const [chosen, setPerson] = useState<string | null>(null);
  // Until somebody is chosen it is told for whom plans are made now.
  const { data: page, error, refetch } = useQuery(handQuery(chosen));
  if (error && !page) return <Away error={error} onRetry={() => void refetch()} />;
  if (!page) return <Waiting what="the calibration" />;
  return (
    <article className="mx-auto w-full max-w-6xl p-4">
      <BookTabs />
      <PlaceTitle title="Calibration" className="mt-1" />
      <p className="max-w-3xl text-mute">
        Every puddle that was timed, against what the model’s own hand would take. A hand, a torch
        or a metal that runs hotter or cooler shows here; an estimate from a stopwatch, with its
        range.
      </p>
      {page.points.length === 0 ? (
        <p className="panel mt-4 p-6">
          No puddle was timed yet. Time the first one of a run with the bench’s stopwatch; five of
          them already halve what the plan is off.
        </p>
      ) : (
        <div className="mt-4 grid gap-6 lg:grid-cols-[1fr_22rem]">
          <div className="min-w-0 space-y-6">
            <Drifted page={page} />
            <HandPlot points={page.points} people={page.people} />
            <Factors page={page} />
            <Timed page={page} />
          </div>
          <div>
            <TakeUp
              page={page}
              person={chosen ?? page.kept.now?.person ?? ""}
              onPerson={setPerson}
            />
          </div>
        </div>
      )}
    </article>
  );
}

function Drifted({ page }: { page: HandPage }) {
  const cache = useQueryClient();
  const cleaned = useMutation({
    mutationFn: (tip: string) => answer(client.POST("/api/hand/cleaned", { body: { tip } })),
    onSuccess: () => cache.invalidateQueries({ queryKey: ["hand"] }),
  });
  if (page.drifts.length === 0) return null;
  return (
    <ul aria-label="What has grown slower" className="space-y-2">
      {page.drifts.map((line) => (
        <li
          key={line.group + line.drift.name}
          className="border-l-4 border-warn bg-warn-soft px-4 py-3"
        >
          <p>
            <strong className="font-semibold">
              {line.group === "tip" ? "Tip" : "Torch"} {line.drift.name}
            </strong>{" "}
            {line.says.slice(line.drift.name.length + 1)}.
          </p>
          <p className="mt-1 text-sm text-mute">{line.how}</p>
          {line.group === "tip" && (
            <button
              className="button mt-2 min-h-11"
              disabled={cleaned.isPending}
              onClick={() => cleaned.mutate(line.drift.name)}
            >
              {line.drift.name} was cleaned or measured
            </button>
          )}
        </li>
      ))}
    </ul>
  );
}

const SORTS: Record<string, string> = { person: "Hand", torch: "Torch", metal: "Metal" };

function Factors({ page }: { page: HandPage }) {
  return (
    <section aria-label="Who and what is off">
      <h2 className="font-narrow text-xl font-semibold">Who and what is off</h2>
      {page.all && (
        <p className="text-mute">
          All together ×{page.all.factor.toFixed(2)} of the model’s heat,{" "}
          {page.all.factor_low.toFixed(2)} to {page.all.factor_high.toFixed(2)}, from {page.all.n}{" "}
          puddles.
        </p>
      )}
      {page.factors.length === 0 ? (
        <p className="mt-2">
          One person, one torch, one metal so far: nobody to tell them apart from.
        </p>
      ) : (
        <ul className="panel mt-2 divide-y divide-line">
          {page.factors.map(({ group, name, fitted, says }) => (
            <li
              key={group + name}
              className="grid gap-x-4 px-4 py-2.5 sm:grid-cols-[9rem_8rem_1fr] sm:items-baseline"
            >
              <span>
                <span className="text-sm text-mute">{SORTS[group]}</span>{" "}
                <strong className="font-semibold">{name}</strong>
              </span>
              <span className="tabular-nums">
                ×{fitted.factor.toFixed(2)}{" "}
                <span className="text-sm text-mute">
                  {fitted.factor_low.toFixed(2)} to {fitted.factor_high.toFixed(2)}
                </span>
              </span>
              <span>
                {says} <span className="text-sm text-mute">({fitted.n} puddles)</span>
              </span>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}

function Timed({ page }: { page: HandPage }) {
  const units = useUnits();
  const seconds = (value: number | null | undefined) =>
    value == null ? "never" : units.measure(value, "s", 2);
  return (
    <details>
      <summary className="min-h-11 cursor-pointer py-2 font-semibold">
        All {page.points.length} puddles as a list
      </summary>
      <ul className="panel max-h-[28rem] divide-y divide-line overflow-y-auto" tabIndex={0}>
        {page.points
          .map((one) => one)
          .reverse()
          .map(({ point, run_id, job_name, day, tip }) => (
            <li key={point.log} className="flex flex-wrap justify-between gap-x-4 px-4 py-1.5">
              <span>
                <Link className="link" to={`/runs/${run_id}`}>
                  {job_name}
                </Link>{" "}
                <span className="text-sm text-mute">
                  {[day, point.person, tip && `tip ${tip}`].filter(Boolean).join(" · ")}
                </span>
              </span>
              <span className="tabular-nums">
                {seconds(point.model_s)} → {seconds(point.timed_s)}
                {(point.stray || point.left_out) && (
                  <span className="ml-2 text-sm text-warn">
                    {point.stray ? "stray" : "not counted"}
                  </span>
                )}
              </span>
            </li>
          ))}
      </ul>
    </details>
  );
}
