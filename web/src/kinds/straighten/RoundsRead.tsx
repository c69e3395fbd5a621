import type { Run } from "../../api/client";
import { useUnits } from "../../shell/settings";

/** The rounds a run made, each with what it gave. */
export function RoundsRead({ run }: { run: Run }) {
  const units = useUnits();
  const log = run.log.work?.kind === "straighten" ? run.log.work : null;
  const now = run.bench.work?.kind === "straighten" ? run.bench.work.values : null;
  if (!log?.rounds?.length) return null;
  return (
    <>
      <h2 className="mt-4 font-semibold">Rounds</h2>
      <ol className="mb-3">
        {log.rounds.map((round, index) => (
          <li key={index}>
            {index + 1}: {round.spots.length} spots, bow{" "}
            {units.measure(round.camber_before_mm, "mm", 3)} to{" "}
            {units.measure(round.camber_after_mm, "mm", 3)}
            {now?.hot_rounds.includes(index + 1) && ", read hot, not reckoned with"}
          </li>
        ))}
      </ol>
    </>
  );
}
