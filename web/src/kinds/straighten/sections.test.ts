import { describe, expect, it } from "vitest";

import type { MemberDrawing } from "../../api/client";
import { sectionPath } from "./sections";

const KINDS = ["rect-tube", "round-tube", "flat", "angle", "tee", "i", "channel"] as const;
const of = (section: MemberDrawing["section"], told: Partial<MemberDrawing> = {}) =>
  ({ section, depth_mm: 80, width_mm: 50, wall_mm: 5, text: "", ...told }) as MemberDrawing;

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
});
