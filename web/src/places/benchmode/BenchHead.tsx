import { Link } from "react-router";

import type { Run } from "../../api/client";
import { useWindowTitle } from "../../parts/PlaceTitle";

interface BenchHeadProps {
  run: Run;
  away: boolean;
  /** Leaving was asked for while the torch may be burning. */
  onLeave: () => void;
  onDrill: () => void;
  onOut: () => void;
  onMenu: () => void;
  onWrong: () => void;
}

/** Leave, the name, and the three actions that are always one press away. */
export function BenchHead({ run, away, onLeave, onDrill, onOut, onMenu, onWrong }: BenchHeadProps) {
  const big =
    "min-h-[72px] flex-1 rounded-lg border-2 px-2 text-lg font-semibold sm:min-w-36 sm:flex-none sm:px-4";
  useWindowTitle(`${run.line.job_name}, at the bench`);
  return (
    <header className="sticky top-0 z-20 flex flex-wrap items-center gap-3 border-b border-line bg-paper px-3 py-2">
      <Link
        to={`/jobs/${run.line.job_id}`}
        className="button min-h-[72px]"
        onClick={(event) => {
          if (!run.bench.flame_may_burn) return;
          event.preventDefault();
          onLeave();
        }}
      >
        Leave the bench
      </Link>
      <h1 className="min-w-24 flex-1 truncate font-narrow text-xl font-semibold">
        {run.line.job_name}
      </h1>
      <button className="button min-h-[72px] min-w-[72px] text-lg" onClick={onMenu}>
        Set up
      </button>
      <div className="flex gap-3 max-sm:w-full">
        <button className={`${big} border-ink bg-panel`} onClick={onWrong}>
          Went wrong
        </button>
        <button className={`${big} border-stop bg-stop-soft text-stop`} onClick={onDrill}>
          Flash-back <kbd className="rounded border border-stop px-1.5">!</kbd>
        </button>
        <button
          className={`${big} ${run.bench.flame_may_burn ? "border-ink bg-ink text-panel" : "border-ink bg-panel"}`}
          onClick={onOut}
        >
          Flame out
        </button>
      </div>
      {away && (
        <p role="status" className="w-full font-semibold text-stop">
          Server away; kept here and sent when it is back
        </p>
      )}
    </header>
  );
}
