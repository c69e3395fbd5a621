import { useId, useState } from "react";

import { faultOf } from "../../api/client";
import { Stopwatch } from "../../tools/Stopwatch";
import type { ToolProps } from "../../tools/tool";
import { useUnits } from "../../shell/settings";

const KNOWN_BY = [
  { id: "crayon", label: "Crayon melted" },
  { id: "thermometer", label: "Thermometer" },
  { id: "colour", label: "Colour" },
] as const;

/** The flame on a body: its time, what was read of it, and what to do about it. */
export function WarmTool(tool: ToolProps) {
  const { run, bench } = tool;
  const units = useUnits();
  const id = useId();
  const [body, setBody] = useState("");
  const now = run.bench.work?.kind === "heat" ? run.bench.work : null;
  const log = run.log.work?.kind === "heat" ? run.log.work : null;
  if (!now) return null;
  const wrong = faultOf(bench.refused, "body");
  const degrees = (c: number) => units.measure(c, "°C", 3);
  const tell = (by: string) =>
    void bench.tell("warmth", { body: units.whole(body, "°C"), by }).then((answered) => {
      if (answered !== null) setBody("");
    });
  return (
    <div className="space-y-4">
      <Stopwatch
        {...tool}
        clock="seam"
        field="to_heat_min"
        starts="Flame on it: start"
        stops="At its heat: stop"
      />
      <p className="text-2xl">
        To <strong>{degrees(now.target_c)}</strong>, never past{" "}
        <strong>{degrees(now.stop_c)}</strong>
        {now.planned_min != null && (
          <>
            {" "}
            · planned{" "}
            {now.planned_min < 2
              ? units.measure(60 * now.planned_min, "s", 2)
              : units.measure(now.planned_min, "min", 2)}
          </>
        )}
      </p>
      <p
        role={now.loud ? "alert" : "status"}
        className={`rounded-lg border-4 bg-panel p-5 text-center text-3xl font-semibold ${
          now.loud ? "border-stop text-stop" : "border-ink"
        }`}
      >
        {now.last_c != null && <>{degrees(now.last_c)}: </>}
        {now.says}
      </p>
      <div>
        <label htmlFor={id} className="block text-xl">
          Read, far from the flame
        </label>
        <div className="flex flex-wrap gap-3">
          <input
            id={id}
            className="field min-h-[72px] w-40 text-2xl"
            inputMode="decimal"
            maxLength={40}
            value={body}
            onChange={(event) => setBody(event.target.value)}
          />
          {KNOWN_BY.map((one) => (
            <button
              key={one.id}
              className="button min-h-[72px] px-4 text-xl"
              disabled={body.trim() === ""}
              onClick={() => tell(one.id)}
            >
              {one.label}
            </button>
          ))}
        </div>
        {wrong && (
          <p role="alert" className="text-xl text-stop">
            {wrong}
          </p>
        )}
      </div>
      {(now.what_next ?? []).length > 0 && (
        <>
          <ul className="list-disc pl-6 text-xl">
            {(now.what_next ?? []).map((one) => (
              <li key={one}>{one}</li>
            ))}
          </ul>
          <div className="flex flex-wrap gap-3">
            {[
              { came: true, label: "It came" },
              { came: false, label: "It did not" },
            ].map((one) => (
              <button
                key={one.label}
                aria-pressed={log?.came_free === one.came}
                className={`min-h-[72px] rounded-lg border-4 px-6 text-2xl font-semibold ${
                  log?.came_free === one.came ? "border-good text-good" : "border-ink"
                } bg-panel`}
                onClick={() => void bench.tell("came", { came: one.came })}
              >
                {one.label}
              </button>
            ))}
          </div>
        </>
      )}
    </div>
  );
}
