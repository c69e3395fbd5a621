import { describe, expect, it } from "vitest";

import { recorder } from "../../testing/recorder";
import { paintFlame, type PaintedFlame } from "./paintFlame";

const WIDTH = 1000;
const HEIGHT = 300;
const NEUTRAL: PaintedFlame = {
  jets: 1,
  orificeMm: 0.89,
  coneMm: 6,
  featherMm: 6,
  envelopeMm: 80,
  inner: 1,
  sharp: 1,
  soot: 0,
  liftMm: 0,
  draught: 0,
  lean: 0,
  split: false,
  cone: "236, 248, 255",
  feather: "226, 236, 240",
  envelope: "72, 104, 214",
};

interface Drop {
  fill: string;
  from: number;
  to: number;
}

/** A canvas that keeps what is drawn on it: every drop, every puff, every region. */
function recording() {
  const drops: Drop[] = [];
  const puffs: number[] = [];
  const regions: number[] = [];
  let from = 0;
  let to = 0;
  let fill = "";
  const canvas = {
    set fillStyle(style: string | { colour: string }) {
      fill = typeof style === "string" ? style : style.colour;
    },
    createLinearGradient: () => {
      const fade = {
        colour: "",
        addColorStop(_at: number, colour: string) {
          fade.colour ||= colour;
        },
      };
      return fade;
    },
    beginPath: () => {
      to = 0;
    },
    moveTo: (x: number) => {
      from = x;
    },
    lineTo: () => {},
    bezierCurveTo: (_a: number, _b: number, _c: number, _d: number, x: number) => {
      to = Math.max(to, x);
    },
    arc: (x: number) => puffs.push(x),
    fill: () => {
      if (to > from) drops.push({ fill, from, to });
    },
    translate: (x: number) => regions.push(x),
    rect: () => {},
    clip: () => {},
    save: () => {},
    restore: () => {},
    clearRect: () => {},
    fillRect: () => {},
  };
  return { canvas: canvas as unknown as CanvasRenderingContext2D, drops, puffs, regions };
}

function painted(flame: PaintedFlame | null, jets = 1) {
  const kept = recording();
  paintFlame(kept.canvas, WIDTH, HEIGHT, flame, { jets, steel: "gray" });
  const cones = kept.drops.filter((drop) => drop.fill.startsWith("rgba(236, 248, 255"));
  const feathers = kept.drops.filter((drop) => drop.fill.startsWith("rgba(226, 236, 240"));
  return { ...kept, cones, feathers };
}

describe("a flame", () => {
  it("is drawn whole and close to its tip, both to scale", () => {
    const { cones, regions } = painted(NEUTRAL);
    expect(regions).toEqual([0, 600]);
    expect(cones).toHaveLength(2);
    const [whole, close] = cones.map(({ from, to }) => to - from);
    expect(whole).toBeCloseTo((6 * 600) / 166, 3);
    expect(close).toBeCloseTo((6 * 400) / 37, 3);
  });

  it("has a feather as many times as long as it was told, and none when neutral", () => {
    expect(painted(NEUTRAL).feathers).toHaveLength(0);
    const { cones, feathers } = painted({ ...NEUTRAL, featherMm: 18 });
    const length = ({ from, to }: Drop) => to - from;
    expect(feathers).toHaveLength(2);
    for (const at of [0, 1]) {
      const [cone, feather] = [cones[at], feathers[at]];
      if (!cone || !feather) throw new Error("not drawn");
      expect(length(feather) / length(cone)).toBeCloseTo(3, 3);
    }
  });

  it("stands off its tip by as much as it lifts", () => {
    const [seated] = painted(NEUTRAL).cones;
    const [lifted] = painted({ ...NEUTRAL, liftMm: 10 }).cones;
    expect((lifted?.from ?? 0) - (seated?.from ?? 0)).toBeCloseTo((10 * 600) / 166, 3);
  });

  it("has a cone for each bore of a head, one close to", () => {
    expect(painted({ ...NEUTRAL, jets: 3 }, 3).cones).toHaveLength(3 + 1);
    expect(painted({ ...NEUTRAL, jets: 12 }, 12).cones).toHaveLength(5 + 1);
  });

  it("parts where its tip is foul, smokes where it does, and is nothing when it is out", () => {
    expect(painted({ ...NEUTRAL, split: true }).cones).toHaveLength(4);
    expect(painted(NEUTRAL).puffs).toHaveLength(0);
    expect(painted({ ...NEUTRAL, soot: 0.5 }).puffs.length).toBeGreaterThan(0);
    expect(painted(null).drops).toHaveLength(0);
  });
});

