import { describe, expect, it } from "vitest";

import type { PuddleHello } from "../../api/client";
import { MARGIN_MM, puddleScale, rgbOf, SHOWN_HALF_MM } from "./paintPuddle";

const hello = { seam_mm: 90 } as PuddleHello;

describe("where the sheet lies in its picture", () => {
  it.each([
    [1120, 336],
    [390, 292],
    [2240, 672],
    [500, 90],
  ])("in %d by %d dots the whole seam is seen, with room at both ends", (width, height) => {
    const { perMm, x0, y0 } = puddleScale(width, height, hello);
    expect(x0).toBeGreaterThanOrEqual(MARGIN_MM * perMm - 1e-9);
    expect(x0 + 90 * perMm + MARGIN_MM * perMm).toBeLessThanOrEqual(width + 1e-9);
    expect(2 * SHOWN_HALF_MM * perMm).toBeLessThanOrEqual(height + 1e-9);
    expect(y0).toBeGreaterThan(0);
    expect(y0).toBeLessThanOrEqual(height / 2);
  });

  it("leaves the foot of a high picture to the finger", () => {
    const { perMm, y0 } = puddleScale(390, 292, hello);
    expect(y0).toBeLessThan(292 / 2);
    expect(292 - y0 - 18 * perMm).toBeGreaterThan(100);
  });
});

describe("a colour of the palette", () => {
  it.each([
    ["#000000", [0, 0, 0]],
    ["#ffffff", [255, 255, 255]],
    ["#fbdc93", [251, 220, 147]],
  ])("%s is read", (hex, rgb) => expect(rgbOf(hex)).toEqual(rgb));
});
