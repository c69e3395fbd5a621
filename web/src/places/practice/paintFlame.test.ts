import { describe, expect, it } from "vitest";

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
