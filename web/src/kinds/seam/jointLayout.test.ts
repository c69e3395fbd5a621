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
});
