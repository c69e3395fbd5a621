import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import { Link, useParams, useSearchParams } from "react-router";

import type { FlameHello } from "../../api/client";
import { rackQuery } from "../../api/queries";
import { useUnits } from "../../shell/settings";
import { FlameCanvas, type FlamePainter } from "./FlameCanvas";
import { FlameSound } from "./flameSound";
import { Drill } from "../../parts/Drill";
import { PracticeHead } from "./PracticeHead";
import { ScoreTable } from "./ScoreTable";
import { useFlame } from "./useFlame";
import { Valve } from "./Valve";
import type { FlameFrame } from "./wire";

const STEP = 0.02;
const FUEL = "accent-copper";
const OXYGEN = "accent-cone";
/** Two regulators and two valves: how far each turns, and what one press turns it by. */
const HANDLES = [
  {
    at: "acetylene_bar",
    label: "Acetylene pressure",
    most: 1.2,
    step: STEP,
    tone: FUEL,
    bar: true,
  },
  { at: "oxygen_bar", label: "Oxygen pressure", most: 3, step: STEP, tone: OXYGEN, bar: true },
  { at: "acetylene_open", label: "Acetylene valve", most: 1, step: STEP, tone: FUEL, bar: false },
  { at: "oxygen_open", label: "Oxygen valve", most: 1, step: STEP, tone: OXYGEN, bar: false },
] as const;
const PERCENT = 100;
const DIALS = 10_000;
const MOST_SEED = 2 ** 31;
const MIXERS = [
  ["equal-pressure", "both gases push"],
  ["injector", "oxygen draws the fuel"],
] as const;

/** Set a flame by two valves and two regulators; it answers as one in the shop would. */
export default function FlamePlace() {
  const { target = "" } = useParams();
  const [search, setSearch] = useSearchParams();
  const who = search.get("who") ?? "";
  const mixer = search.get("mixer");
  const [seed] = useState(() => Math.floor(Math.random() * MOST_SEED));
  const [dial] = useState(() => String(Math.floor(Math.random() * DIALS)).padStart(4, "0"));
  const asked = new URLSearchParams({ target, who, dial, seed: String(seed) });
  for (const name of ["orifice_mm", "region", "mixer"]) {
    const value = search.get(name);
    if (value) asked.set(name, value);
  }
  const query = asked.toString();
  const changed = (name: string, value: string) => {
    const address = new URLSearchParams(search);
    address.set(name, value);
    setSearch(address, { replace: true });
  };
  return (
    <FlameTrainer
      key={query}
      query={query}
      who={who}
      dial={dial}
      jobId={search.get("job")}
      mixer={mixer}
      onMixer={(next) => changed("mixer", next)}
      onBore={(next) => changed("orifice_mm", next)}
    />
  );
}

interface FlameTrainerProps {
  query: string;
  who: string;
  /** The number a dial finds it by. */
  dial: string;
  /** The job it is practised for. */
  jobId: string | null;
  /** Chosen here; null is the shop's own. */
  mixer: string | null;
  onMixer: (mixer: string) => void;
  onBore: (orificeMm: string) => void;
}

