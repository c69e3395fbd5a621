import { describe, expect, it } from "vitest";

import type { MemberDrawing } from "../../api/client";
import { sectionPath } from "./sections";

const KINDS = ["rect-tube", "round-tube", "flat", "angle", "tee", "i", "channel"] as const;
const of = (section: MemberDrawing["section"], sizes: Partial<MemberDrawing> = {}) =>
  ({ section, depth_mm: 80, width_mm: 50, wall_mm: 5, text: "", ...sizes }) as MemberDrawing;

describe("sections", () => {
  it.each(KINDS)("a %s stays inside its square, upright and to scale", (kind) => {
    const { path, top, bottom } = sectionPath(of(kind), 150) ?? {
      path: "none",
      top: -1,
      bottom: 0,
    };
    expect(top).toBeGreaterThanOrEqual(0);
    expect(bottom).toBeLessThanOrEqual(150);
    expect(bottom - top).toBeCloseTo(0.85 * 150);
    expect(path).toMatch(/^M/);
    expect(path).not.toMatch(/NaN|undefined/);
  });
  it("waits until depth, wall and width are told", () => {
    expect(sectionPath(of("i", { width_mm: null }), 150)).toBeNull();
    expect(sectionPath(of("flat", { depth_mm: null }), 150)).toBeNull();
    expect(sectionPath(of("round-tube", { width_mm: null }), 150)).not.toBeNull();
  });

  // A hundred dots for 85 mm: one to a millimetre, 7.5 left above and below.
  const drawn = (section: MemberDrawing["section"], sizes: Partial<MemberDrawing> = {}) =>
    sectionPath(of(section, { depth_mm: 85, width_mm: 45, wall_mm: 5, ...sizes }), 100)?.path;
  it.each([
    ["rect-tube", "M27.5,7.5h45v85h-45ZM32.5,12.5h35v75h-35Z"],
    ["flat", "M47.5,7.5h5v85h-5Z"],
    ["angle", "M27.5,7.5h5v85h-5ZM32.5,87.5h40v5h-40Z"],
    ["tee", "M27.5,7.5h45v5h-45ZM47.5,12.5h5v80h-5Z"],
    ["i", "M27.5,7.5h45v5h-45ZM47.5,12.5h5v75h-5ZM27.5,87.5h45v5h-45Z"],
    ["channel", "M27.5,7.5h45v5h-45ZM27.5,12.5h5v75h-5ZM27.5,87.5h45v5h-45Z"],
  ] as const)("a %s has its webs and flanges where they are rolled", (section, path) => {
    expect(drawn(section)).toBe(path);
  });

  it("a round tube is two rings about the middle", () => {
    expect(drawn("round-tube")).toBe(
      "M7.5,50a42.5,42.5 0 1 0 85,0a42.5,42.5 0 1 0 -85,0Z" +
        "M12.5,50a37.5,37.5 0 1 0 75,0a37.5,37.5 0 1 0 -75,0Z",
    );
  });

  it("a wall is never thicker than half of what it stands in", () => {
    expect(drawn("rect-tube", { wall_mm: 40 })).toContain("M50,30h0v40h0Z");
    expect(drawn("rect-tube", { wall_mm: 60, depth_mm: 45, width_mm: 85 })).toContain(
      "M30,50h40v0h-40Z",
    );
  });

  it("a section wider than deep fills its square by its width", () => {
    const wide = sectionPath(of("i", { depth_mm: 40, width_mm: 80 }), 150);
    expect((wide?.bottom ?? 0) - (wide?.top ?? 0)).toBeCloseTo((0.85 * 150) / 2);
  });
});