describe("the whole flame, ten dots to a millimetre", () => {
  // 1,660 dots for 166 mm at the left; what follows the first restore is the close view.
  const whole = (more: Partial<PaintedFlame> = {}, jets = 1) => {
    const { context, strokes } = recorder();
    const flame = { ...NEUTRAL, orificeMm: 1, ...more };
    paintFlame(context, 2767, 400, flame, { jets, steel: "gray" });
    const left = strokes.slice(
      0,
      strokes.findIndex(({ call }) => call === "restore"),
    );
    const of = (call: string) => left.filter((one) => one.call === call);
    return { of, left };
  };
  const coneOf = (of: ReturnType<typeof whole>["of"]) =>
    of("bezierCurveTo").filter(({ fill }) => String(fill).startsWith("rgba(236, 248, 255"));

  it("draws a tip eight millimetres across, tapered at its end", () => {
    const { of } = whole();
    const tip = [of("moveTo").at(-1), ...of("lineTo")].map((one) => one?.args);
    expect(tip).toEqual([[0, 160], [112, 160], [160, 180], [160, 220], [112, 240], [0, 240]]); // prettier-ignore
  });

  it("makes the tip of a head as much wider as its bores stand apart", () => {
    const tip = whole({}, 3).of("moveTo").at(-1);
    expect(tip?.args).toEqual([0, 200 - 90 - 40]);
    const crowded = whole({}, 5).of("moveTo").at(-1);
    expect(crowded?.args[1]).toBeCloseTo(200 - 2 * (400 / 6) - 40);
  });

  it("draws the cone as long as it is and a little wider than the bore, level where nothing bends it", () => {
    const [upper, lower] = coneOf(whole().of);
    expect(upper?.args.slice(4)).toEqual([220, 200]);
    expect(lower?.args[4]).toBe(160);
    const half = 11;
    expect(upper?.args.slice(0, 4)).toEqual([175, 200 - 1.3 * half, 202, 200 - 0.8 * half]);
    expect((lower?.args[5] as number) - 200).toBeCloseTo(0.35 * half);
  });

  it("leans the cone of a foul tip by its length, and parts it to both sides", () => {
    const [leant] = coneOf(whole({ lean: 0.25 }).of);
    expect(leant?.args[5]).toBe(200 + 15);
    const ends = coneOf(whole({ split: true }).of).filter((_, at) => at % 2 === 0);
    expect(ends.map(({ args }) => args[5])).toEqual([200 - 22, 200 + 22]);
  });

  it("shows the cone as strong as it is, a blunt one fainter", () => {
    const fill = (more: Partial<PaintedFlame>) => coneOf(whole(more).of)[0]?.fill;
    expect(fill({})).toBe("rgba(236, 248, 255, 1)");
    expect(fill({ sharp: 0 })).toBe("rgba(236, 248, 255, 0.6)");
    expect(fill({ sharp: 0.5, inner: 0.5 })).toBe("rgba(236, 248, 255, 0.4)");
  });

  it("lays the envelope in nine layers, each shorter, all bent by the air", () => {
    const { of } = whole({ draught: 0.4 });
    const layers = of("bezierCurveTo").filter(({ fill }) => typeof fill === "object");
    const ends = layers.filter((_, at) => at % 2 === 0).map(({ args }) => args);
    expect(ends).toHaveLength(9);
    expect(ends[0]?.slice(4)).toEqual([160 + 800, 200 + 20]);
    expect(ends[8]?.[4]).toBeCloseTo(160 + 800 * (1 - 5.6 / 9));
    expect(ends[8]?.[5]).toBeCloseTo(200 + 20 * (1 - 5.6 / 9));
    // A sixth of its length to either side.
    expect(ends[0]?.[3]).toBeCloseTo(200 - 0.8 * 128 + 10);
    const least = whole({ envelopeMm: 1 }).of("bezierCurveTo")[0];
    expect(least?.args[4]).toBe(160 + 40);
  });

  it("smokes at the envelope's end, six puffs that grow, rise and fade", () => {
    const { of } = whole({ soot: 1, draught: 0.5 });
    const puffs = of("arc").map(({ args, fill }) => [...args.slice(0, 3), fill]);
    expect(puffs).toHaveLength(6);
    expect(puffs[0]).toEqual([960 - 120, 215, 20, "rgba(40, 38, 36, 0.5)"]);
    expect(puffs[5]?.slice(0, 3)).toEqual([960 + 180, 215 - 110, 90]);
    expect(puffs[5]?.[3]).toMatch(/^rgba\(40, 38, 36, 0\.14/);
  });
});
