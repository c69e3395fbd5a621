import type { Run } from "../../api/client";
import { words } from "./found";

/** Layers laid in a run and what they looked like as they cooled. */
export function FoundRead({ run }: { run: Run }) {
  const log = run.log.work?.kind === "overlay" ? run.log.work : null;
  const now = run.bench.work?.kind === "overlay" ? run.bench.work : null;
  if (!log || !now || (log.done ?? 0) === 0) return null;
  return (
    <>
      <h2 className="mt-4 font-semibold">Layers</h2>
      <ul className="mb-3">
        <li>
          {log.done} of {now.count} laid
        </li>
        {log.found && <li>{words(log.found)}</li>}
        {(now.says ?? []).map((one) => (
          <li key={one}>{one}</li>
        ))}
      </ul>
    </>
  );
}
