import { Link } from "react-router";

import type { RunLine } from "../../api/client";
import { useUnits } from "../../shell/settings";
import { dayAndTime } from "./dates";
import { useBookWords } from "./useBookWords";

const LOOKS: Record<string, string> = { good: "text-good", scrap: "text-stop" };

interface RunLineRowProps {
  line: RunLine;
  seen: string;
  picked: boolean;
  onPick: () => void;
}

/** One run in the book, planned beside timed; picked, it can be laid beside another. */
export function RunLineRow({ line, seen, picked, onPick }: RunLineRowProps) {
  const units = useUnits();
  const { label } = useBookWords();
  return (
    <div className="flex items-stretch hover:bg-shade">
      <label className="flex w-11 shrink-0 cursor-pointer items-center justify-center">
        <input
          type="checkbox"
          className="size-4 accent-cone"
          aria-label={`Compare ${line.job_name}, ${dayAndTime(line.started_at)}`}
          checked={picked}
          onChange={onPick}
        />
      </label>
      <Link
        to={line.finished_at === null ? `/runs/${line.id}/bench` : `/runs/${line.id}`}
        className="grid min-w-0 flex-1 gap-x-4 gap-y-0.5 py-2.5 pr-4 xl:grid-cols-[8.5rem_1fr_4.5rem_15rem_11rem] xl:items-baseline"
      >
        <span className="text-sm text-mute">{dayAndTime(line.started_at)}</span>
        <span>
          <strong className="font-semibold">{line.job_name}</strong>{" "}
          <span className="text-sm text-mute">{units.measure(line.thickness_mm, "wall")}</span>
          {line.finished_at === null && (
            <span className="ml-2 text-sm font-semibold text-cone">at the bench now</span>
          )}
        </span>
        <span>{line.who || "—"}</span>
        <span className="tabular-nums">
          {line.came && <span className="block">{line.came}</span>}
          {line.measures
            .filter((one) => one.planned !== null || one.actual !== null)
            .map((one) => (
              <span key={one.id} className="mr-4 inline-block">
                <span className="text-sm text-mute">{one.label.toLowerCase()}</span>{" "}
                {one.planned === null ? "" : `${units.measure(one.planned, one.unit, 2)} → `}
                {one.actual === null ? "—" : units.measure(one.actual, one.unit, 2)}
              </span>
            ))}
        </span>
        <span className="text-sm text-mute">
          {line.verdict && (
            <span className={`font-semibold ${LOOKS[line.verdict] ?? "text-ink"}`}>
              {label("verdicts", line.verdict)}
              {seen && ": "}
            </span>
          )}
          {seen}
        </span>
      </Link>
    </div>
  );
}
