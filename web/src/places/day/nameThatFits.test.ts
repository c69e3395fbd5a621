import { describe, expect, it } from "vitest";

import { nameThatFits } from "./nameThatFits";

describe("a name in a block", () => {
  it.each([
    [300, "Mast node, stress relief"],
    [60, "Mast"],
    [30, ""],
    [0, ""],
  ])("at %d dots is %s", (width, shown) =>
    expect(nameThatFits("Mast node, stress relief", width)).toBe(shown),
  );

  it("is never cut inside a word", () => {
    for (let width = 0; width < 400; width += 7)
      expect(["", "Lamp-room", "Lamp-room locker"]).toContain(
        nameThatFits("Lamp-room locker", width),
      );
  });

  it("of wide letters needs more room than one of narrow ones", () => {
    expect(nameThatFits("mmmmmm", 70)).toBe("");
    expect(nameThatFits("iiiiii", 70)).toBe("iiiiii");
  });
});
