import { useId, useRef, useState } from "react";

import { faultOf } from "../../api/client";
import { useKeys } from "../../parts/useKeys";
import { useUnits } from "../../shell/settings";
import type { ToolProps } from "../../tools/tool";
import { CountDown } from "../../tools/CountDown";

/** Spot by spot, the wait to the touch, then the line: the next round is drawn from what it says. */
export function RoundTool(tool: ToolProps) {
  const { run, bench } = tool;
  const units = useUnits();
  const id = useId();
  const [bow, setBow] = useState("");
  const [surface, setSurface] = useState("");
  const member = run.bench.work?.kind === "straighten" ? run.bench.work.values : null;
  const kept = run.log.work?.kind === "straighten" ? run.log.work : null;
  const done = kept?.done ?? 0;
  const rounds = kept?.rounds ?? [];
  const last = rounds[rounds.length - 1];
  const hot = member?.verdict === "read-again";
  const reported = useRef(done);
  const spots = member?.next_round ?? [];
  const next = spots[done];
  const tell = (count: number) => {
    reported.current = count;
    void bench.tell("spots", { done: count }).then((answered) => {
      if (answered === null) reported.current = done;
    });
  };
  const made = () => {
    // Pressed again before the server has answered, it is the next spot, not the same once more.
    const count = Math.max(done, reported.current) + 1;
    if (count <= spots.length) tell(count);
  };
  useKeys({ t: made, T: made }, next !== undefined);
  if (!member) return null;
  const mm = (value: number) => units.measure(value, "mm", 3);
  const wrong = faultOf(bench.refused, "bow") ?? faultOf(bench.refused, "surface");
  const reads = hot || (spots.length > 0 && next === undefined);
  return (
    <div className="space-y-4">
      <p className="text-2xl">
        Round {rounds.length + (hot ? 0 : 1)} · bow now <strong>{mm(member.left_mm)}</strong>,
        straight enough at {mm(member.tolerance_mm)} · {member.spots_total} spots expected (
        {member.spots_low} to {member.spots_high})
      </p>
      {spots.length === 0 && !hot ? (
        <p
          role="status"
          className={`rounded-lg border-4 bg-panel p-5 text-center text-3xl font-semibold ${
            member.verdict === "straight" ? "border-good text-good" : "border-stop text-stop"
          }`}
        >
          {member.says}
        </p>
      ) : next ? (
        <button
          onClick={made}
          className="flex min-h-28 w-full flex-wrap items-baseline justify-center gap-x-6 rounded-lg border-4 border-ink bg-panel px-4 py-3 text-3xl font-semibold"
        >
          <span>
            Spot {done + 1} of {spots.length} at
          </span>
          <span className="font-narrow text-6xl text-cone tabular-nums">
            {units.measure(next.at_mm, "mm", 4)}
          </span>
          <span className="text-xl">
            red, flame away: press <kbd className="rounded border border-line px-2">T</kbd>
          </span>
        </button>
      ) : (
        <CountDown
          {...tool}
          clock="spot-wait"
          starts={hot ? "Still hot: start the wait again" : "Last spot red: start the wait"}
          over="Hand rests on it? Read the line"
        />
      )}
      {done > 0 && (
        <button className="link min-h-[72px] text-xl" onClick={() => tell(done - 1)}>
          Not made yet: one back
        </button>
      )}
      {hot && (
        <p role="status" className="border-l-4 border-warn bg-warn-soft px-4 py-3 text-xl">
          Read while hot, {units.measure(last?.surface_c ?? 0, "°C")}: kept, not reckoned with. It
          looks worse while hot. Wait, then read again.
        </p>
      )}
      {reads && (
        <form
          className="grid gap-3 text-xl sm:grid-cols-[1fr_1fr_auto] sm:items-end"
          onSubmit={(event) => {
            event.preventDefault();
            void bench
              .tell("line", {
                bow: units.whole(bow, "mm"),
                surface: units.whole(surface, "°C"),
              })
              .then((answered) => {
                if (answered === null) return;
                setBow("");
                setSurface("");
                reported.current = 0;
                void bench.clearClock("spot-wait");
              });
          }}
        >
          <div>
            <label htmlFor={`${id}-bow`}>Bow, read along the line</label>
            <input
              id={`${id}-bow`}
              className="field min-h-[72px] text-2xl"
              value={bow}
              onChange={(event) => setBow(event.target.value)}
            />
          </div>
          <div>
            <label htmlFor={`${id}-surface`}>Surface, if measured</label>
            <input
              id={`${id}-surface`}
              className="field min-h-[72px] text-2xl"
              placeholder="empty: cold"
              value={surface}
              onChange={(event) => setSurface(event.target.value)}
            />
          </div>
          <button className="min-h-[72px] rounded-lg border-2 border-ink bg-panel px-5 font-semibold">
            Draw the next round
          </button>
          {wrong && (
            <p role="alert" className="col-span-full text-stop">
              {wrong}
            </p>
          )}
        </form>
      )}
      {rounds.length > 0 && (
        <ol aria-label="Rounds so far" className="space-y-1 text-xl">
          {rounds.map((one, index) => (
            <li key={index}>
              Round {index + 1}: {one.spots.length} spots, {mm(one.camber_before_mm)} to{" "}
              {mm(one.camber_after_mm)}
              {member.hot_rounds.includes(index + 1) && ", read hot"}
            </li>
          ))}
        </ol>
      )}
    </div>
  );
}
