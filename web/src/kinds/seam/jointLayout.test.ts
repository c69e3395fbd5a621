import { describe, expect, it } from "vitest";

import type { Dimension } from "../../api/client";
import { jointLayout, SIDE_PX } from "./jointLayout";

const TORCH = { orifice_mm: 0.9, cone_mm: 5, feather_mm: null, stand_off_mm: 2 };
const COLD = { orifice_mm: null, cone_mm: null, feather_mm: null, stand_off_mm: 0 };
const dimensions = (count: number): Dimension[] =>
  Array.from({ length: count }, (_, at) => ({
    field: `measure_${at}_mm`, label: "Wall", short: "wall", value: 2, unit: "mm", usual: null,
    at: { x: at, y: 0 },
  })) as unknown as Dimension[]; // prettier-ignore
const joint = (count = 3, torch_deg = 0) => ({
  view: { left: -20, bottom: -4, right: 20, top: 2 },
  torch_at: { x: 0, y: 1 },
  torch_deg,
  dimensions: dimensions(count),
});

describe("a joint laid out", () => {
  it("draws metal and torch at one scale, inside the width", () => {
    for (const width of [320, 440, 700, 1200]) {
      const laid = jointLayout(TORCH, joint(), width);
      expect(laid.sx(-20)).toBeGreaterThanOrEqual(SIDE_PX - 1e-9);
      expect(laid.sx(20)).toBeLessThanOrEqual(width - SIDE_PX + 1e-9);
      expect(laid.sx(1) - laid.sx(0)).toBeCloseTo(laid.pxPerMm);
      expect(laid.sy(0) - laid.sy(1)).toBeCloseTo(laid.pxPerMm);
    }
  });

  it("points the torch where it is to point, however it leans", () => {
    for (const lean of [-45, 0, 30]) {
      const laid = jointLayout(TORCH, joint(3, lean), 700);
      expect(laid.at(0, 0)).toBe(`${laid.sx(0)},${laid.sy(1)}`);
    }
  });

  it("puts every box inside the width and none upon another", () => {
    for (const width of [320, 700])
      for (const count of [1, 2, 3]) {
        const { placed } = jointLayout(COLD, joint(count), width);
        for (const one of placed) {
          expect(one.left).toBeGreaterThanOrEqual(0);
          expect(one.left + one.width).toBeLessThanOrEqual(width);
          const beside = placed.filter((other) => other !== one && other.top === one.top);
          for (const other of beside)
            expect(Math.abs(other.left - one.left)).toBeGreaterThanOrEqual(one.width);
        }
      }
  });

  it("is as tall as its boxes need", () => {
    const tall = jointLayout(COLD, joint(3), 320);
    for (const one of tall.placed) expect(one.top).toBeLessThan(tall.height);
    expect(tall.height).toBeGreaterThan(jointLayout(COLD, joint(2), 320).height);
  });

  it("leans the torch about the place it points at, the way the joint says", () => {
    const upright = jointLayout(TORCH, joint(3, 0), 700);
    expect(upright.at(0, 5)).toBe(`${upright.sx(0)},${upright.sy(6)}`);
    // By a right angle to the right its top lies beside that place.
    const flat = jointLayout(TORCH, joint(3, 90), 700);
    const [x, y] = flat.at(0, 5).split(",").map(Number);
    expect(x).toBeCloseTo(flat.sx(5));
    expect(y).toBeCloseTo(flat.sy(1));
    const half = jointLayout(TORCH, joint(3, 45), 700);
    const [leanX, leanY] = half.at(0, 4).split(",").map(Number);
    expect(leanX).toBeCloseTo(half.sx(4 * Math.SQRT1_2));
    expect(leanY).toBeCloseTo(half.sy(1 + 4 * Math.SQRT1_2));
  });

  it("makes room for the whole torch, and none for one there is not", () => {
    // Cone, stand-off and tip: 5 + 2 + 2.6 mm over the place at 1 mm, 50 px of words above.
    const tall = jointLayout(TORCH, joint(), 5000);
    expect(tall.sy(1 + 9.6)).toBeCloseTo(50);
    expect(tall.pxPerMm).toBeCloseTo(240 / (10.6 + 4));
    expect(tall.foot).toBeCloseTo(290);
    const cold = jointLayout(COLD, joint(), 5000);
    expect(cold.torch).toBeNull();
    expect(cold.sy(4)).toBeCloseTo(50);
    expect(jointLayout(TORCH, joint(3, 80), 300).sx(0 + 9.6)).toBeLessThanOrEqual(300);
  });

  it("stands in the middle of its width", () => {
    const { sx } = jointLayout(COLD, joint(), 640);
    expect(sx(0)).toBeCloseTo(320);
    expect((sx(-20) + sx(20)) / 2).toBeCloseTo(320);
  });

  it("keeps a leaning tip's both corners, three millimetres to either side, in the picture", () => {
    const narrow = { ...joint(3, 45), view: { left: -1, bottom: -1, right: 1, top: 1 } };
    const laid = jointLayout(TORCH, narrow, 400);
    const corners = [laid.at(-3, 9.6), laid.at(3, 9.6)].map((place) => Number(place.split(",")[0]));
    expect(Math.max(...corners)).toBeLessThanOrEqual(400 - SIDE_PX + 1e-9);
    const upright = jointLayout(TORCH, { ...narrow, torch_deg: 0 }, 20 + 2 * SIDE_PX);
    expect(upright.sx(-3)).toBeCloseTo(SIDE_PX);
    expect(upright.sx(3)).toBeCloseTo(20 + SIDE_PX);
  });
});
