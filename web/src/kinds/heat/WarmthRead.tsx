import type { Run } from "../../api/client";
import { useUnits } from "../../shell/settings";

/** What was read of a body in a run, and whether it came free. */
export function WarmthRead({ run }: { run: Run }) {
  const units = useUnits();
  const log = run.log.work?.kind === "heat" ? run.log.work : null;
  if (!log) return null;
  return (
    <>
      <h2 className="mt-4 font-semibold">Read of it</h2>
      <ul className="mb-3">
        {(log.read ?? []).map((one, n) => (
          <li key={n}>
            {units.measure(one.body_c, "°C", 3)}, by {one.by}
          </li>
        ))}
        {log.came_free != null && <li>{log.came_free ? "It came." : "It did not come."}</li>}
      </ul>
    </>
  );
}
