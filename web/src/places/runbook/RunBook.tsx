import { useInfiniteQuery, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";

import type { RunLine } from "../../api/client";
import { runsQuery, SHORTEST_SEARCH, signsQuery } from "../../api/queries";
import { Away, Waiting } from "../../parts/States";
import { useSettled } from "../../parts/useSettled";
import { useUnits } from "../../shell/settings";
import { BackupLine } from "./BackupLine";
import { dayAndTime } from "./dates";

/** Every run, planned beside actual, newest first. */
export default function RunBook() {
  const { data: signs } = useQuery(signsQuery);
  const [wanted, setWanted] = useState("");
  const settled = useSettled(wanted.trim());
  const words = settled.length >= SHORTEST_SEARCH ? settled : "";
  const {
    data: lines,
    error,
    refetch,
    hasNextPage,
    isFetchingNextPage,
    fetchNextPage,
  } = useInfiniteQuery(runsQuery(words));
  if (error && !lines) return <Away error={error} onRetry={() => void refetch()} />;
  if (!lines) return <Waiting what="the run book" />;
  const label = (sign: string) => signs?.find((one) => one.id === sign)?.label ?? sign;
  return (
    <div className="mx-auto w-full max-w-6xl p-4">
      <div className="mb-4 flex flex-wrap items-end justify-between gap-4">
        <div>
          <h1 className="font-narrow text-2xl font-semibold">Run book</h1>
          <p className="text-mute">What was planned, and what happened.</p>
        </div>
        <input
          type="search"
          aria-label="Search the run book"
          placeholder="Search job, person or sign"
          className="field w-72"
          value={wanted}
          onChange={(event) => setWanted(event.target.value)}
        />
      </div>
      {wanted.trim() !== "" && wanted.trim().length < SHORTEST_SEARCH && (
        <p className="mb-3 text-sm text-mute">Three signs at least find something.</p>
      )}
      {lines.length === 0 && words === "" && (
        <p className="panel p-6">
          No runs yet. Take a job to the bench; when it is finished and logged it stands here.
        </p>
      )}
      {lines.length === 0 && words !== "" && <p className="panel p-6">No run names “{words}”.</p>}
      {lines.length > 0 && (
        <ul className="panel divide-y divide-line">
          <li
            aria-hidden="true"
            className="hidden grid-cols-[9rem_1fr_5rem_22rem_12rem] gap-4 px-4 py-2 text-sm text-mute lg:grid"
          >
            <span>When</span>
            <span>Job</span>
            <span>Who</span>
            <span>Timed, planned → was</span>
            <span>Seen</span>
          </li>
          {lines.map((line) => (
            <Line key={line.id} line={line} seen={line.seen.map(label).join(", ")} />
          ))}
        </ul>
      )}
      {hasNextPage && (
        <button
          className="button mt-4"
          disabled={isFetchingNextPage}
          onClick={() => void fetchNextPage()}
        >
          Show older runs
        </button>
      )}
      <BackupLine />
    </div>
  );
}

function Line({ line, seen }: { line: RunLine; seen: string }) {
  const units = useUnits();
  return (
    <li>
      <Link
        to={line.finished_at === null ? `/runs/${line.id}/bench` : `/runs/${line.id}`}
        className="grid gap-x-4 gap-y-0.5 px-4 py-2.5 hover:bg-shade lg:grid-cols-[9rem_1fr_5rem_22rem_12rem] lg:items-baseline"
      >
        <span className="text-sm text-mute">{dayAndTime(line.started_at)}</span>
        <span>
          <strong className="font-semibold">{line.job_name}</strong>{" "}
          <span className="text-sm text-mute">{units.measure(line.thickness_mm, "mm")}</span>
          {line.finished_at === null && (
            <span className="ml-2 text-sm font-semibold text-cone">at the bench now</span>
          )}
        </span>
        <span>{line.who || "—"}</span>
        <span className="grid gap-x-5 tabular-nums sm:grid-cols-2">
          {line.came && <span className="sm:col-span-2">{units.prose(line.came)}</span>}
          {line.measures
            .filter((one) => one.planned !== null || one.actual !== null)
            .map((one) => (
              <span key={one.id}>
                <span className="text-sm text-mute">{one.label.toLowerCase()}</span>{" "}
                {one.planned === null ? "" : `${units.measure(one.planned, one.unit, 2)} → `}
                {one.actual === null ? "—" : units.measure(one.actual, one.unit, 2)}
              </span>
            ))}
        </span>
        <span className="text-sm text-mute">{seen}</span>
      </Link>
    </li>
  );
}
