import type { Run } from "../../api/client";
import { useUnits } from "../../shell/settings";

interface LeakVerdictProps {
  test: NonNullable<Run["log"]["leak_test"]>;
  /** Starts the test again, over a longer time where a gauge could not tell. */
  onAgain: (longer: boolean) => void;
}

/** What came of the test: tight within what gauges can see, or where it leaks. */
export function LeakVerdict({ test, onAgain }: LeakVerdictProps) {
  const units = useUnits();
  const { tight, findings, blind_leak_l_per_h: blind } = test.values;
  return (
    <div
      role="status"
      className={`border-l-4 px-4 py-3 text-xl ${tight ? "border-good bg-panel" : "border-stop bg-stop-soft"}`}
    >
      {tight ? (
        <>
          <strong>No movement seen: both sides hold.</strong>
          {blind != null && (
            <p className="text-mute">
              A leak under {units.measure(blind, "L/h", 2)} shows on no needle: soap finds it.
            </p>
          )}
          <button className="link mt-1 block min-h-[72px]" onClick={() => onAgain(true)}>
            In doubt? Test again over 15 minutes
          </button>
        </>
      ) : (
        <>
          <strong className="text-stop">It leaks. Do not light.</strong>
          <ul className="mt-1 space-y-1">
            {findings.map((one) => (
              <li key={one.gas + one.gauge}>
                {one.gas === "acetylene" ? "Acetylene" : "Oxygen"} {one.gauge}{" "}
                {one.moved_bar < 0 ? "fell" : "rose"}{" "}
                {units.measure(Math.abs(one.moved_bar), "bar", 2)}: {one.where}. {one.do}
              </li>
            ))}
          </ul>
          <button
            className="mt-2 min-h-[72px] rounded-lg border-2 border-ink bg-panel px-6 font-semibold"
            onClick={() => onAgain(false)}
          >
            Mended: test again from the start
          </button>
        </>
      )}
    </div>
  );
}
