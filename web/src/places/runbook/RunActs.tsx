import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";

import type { Run } from "../../api/client";
import { watchesQuery } from "../../api/queries";
import { PaperLinks } from "../../parts/PaperLinks";

interface RunActsProps {
  run: Run;
  correcting: boolean;
  onCorrect: () => void;
  onFind: () => void;
  onSign: () => void;
}

/** What can be done with a run: corrected, looked into, made a procedure, printed. */
export function RunActs({ run, correcting, onCorrect, onFind, onSign }: RunActsProps) {
  const { line, plan } = run;
  const { data: watches } = useQuery(watchesQuery(line.job_id));
  return (
    <p data-screen-only className="flex flex-wrap items-center gap-x-5">
      {line.finished_at !== null && !correcting && (
        <button className="link min-h-11" onClick={onCorrect}>
          Add or correct
        </button>
      )}
      {line.finished_at !== null && (
        <button className="link min-h-11" onClick={onFind}>
          Why did it go wrong?
        </button>
      )}
      {line.finished_at !== null && "joint" in plan.job && (
        <button className="link min-h-11" onClick={onSign}>
          Make it a procedure
        </button>
      )}
      {(watches ?? [])
        .filter((watch) => watch.run_id === line.id)
        .map((watch) => (
          <Link key={watch.id} className="link" to={`/watches/${watch.id}`}>
            Its heat as it was watched
          </Link>
        ))}
      <PaperLinks what="On one page" path={`/api/runs/${line.id}/sheet.pdf`} />
      <button className="link min-h-11" onClick={() => print()}>
        Print
      </button>
      <a className="link" href={`/api/runs/${line.id}`} download={`run-${line.id}.json`}>
        Export
      </a>
    </p>
  );
}
