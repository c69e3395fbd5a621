import { useId, useState } from "react";

import type { Simulation, Watch } from "../../api/client";

type Ill = NonNullable<Simulation["ill"]>;
const SPEEDS = [1, 10, 60, 300];
const ILLS: { id: Ill; label: string }[] = [
  { id: "none", label: "all sound" },
  { id: "dies", label: "the foot's dies" },
  { id: "jumps", label: "the foot's jumps" },
  { id: "nonsense", label: "the foot's sends nonsense" },
];

interface ThermometerPanelProps {
  watch: Watch;
  error: Error | null;
  onSimulate: (simulation: Simulation | null) => void;
  onFile: () => void;
}

/** Where readings come from: a thermometer's lines, a logger's file, or a simulated one. */
export function ThermometerPanel({ watch, error, onSimulate, onFile }: ThermometerPanelProps) {
  const id = useId();
  const [speed, setSpeed] = useState(60);
  const [ill, setIll] = useState<Ill>("none");
  const on = watch.simulation;
  return (
    <section aria-label="Thermometers">
      <h2 className="mb-1 font-semibold">Thermometers</h2>
      <p className="text-sm text-mute">
        One on a cable sends a line a reading; this machine reads it with
        <code className="block text-ink">pellak watch {watch.line.id}</code>
      </p>
      <button className="link min-h-11" onClick={onFile}>
        Readings from a logger's file
      </button>
      {on ? (
        <div className="border-l-4 border-warn bg-warn-soft px-3 py-2">
          <p>Simulated, {on.speed === 1 ? "as fast as life" : `${on.speed} times as fast`}.</p>
          <button className="link min-h-11" onClick={() => onSimulate(null)}>
            Take it away
          </button>
        </div>
      ) : (
        watch.may_simulate && (
          <div className="space-y-2 rounded-md border border-line p-2">
            <p className="text-sm text-mute">
              To practise, a simulated one warms and cools as planned, by a hand that dawdles.
            </p>
            <label htmlFor={`${id}speed`} className="text-sm text-mute">
              How fast
            </label>
            <select
              id={`${id}speed`}
              className="field"
              value={speed}
              onChange={(event) => setSpeed(Number(event.target.value))}
            >
              {SPEEDS.map((one) => (
                <option key={one} value={one}>
                  {one === 1 ? "as life" : `${one} times life`}
                </option>
              ))}
            </select>
            <label htmlFor={`${id}ill`} className="text-sm text-mute">
              Its thermometers
            </label>
            <select
              id={`${id}ill`}
              className="field"
              value={ill}
              onChange={(event) =>
                setIll(ILLS.find((one) => one.id === event.target.value)?.id ?? "none")
              }
            >
              {ILLS.map((one) => (
                <option key={one.id} value={one.id}>
                  {one.label}
                </option>
              ))}
            </select>
            <button
              className="button min-h-12 w-full"
              onClick={() => onSimulate({ seed: 1, speed, dawdles: 1.15, ill, every_s: 1 })}
            >
              Start a simulated one
            </button>
          </div>
        )
      )}
      {error && (
        <p role="alert" className="text-sm text-stop">
          {error.message}
        </p>
      )}
    </section>
  );
}