function FlameTrainer({ query, who, dial, jobId, mixer, onMixer, onBore }: FlameTrainerProps) {
  const units = useUnits();
  const cache = useQueryClient();
  const painter = useRef<FlamePainter>(null);
  const sound = useRef<FlameSound | null>(null);
  const [loud, setLoud] = useState(false);
  const [gauges, setGauges] = useState({ number: 0, near: false });
  const calm = useRef(matchMedia("(prefers-reduced-motion: reduce)").matches);
  const draw = (frame: FlameFrame, { jets, orifice_mm: orificeMm }: FlameHello) => {
    const { numbers } = frame;
    const of = (name: string) => numbers[name] ?? 0;
    sound.current?.hiss(frame.lit ? of("hiss_db") : null);
    const near = of("near") > 0;
    // Twice a second is enough for words; the picture goes on by itself.
    if (frame.number - gauges.number >= 30 || near !== gauges.near) {
      setGauges({ number: frame.number, near });
    }
    if (calm.current && frame.number % 12 !== 0) return;
    painter.current?.paint(
      frame.lit
        ? {
            jets,
            orificeMm,
            coneMm: of("cone_mm"),
            featherMm: of("cone_mm") * of("feather_ratio"),
            envelopeMm: of("envelope_mm"),
            inner: of("inner"),
            sharp: of("sharp"),
            soot: of("soot"),
            liftMm: of("lift_mm"),
            draught: calm.current ? 0 : of("draught"),
            lean: 0.26 * of("dirt"),
            split: frame.split,
            cone: frame.cone,
            feather: frame.feather,
            envelope: frame.envelope,
          }
        : null,
      jets,
    );
  };
  const flame = useFlame(query, draw);
  const { hello, valves, turn, isDialled } = flame;
  useEffect(() => () => sound.current?.close(), []);
  useEffect(() => {
    if (flame.score) void cache.invalidateQueries({ queryKey: ["practice"] });
  }, [cache, flame.score]);
  const hush = () => {
    if (loud) sound.current?.close();
    sound.current = loud ? null : new FlameSound();
    setLoud(!loud);
  };
  const [drilled, setDrilled] = useState(false);
  const off = flame.playing !== "playing";
  return (
    <article className="mx-auto w-full max-w-5xl p-4">
      <PracticeHead
        title={hello?.target.label ?? "A flame"}
        who={who}
        beside={
          jobId && (
            <>
              {" · "}
              <Link className="link" to={`/jobs/${jobId}`}>
                Back to the job
              </Link>
            </>
          )
        }
      >
        {hello?.target.about}
        {jobId &&
          hello &&
          ` On a bore of ${units.measure(hello.orifice_mm, "wall", 2)}, for your job.`}
      </PracticeHead>
      <div className="mt-3 grid gap-4 lg:grid-cols-[1fr_20rem]">
        <div className="min-w-0">
          <FlameCanvas ref={painter} label={flame.said?.said ?? "No flame yet."} />
          <p aria-live="polite" className="mt-2 min-h-6">
            {flame.said?.said}
          </p>
          <p className="min-h-6 text-mute">
            {flame.said?.hint || (gauges.near && !flame.score && "Hold it.")}
          </p>
          {flame.score?.drill && !drilled && <Drill onClose={() => setDrilled(true)} />}
          {flame.score && (
            <section aria-label="What it is worth" className="panel mt-3 p-4">
              <ScoreTable points={flame.score.points} parts={flame.score.parts} />
              <button
                className="button mt-3 min-h-11"
                onClick={() => {
                  setDrilled(false);
                  flame.again();
                }}
              >
                Once more
              </button>
            </section>
          )}
          {flame.playing === "lost" && (
            <section role="alert" className="panel mt-3 p-4">
              <p>The trainer went away: nothing was heard of it, or too many practise at once.</p>
              <button className="button mt-3 min-h-11" onClick={flame.again}>
                Begin again
              </button>
            </section>
          )}
          {flame.happened.length > 0 && (
            <ol aria-label="What happened, newest first" className="mt-3 text-sm text-mute">
              {flame.happened.map((line, at) => (
                <li key={flame.happened.length - at}>{line}</li>
              ))}
            </ol>
          )}
        </div>
        <div className="space-y-4">
          {HANDLES.map(({ at, label, most, step, tone, bar }) => (
            <Valve
              key={at}
              label={label}
              value={valves[at]}
              most={most}
              step={step}
              text={
                bar
                  ? units.measure(valves[at], "bar", 2)
                  : `${Math.round(PERCENT * valves[at])} % open`
              }
              tone={tone}
              disabled={off || isDialled}
              onTurn={(value) => turn({ [at]: value })}
            />
          ))}
          <div className="grid grid-cols-2 gap-2">
            <button className="button min-h-14" disabled={off} onClick={flame.spark}>
              Strike a spark
            </button>
            <button className="button-main min-h-14" disabled={off} onClick={flame.end}>
              That is it
            </button>
            <button className="button min-h-11" disabled={off} onClick={flame.clean}>
              Clean the tip
            </button>
            <button className="button min-h-11" aria-pressed={loud} onClick={hush}>
              {loud ? "Sound off" : "Sound on"}
            </button>
          </div>
          {hello?.jets === 1 && <TipChoice bore={hello.orifice_mm} onBore={onBore} />}
          <label className="flex items-center justify-between gap-3">
            The torch
            <select
              className="field w-52"
              value={mixer ?? hello?.mixer ?? ""}
              onChange={(event) => onMixer(event.target.value)}
            >
              {MIXERS.map(([id, label]) => (
                <option key={id} value={id}>
                  {label}
                </option>
              ))}
            </select>
          </label>
          <p className="text-sm text-mute">
            {isDialled ? "A dial has the valves." : "A dial turns it too:"}{" "}
            <code className="font-semibold text-ink">pellak dial {dial}</code>
          </p>
        </div>
      </div>
      <p className="mt-6 max-w-3xl text-sm text-mute">
        This trains the eye and the order of moves, not the wrist. What valves and hoses let through
        is reasoned, not measured on your torch. Guidance, not authority: light a real flame only
        with whoever teaches you.
      </p>
    </article>
  );
}

interface TipChoiceProps {
  bore: number;
  onBore: (orificeMm: string) => void;
}

/** The tip in the torch: the exercise's own, or one that hangs in the rack. */
function TipChoice({ bore, onBore }: TipChoiceProps) {
  const units = useUnits();
  const { data: owned } = useQuery(rackQuery);
  const tips = (owned ?? []).flatMap(({ id, item }) =>
    item.kind === "tip" && item.jets === 1 ? [{ id, name: item.name, bore: item.orifice_mm }] : [],
  );
  const known = tips.find((tip) => tip.bore === bore);
  return (
    <label className="flex items-center justify-between gap-3">
      The tip
      <select
        className="field w-52"
        value={String(bore)}
        onChange={(event) => onBore(event.target.value)}
      >
        {!known && <option value={String(bore)}>{units.measure(bore, "wall", 2)} bore</option>}
        {tips.map((tip) => (
          <option key={tip.id} value={String(tip.bore)}>
            {tip.name} · {units.measure(tip.bore, "wall", 2)}
          </option>
        ))}
      </select>
    </label>
  );
}
