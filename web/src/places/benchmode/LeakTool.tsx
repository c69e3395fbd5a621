import { useState } from "react";

import { faultOf, type SoapPlace } from "../../api/client";
import { useUnits } from "../../shell/settings";
import type { ToolProps } from "../../tools/tool";
import { CountDown } from "../../tools/CountDown";
import { LeakNeedle } from "./LeakNeedle";
import { LeakSoap } from "./LeakSoap";
import { LeakVerdict } from "./LeakVerdict";
import {
  answered,
  keepNeedles,
  keptNeedles,
  keyOf,
  readingsOf,
  stood,
  withoutEnds,
} from "./needles";
import type { Needle, Needles } from "./needles";

/** Four needles seen as the clock starts and as it stops; typed is only what moved. */
export function LeakTool(tool: ToolProps) {
  const { run, bench } = tool;
  const units = useUnits();
  const kept = `pellak.leak.${run.line.id}`;
  const [needles, setNeedles] = useState<Needles>(() => keptNeedles(kept));
  const [soaped, setSoaped] = useState<readonly SoapPlace[]>([]);
  const clock = run.bench.clocks.find((one) => one.clock === "leak");
  const settled = run.bench.clocks.some((one) => one.clock === "line-settle") || clock;
  const test = run.bench.leak_test_stands ? run.log.leak_test : null;
  const keep = (next: Needles) => {
    setNeedles(next);
    keepNeedles(kept, next);
  };
  const tell = (key: string, told: Partial<Needle>) =>
    keep({ ...needles, [key]: { ...needles[key], ...told } });
  const asked = run.bench.leak_asked;
  const every = asked.needles.map((one) => ({ ...one, key: keyOf(one.gas, one.gauge) }));
  const ready = every.every(({ key }) => stood(needles[key]));
  const whole = every.every(({ key }) => answered(needles[key]));
  const again = (longer: boolean) => {
    if (longer) {
      // The valves are shut still: how the needles stood goes on from there.
      keep(withoutEnds(needles));
      void bench.startClock("leak", "", "", true);
      return;
    }
    keep({});
    void bench.clearClock("line-settle").then(() => bench.clearClock("leak"));
  };
  return (
    <div className="space-y-4">
      {!settled && !ready && (
        <CountDown
          {...tool}
          clock="line-settle"
          starts="Under pressure, torch shut: let it settle"
          over=""
        />
      )}
      {settled && !clock && !ready && (
        <CountDown
          {...tool}
          clock="line-settle"
          starts=""
          over="Settled: shut both cylinders, screws half a turn back"
          shy
        />
      )}
      {(clock || ready) && (
        <CountDown
          {...tool}
          clock="leak"
          starts="Valves closed: start"
          over="Look at the four needles again"
        />
      )}
      <section aria-label="The four needles" className="text-xl">
        <p className="mb-2 text-mute">
          {!clock
            ? "How high does each stand? Then the clock."
            : clock.over
              ? "Did each stay where it was?"
              : "As they stood when the clock started"}
        </p>
        <div className="grid gap-3 md:grid-cols-2">
          {every.map(({ gas, gauge, least_bar, key }) => (
            <LeakNeedle
              key={key}
              name={`${gas === "acetylene" ? "Acetylene" : "Oxygen"} ${gauge}`}
              least={units.measure(least_bar, "bar", 2)}
              unit={units.symbol("bar")}
              needle={needles[key] ?? {}}
              locked={clock !== undefined}
              over={clock?.over ?? false}
              fault={
                faultOf(bench.refused, `${gas}.${gauge}_before_bar`) ??
                faultOf(bench.refused, `${gas}.${gauge}_after_bar`) ??
                faultOf(bench.refused, `${gas}.${gauge}_at_least_bar`)
              }
              onTell={(told) => tell(key, told)}
            />
          ))}
        </div>
        {needles[keyOf("acetylene", "contents")]?.start === "less" && (
          <LeakSoap places={asked.soap} soaped={soaped} onSoaped={setSoaped} />
        )}
        <button
          className="mt-3 min-h-[72px] w-full rounded-lg border-2 border-ink bg-panel px-6 font-semibold disabled:border-line disabled:text-mute"
          disabled={!clock?.over || !whole}
          onClick={() => {
            const bar = (typed: string) => units.whole(typed, "bar");
            const readings = readingsOf(needles, asked.needles, bar);
            void bench
              .testLeaks(readings, soaped)
              .then((judged) => judged && localStorage.removeItem(kept));
          }}
        >
          Judge what moved
        </button>
      </section>
      {test && <LeakVerdict test={test} onAgain={again} />}
    </div>
  );
}
