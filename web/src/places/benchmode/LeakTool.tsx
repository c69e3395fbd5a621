import { useId, useState } from "react";

import { faultOf, type SoapPlace } from "../../api/client";
import { useUnits } from "../../shell/settings";
import type { ToolProps } from "../../tools/tool";
import { CountDown } from "../../tools/CountDown";
import type { Readings } from "../../tools/useBenchRun";

const GASES = ["acetylene", "oxygen"] as const;
const GAUGES = ["contents", "outlet"] as const;
const SOAP_PLACES: readonly (readonly [SoapPlace, string])[] = [
  ["cylinder-nut", "Cylinder nut"],
  ["gauge-stem", "Gauge stem"],
  ["regulator-body", "Regulator body"],
  ["valve-spindle", "Valve spindle"],
];
const FRESH_MS = 20 * 60_000;
const blank = (): Readings => ({ acetylene: {}, oxygen: {} });

/** What was typed a moment ago outlives a reload; an older test's readings never stand again. */
function standing(kept: string): Readings {
  const stored = JSON.parse(localStorage.getItem(kept) ?? "null") as {
    at: number;
    readings: Readings;
  } | null;
  return stored?.at && Date.now() - stored.at < FRESH_MS ? stored.readings : blank();
}

/** Four gauges read as the clock starts and as it stops; the server judges what moved. */
export function LeakTool(tool: ToolProps) {
  const { run, bench } = tool;
  const units = useUnits();
  const kept = `pellak.leak.${run.line.id}`;
  const [readings, setReadings] = useState<Readings>(() => standing(kept));
  const [soaped, setSoaped] = useState<readonly SoapPlace[]>([]);
  const clock = run.bench.clocks.find((one) => one.clock === "leak");
  const test = run.bench.leak_test_stands ? run.log.leak_test : null;
  const type = (gas: (typeof GASES)[number], key: string, text: string) => {
    const next = { ...readings, [gas]: { ...readings[gas], [key]: text } };
    setReadings(next);
    localStorage.setItem(kept, JSON.stringify({ at: Date.now(), readings: next }));
  };
  const unit = units.symbol("bar");
  const judge = () => {
    // A bare number is in the unit the page shows.
    const stored = blank();
    for (const gas of GASES)
      for (const [key, text] of Object.entries(readings[gas]))
        stored[gas][key] = units.whole(text, "bar");
    void bench.testLeaks(stored, soaped).then((judged) => judged && localStorage.removeItem(kept));
  };
  const column = (when: "before" | "after") => (
    <ReadingFields {...{ when, readings, unit }} error={bench.refused} onType={type} />
  );
  return (
    <div className="space-y-4">
      <CountDown
        {...tool}
        clock="leak"
        starts="Valves closed: start"
        over="Read the gauges again"
      />
      <section aria-label="The four gauges" className="text-xl">
        <p className="mb-2">All eight readings, typed by whoever reads the gauges.</p>
        <div className="grid gap-4 md:grid-cols-2">
          {column("before")}
          {column("after")}
        </div>
        <Soap
          wanted={faultOf(bench.refused, "acetylene.contents_before_bar") !== null}
          soaped={soaped}
          onSoaped={setSoaped}
        />
        <button
          className="mt-3 min-h-[72px] rounded-lg border-2 border-ink bg-panel px-6 font-semibold disabled:border-line disabled:text-mute"
          disabled={!clock}
          onClick={judge}
        >
          Judge what moved
        </button>
      </section>
      {test && (
        <div
          role="status"
          className={`border-l-4 px-4 py-3 text-xl ${test.values.tight ? "border-good bg-panel" : "border-stop bg-stop-soft"}`}
        >
          {test.values.tight ? (
            <>
              <strong>No movement seen: both sides hold.</strong>
              <button
                className="link mt-1 block min-h-[72px]"
                onClick={() => {
                  setReadings(blank());
                  void bench.startClock("leak", "", "", true);
                }}
              >
                In doubt? Test again over 15 minutes
              </button>
            </>
          ) : (
            <>
              <strong className="text-stop">It leaks. Do not light.</strong>
              <ul className="mt-1 space-y-1">
                {test.values.findings.map((one) => (
                  <li key={one.gas + one.gauge}>
                    {one.gas === "acetylene" ? "Acetylene" : "Oxygen"} {one.gauge}{" "}
                    {one.moved_bar < 0 ? "fell" : "rose"}{" "}
                    {units.measure(Math.abs(one.moved_bar), "bar", 2)}: {one.where}. {one.do}
                  </li>
                ))}
              </ul>
              <button
                className="mt-2 min-h-[72px] rounded-lg border-2 border-ink bg-panel px-6 font-semibold"
                onClick={() => {
                  setReadings(blank());
                  void bench.startClock("leak");
                }}
              >
                Mended: test again from the start
              </button>
            </>
          )}
        </div>
      )}
    </div>
  );
}

interface SoapProps {
  wanted: boolean;
  soaped: readonly SoapPlace[];
  onSoaped: (places: readonly SoapPlace[]) => void;
}

/** The way of a cylinder whose gauge shows too little to fall: soap, with its valve open. */
function Soap({ wanted, soaped, onSoaped }: SoapProps) {
  return (
    <details className="panel mt-4 p-3" open={wanted || soaped.length > 0}>
      <summary className="min-h-11 text-lg">Acetylene nearly empty? Soap vouches instead</summary>
      <p className="mt-2 text-base">
        Valve open, soapy water on each. Tick what showed no bubble; the outlet is read as always.
      </p>
      {SOAP_PLACES.map(([place, name]) => (
        <label key={place} className="flex min-h-[60px] items-center gap-3 text-xl">
          <input
            type="checkbox"
            className="size-8"
            checked={soaped.includes(place)}
            onChange={(event) =>
              onSoaped(
                event.target.checked ? [...soaped, place] : soaped.filter((one) => one !== place),
              )
            }
          />
          {name}
        </label>
      ))}
    </details>
  );
}

interface ReadingFieldsProps {
  when: "before" | "after";
  readings: Readings;
  unit: string;
  error: unknown;
  onType: (gas: (typeof GASES)[number], key: string, text: string) => void;
}

function ReadingFields({ when, readings, unit, error, onType }: ReadingFieldsProps) {
  const id = useId();
  return (
    <fieldset className="panel p-3">
      <legend className="px-1 font-semibold">
        {when === "before" ? "As it starts" : "As it stops"}, {unit}
      </legend>
      <div className="grid grid-cols-2 gap-3">
        {GASES.map((gas) =>
          GAUGES.map((gauge) => {
            const key = `${gauge}_${when}_bar`;
            const wrong = faultOf(error, `${gas}.${key}`);
            return (
              <div key={gas + gauge}>
                <label htmlFor={`${id}-${gas}-${gauge}`} className="text-base">
                  {gas === "acetylene" ? "Acetylene" : "Oxygen"} {gauge}
                </label>
                <input
                  id={`${id}-${gas}-${gauge}`}
                  inputMode="decimal"
                  data-gauge={gauge}
                  className={`field min-h-[72px] text-2xl ${wrong ? "border-stop" : ""}`}
                  aria-invalid={wrong !== null}
                  value={readings[gas][key] ?? ""}
                  onChange={(event) => onType(gas, key, event.target.value)}
                />
                {wrong && <p className="text-base text-stop">{wrong}</p>}
              </div>
            );
          }),
        )}
      </div>
    </fieldset>
  );
}
