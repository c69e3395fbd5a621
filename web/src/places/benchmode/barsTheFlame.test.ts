import { describe, expect, it } from "vitest";

import { barsTheFlame } from "./barsTheFlame";

const burning = { flame_may_burn: true, barred: "", binds: [], open_stop: null };

describe("what bars a flame that burns", () => {
  it("is nothing while nothing changed", () => {
    expect(barsTheFlame(burning, "seam")).toEqual([]);
  });
  it("is a plan that may no longer start, with all that binds besides", () => {
    const bench = { ...burning, barred: "cadmium", binds: ["cadmium", "New to answer: strip it."] };
    expect(barsTheFlame(bench, "seam")).toEqual(["cadmium", "New to answer: strip it."]);
  });
  it("is a new stop nobody answered, and not a longer watch alone", () => {
    const binds = ["New to answer: vent it at both ends."];
    expect(barsTheFlame({ ...burning, binds, open_stop: "vented" }, "seam")).toEqual(binds);
    expect(barsTheFlame({ ...burning, binds: ["The fire watch is now 90 min."] }, "seam")).toEqual(
      [],
    );
  });
  it("is not said where nothing burns, nor to whoever is at the valves", () => {
    const barred = { ...burning, barred: "cadmium", binds: ["cadmium"] };
    expect(barsTheFlame({ ...barred, flame_may_burn: false }, "gas")).toEqual([]);
    expect(barsTheFlame(barred, "shut-down")).toEqual([]);
  });
});
