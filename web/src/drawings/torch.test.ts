import { describe, expect, it } from "vitest";

import { flamePath, mouthMm, tipPath } from "./torch";

const plain = (x: number, y: number) => `${x.toFixed(2)},${y.toFixed(2)}`;
const torch = { orifice: 0.8, cone: 5, feather: null, standOff: 3 };

const places = (path: string) =>
  [...path.matchAll(/(-?\d+\.\d+),(-?\d+\.\d+)/g)].map((found) => [
    Number(found[1]),
    Number(found[2]),
  ]);

describe("torch", () => {
  it("holds the tip a cone and a stand-off above the metal", () => {
    expect(mouthMm(torch)).toBe(8);
  });

  it("draws the cone from the mouth to the stand-off, never past it", () => {
    const ys = places(flamePath(torch.cone, 0.4, 8, plain)).map(([, y]) => y ?? 0);
    expect(Math.max(...ys)).toBe(8);
    expect(Math.min(...ys)).toBe(3);
  });

  it("draws a cone as wide as the bore and even on both sides", () => {
    const xs = places(flamePath(torch.cone, 0.4, 8, plain)).map(([x]) => x ?? 0);
    expect(Math.max(...xs)).toBeCloseTo(0.4);
    expect(Math.min(...xs)).toBeCloseTo(-0.4);
    expect(xs.reduce((sum, x) => sum + x, 0)).toBeCloseTo(0, 1);
  });

  it("leaves the bore open between the two walls of the tip", () => {
    const xs = places(tipPath(torch, plain)).map(([x]) => Math.abs(x ?? 0));
    expect(Math.min(...xs)).toBeCloseTo(0.4);
    expect(tipPath(torch, plain).match(/Z/g)).toHaveLength(2);
  });

  it("puts every point through the turn it is given", () => {
    const turned = (x: number, y: number) => plain(y, -x);
    const [first] = places(tipPath(torch, turned));
    expect(first).toEqual([8, 0.4]);
  });

  it("narrows the cone towards its tip: shoulders at six tenths, the tip at fifteen hundredths", () => {
    expect(places(flamePath(10, 0.5, 20, plain))).toEqual([
      [-0.5, 20], [-0.5, 14], [-0.12, 11.5], [0, 10], [0.12, 11.5], [0.5, 14], [0.5, 20],
    ]); // prettier-ignore
  });

  it("gives the tip walls of 1.1 mm at the mouth, wider above, the same on both sides", () => {
    const found = places(tipPath(torch, plain));
    expect(found.slice(0, 4)).toEqual([[-0.4, 8], [-1.5, 8], [-2, 10.6], [-0.4, 10.6]]); // prettier-ignore
    expect(found.slice(4)).toEqual(found.slice(0, 4).map(([x, y]) => [-(x ?? 0), y]));
  });
});
