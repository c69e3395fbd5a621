import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import { useSearchParams } from "react-router";

import { answer, client, type FlameShown } from "../../api/client";
import { flamesQuery } from "../../api/practice_queries";
import { Away, Waiting } from "../../parts/States";
import { FlameCanvas, type FlamePainter } from "./FlameCanvas";
import { PracticeHead } from "./PracticeHead";

const LEAST = 0.7;
const MOST = 1.5;
const FIRST = 1;
const MOST_SEED = 2 ** 31;
const PER_CENT = 100;

/** Ten flames to read: how much oxygen has each? */
export default function ReadFlamesPlace() {
  const [search] = useSearchParams();
  const who = search.get("who") ?? "";
  const cache = useQueryClient();
  const [seed, setSeed] = useState(() => Math.floor(Math.random() * MOST_SEED));
  const [read, setRead] = useState<readonly number[]>([]);
  const [ratio, setRatio] = useState(FIRST);
  const { data: flames, error, refetch } = useQuery(flamesQuery(seed));
  const judging = useMutation({
    mutationFn: (ratios: number[]) =>
      answer(client.POST("/api/practice/flames", { body: { who, seed, ratios } })),
    onSuccess: () => cache.invalidateQueries({ queryKey: ["practice"] }),
  });
  if (error && !flames) return <Away error={error} onRetry={() => void refetch()} />;
  if (!flames) return <Waiting what="the flames" />;
  const shown = flames[read.length];
  const take = () => {
    const all = [...read, ratio];
    setRead(all);
    setRatio(FIRST);
    if (all.length === flames.length) judging.mutate(all);
  };
  return (
    <article className="mx-auto w-full max-w-4xl p-4">
      <PracticeHead title="Read the flame" who={who} />
      {!who && <p className="text-mute">Say who practises first: a reading is kept by name.</p>}
      {shown && who && (
        <section aria-label={`Flame ${read.length + 1} of ${flames.length}`} className="mt-3">
          <p className="mb-2 text-mute">
            {read.length + 1} of {flames.length}: how much oxygen to one part of acetylene?
          </p>
          <Shown flame={shown} />
          <label className="mt-3 block">
            <span className="flex justify-between">
              <span className="font-semibold">Oxygen to acetylene</span>
              <span className="tabular-nums">{ratio.toFixed(2)}</span>
            </span>
            <input
              type="range"
              className="h-12 w-full touch-none accent-cone"
              aria-label="Oxygen to acetylene"
              min={LEAST}
              max={MOST}
              step={1 / PER_CENT}
              value={ratio}
              onChange={(event) => setRatio(Number(event.target.value))}
            />
            <span className="flex justify-between text-sm text-mute">
              <span>feather</span>
              <span>oxidising</span>
            </span>
          </label>
          <button className="button-main mt-3 min-h-12" onClick={take}>
            I read it so
          </button>
        </section>
      )}
      {judging.error && (
        <p role="alert" className="mt-3 text-stop">
          {judging.error.message}
        </p>
      )}
      {judging.data && (
        <section aria-label="How far off" className="panel mt-4 p-4">
          <h2 className="font-narrow text-xl font-semibold">
            {Math.round(judging.data.points)} of 100
          </h2>
          <ol className="mt-2 divide-y divide-line">
            {judging.data.read.map((one, at) => (
              <li key={one.number} className="flex flex-wrap justify-between gap-x-4 py-1.5">
                <span>
                  {one.number}. you read {read[at]?.toFixed(2)}; it was {one.why}
                </span>
                <span className="tabular-nums">{Math.round(one.points)}</span>
              </li>
            ))}
          </ol>
          <button
            className="button mt-3 min-h-11"
            onClick={() => {
              setSeed(Math.floor(Math.random() * MOST_SEED));
              setRead([]);
              judging.reset();
            }}
          >
            Ten others
          </button>
        </section>
      )}
    </article>
  );
}

const parts = (hex: string) =>
  [1, 3, 5].map((at) => parseInt(hex.slice(at, at + 2), 16)).join(", ");

function Shown({ flame }: { flame: FlameShown }) {
  const painter = useRef<FlamePainter>(null);
  useEffect(() => {
    painter.current?.paint(
      {
        jets: 1,
        orificeMm: flame.orifice_mm,
        coneMm: flame.cone_mm,
        featherMm: flame.feather_mm,
        envelopeMm: flame.envelope_mm,
        inner: flame.inner,
        sharp: flame.sharp,
        soot: flame.soot,
        liftMm: 0,
        draught: 0,
        lean: 0,
        split: false,
        cone: parts(flame.cone),
        feather: parts(flame.feather),
        envelope: parts(flame.envelope),
      },
      1,
    );
  }, [flame]);
  return <FlameCanvas ref={painter} label={flame.words} />;
}
