import { describe, expect, it } from "vitest";

import { nameThatFits } from "./nameThatFits";

describe("a name in a block", () => {
  it.each([
    [300, "Mast node, stress relief"],
    [60, "Mast"],
    [30, "7"],
    [0, "7"],
  ])("at %d dots is %s", (width, shown) =>
    expect(nameThatFits("Mast node, stress relief", 7, width)).toBe(shown),
  );

  it("is never cut inside a word", () => {
    for (let width = 0; width < 400; width += 7)
      expect(["12", "Lamp-room", "Lamp-room locker"]).toContain(
        nameThatFits("Lamp-room locker", 12, width),
      );
  });

  it("of wide letters needs more room than one of narrow ones", () => {
    expect(nameThatFits("mmmmmm", 3, 70)).toBe("3");
    expect(nameThatFits("iiiiii", 3, 70)).toBe("iiiiii");
  });

  it("needs room for its letters and twelve dots beside them, and not a dot more", () => {
    // Seven for a letter, ten and a half for a wide one, 4.2 for a narrow one.
    expect(nameThatFits("Rope", 3, 12 + 4 * 7)).toBe("Rope");
    expect(nameThatFits("Rope", 3, 12 + 4 * 7 - 0.1)).toBe("3");
    expect(nameThatFits("Mwm", 3, 12 + 3 * 10.5)).toBe("Mwm");
    expect(nameThatFits("Mwm", 3, 12 + 3 * 10.5 - 0.1)).toBe("3");
    expect(nameThatFits("till", 3, 12 + 4 * 4.2 + 0.01)).toBe("till");
    expect(nameThatFits("till", 3, 12 + 4 * 4.2 - 0.1)).toBe("3");
  });
});
