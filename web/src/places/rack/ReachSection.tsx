// What these tips weld on these cylinders: a bar a tip, from the thinnest wall to the thickest.
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";

import type { Reach, TipReach } from "../../api/client";
import { basicsQuery, reachQuery } from "../../api/queries";
import { ToggleRow } from "../../parts/ToggleRow";
import { useUnits } from "../../shell/settings";
import { TipChart } from "./TipChart";

const METALS = ["carbon-steel", "stainless", "aluminium"] as const;
const WORDS = { "carbon-steel": "Steel", stainless: "Stainless", aluminium: "Aluminium" } as const;
const LENGTHS = [
  { id: "spell", label: "Up to ten minutes" },
  { id: "on-end", label: "On end" },
] as const;
const HELD_BY = {
  harsh: "a harsh jet",
  pressure: "its pressures",
  "acetylene-limit": "the acetylene limit",
  draw: "the cylinder",
} as const;
const THINNEST_MM = 0.5;
const THICKEST_MM = 6;

export function ReachSection() {
  const [metal, setMetal] = useState<(typeof METALS)[number]>("carbon-steel");
  const [length, setLength] = useState<"spell" | "on-end">("spell");
  const [charted, setCharted] = useState(false);
  const { data: basics } = useQuery(basicsQuery);
  const { data: reach } = useQuery(reachQuery(metal, length === "spell" ? 10 : null));
  if (!basics || !reach || reach.tips.length === 0) return null;
  return (
    <section aria-label="What these tips weld" className="panel p-4 lg:col-span-2">
      <div className="mb-2 flex flex-wrap items-center justify-between gap-2">
        <h2 className="font-narrow text-lg font-semibold">What these tips weld</h2>
        <div className="flex flex-wrap gap-2">
          <ToggleRow
            label="Metal"
            value={metal}
            onChoose={setMetal}
            choices={METALS.map((id) => ({ id, label: WORDS[id] }))}
          />
          <ToggleRow label="How long" value={length} onChoose={setLength} choices={[...LENGTHS]} />
        </div>
      </div>
      <Scale />
      <ul className="space-y-2">
        {reach.tips.map((tip, place) => (
          // Two tips may carry one number.
          <TipBar key={`${tip.label} ${place}`} tip={tip} />
        ))}
      </ul>
      {reach.buy && <ToBuy buy={reach.buy} />}
      <button
        className="link mt-2 min-h-9"
        aria-expanded={charted}
        onClick={() => setCharted(!charted)}
      >
        Tip chart of this rack
      </button>
      {charted && <TipChart family={metal} minutes={length === "spell" ? 10 : null} />}
      <p className="mt-2 text-sm text-mute">
        One pass, square edges. The mark is the wall a tip is made for; towards the ends a puddle
        takes ten to thirty seconds.
      </p>
    </section>
  );
}

function ToBuy({ buy }: { buy: NonNullable<Reach["buy"]> }) {
  const units = useUnits();
  return (
    <p className="mt-2">
      Tip to buy next: <strong>{units.measure(buy.orifice_mm, "bore")}</strong>
      {buy.drill && ` (${buy.drill} drill)`}, for{" "}
      {units.range(buy.thinnest_mm, buy.thickest_mm, "wall")} {units.symbol("wall")}
    </p>
  );
}

/** Round walls along the bars, in the units of the page. */
const ROUND = {
  metric: [0.5, 1, 1.5, 2, 3, 4, 6].map((mm) => ({ mm, text: String(mm) })),
  inch: [
    { mm: 0.79, text: "1/32" },
    { mm: 1.59, text: "1/16" },
    { mm: 3.18, text: "1/8" },
    { mm: 4.76, text: "3/16" },
  ],
};

function Scale() {
  const units = useUnits();
  return (
    <div
      className="grid grid-cols-[4rem_1fr] gap-x-3 text-sm text-mute md:grid-cols-[4rem_1fr_18rem]"
      aria-hidden
    >
      <span>{units.symbol("wall")}</span>
      <div className="relative h-6">
        {ROUND[units.system].map(({ mm, text }) => (
          <span
            key={mm}
            className={`absolute ${mm === THINNEST_MM ? "" : mm === THICKEST_MM ? "-translate-x-full" : "-translate-x-1/2"}`}
            style={{ left: `${along(mm)}%` }}
          >
            {text}
          </span>
        ))}
      </div>
    </div>
  );
}

const along = (mm: number) =>
  (100 * Math.log(mm / THINNEST_MM)) / Math.log(THICKEST_MM / THINNEST_MM);

function TipBar({ tip }: { tip: TipReach }) {
  return (
    <li className="grid grid-cols-[4rem_1fr] items-center gap-x-3 md:grid-cols-[4rem_1fr_18rem]">
      <strong className="font-narrow text-lg">{tip.label}</strong>
      <div className="relative h-6 bg-shade" aria-hidden>
        <Walls tip={tip} />
      </div>
      <p className="col-span-2 text-sm md:col-span-1">
        <Words tip={tip} />
      </p>
    </li>
  );
}

/** The walls a tip welds; nothing where it welds none here. */
function wallsOf(tip: TipReach) {
  const [walls] = tip.metals;
  if (walls?.thinnest_mm == null || walls.thickest_mm == null) return null;
  if (walls.thickest_mm < walls.thinnest_mm) return null;
  // Where the cylinder holds a tip down, its own usual wall may lie beyond what it welds here.
  const usual = Math.min(Math.max(walls.usual_mm, walls.thinnest_mm), walls.thickest_mm);
  return { thin: walls.thinnest_mm, usual, thick: walls.thickest_mm };
}

function Walls({ tip }: { tip: TipReach }) {
  const walls = wallsOf(tip);
  if (walls === null) return null;
  return (
    <>
      <div
        className="absolute inset-y-1 border-2 border-cone"
        style={{ left: `${along(walls.thin)}%`, right: `${100 - along(walls.thick)}%` }}
      />
      <div
        className="absolute inset-y-0 w-1 bg-ink"
        style={{ left: `calc(${along(walls.usual)}% - 2px)` }}
      />
    </>
  );
}

function Words({ tip }: { tip: TipReach }) {
  const units = useUnits();
  const walls = wallsOf(tip);
  if (walls === null)
    return (
      <>
        pops under {units.measure(tip.low_l_per_h, "L/h")}; {HELD_BY[tip.high_by]} allows{" "}
        {units.measure(tip.high_l_per_h, "L/h")}
      </>
    );
  return (
    <>
      <strong className="font-narrow text-lg">{units.measure(walls.usual, "wall", 2)}</strong> (
      {units.range(walls.thin, walls.thick, "wall")})
      {tip.high_by !== "harsh" && `, held by ${HELD_BY[tip.high_by]}`}
      {tip.empty_at_high_min != null && `, lasts ${lasting(tip.empty_at_high_min)}`}
    </>
  );
}

const lasting = (minutes: number) =>
  minutes < 90 ? `${Math.floor(minutes)} min` : `${Math.floor(minutes / 60)} h`;
