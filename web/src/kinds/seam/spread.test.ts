import { describe, expect, it } from "vitest";

import { spread } from "./spread";

describe("spread", () => {
  it("leaves labels that have room where they are", () => {
    expect(spread([10, 50, 90], 20, 0, 100)).toEqual([10, 50, 90]);
  });

  it("moves crowded labels apart, down first", () => {
    expect(spread([40, 45, 50], 20, 0, 100)).toEqual([40, 60, 80]);
  });

  it("keeps the first within its bounds", () => {
    expect(spread([-30, 5], 20, 12, 100)).toEqual([12, 32]);
  });

  it("pushes back up from the lower bound", () => {
    expect(spread([80, 90, 95], 20, 0, 100)).toEqual([60, 80, 100]);
  });

  it("shares too little room evenly", () => {
    expect(spread([1, 2, 3], 50, 0, 60)).toEqual([0, 30, 60]);
    expect(spread([7], 50, 0, 10)).toEqual([7]);
  });

  it("never leaves two nearer than the gap, whatever is wanted", () => {
    let seed = 7;
    const next = () => (seed = (seed * 16807) % 2147483647) / 2147483647;
    for (let round = 0; round < 300; round++) {
      const wanted = Array.from({ length: 4 }, () => next() * 200 - 50).sort((a, b) => a - b);
      const placed = spread(wanted, 18, 0, 100);
      placed.forEach((place, index) => {
        expect(place).toBeGreaterThanOrEqual(-1e-9);
        expect(place).toBeLessThanOrEqual(100 + 1e-9);
        const before = placed[index - 1];
        if (before !== undefined) expect(place - before).toBeGreaterThanOrEqual(18 - 1e-9);
      });
    }
  });
});
