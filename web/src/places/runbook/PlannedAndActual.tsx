import type { Run } from "../../api/client";
import { useUnits } from "../../shell/settings";

/** What was timed, measured and used in a run, beside what was planned; nothing else. */
export function PlannedAndActual({ run }: { run: Run }) {
  const units = useUnits();
  const shown = (value: number | null | undefined, unit: string, digits = 3) =>
    value == null ? "—" : units.measure(value, unit, digits);
  const measures = run.measures.filter((one) => one.actual !== null);
  const used = run.used.filter((one) => one.actual !== "");
  if (measures.length + used.length === 0) return null;
  return (
    <table className="panel my-4 w-full border-separate border-spacing-0 text-left">
      <thead className="text-sm text-mute">
        <tr>
          <th className="px-4 py-2 font-normal">Timed and measured</th>
          <th className="px-4 py-2 font-normal">Planned</th>
          <th className="px-4 py-2 font-normal">Was</th>
        </tr>
      </thead>
      <tbody>
        {measures.map((one) => (
          <tr key={one.id}>
            <th scope="row" className="border-t border-line px-4 py-2 font-medium">
              {one.label}
            </th>
            <td className="border-t border-line px-4 py-2 tabular-nums">
              {shown(one.planned, one.unit, 2)}
            </td>
            <td className="border-t border-line px-4 py-2 font-narrow text-xl font-semibold tabular-nums">
              {shown(one.actual, one.unit)}
            </td>
          </tr>
        ))}
        {used.map((one) => (
          <tr key={one.id}>
            <th scope="row" className="border-t border-line px-4 py-2 font-medium">
              {one.label}
            </th>
            <td className="border-t border-line px-4 py-2">{one.planned || "—"}</td>
            <td className="border-t border-line px-4 py-2 font-semibold">{one.actual}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
