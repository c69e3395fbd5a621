import { describe, expect, it } from "vitest";

import type { DayBlock } from "../../api/client";
import { levelsOf } from "./levels";

const block = (start: number, end: number): DayBlock => ({
  job: `${start}`,
  phase: "cool",
  start_min: start,
  end_min: end,
  late_min: end,
  needs: "none",
  who: "",
  torch: "",
  tip: "",
  place: "shop",
  pinned: false,
  to_tomorrow: false,
});

describe("levels", () => {
  it("puts what overlaps on levels of its own and fills the first that is free", () => {
    expect(levelsOf([block(0, 60), block(10, 20), block(15, 90), block(30, 40)], 0)).toEqual([
      0, 1, 2, 1,
    ]);
    expect(levelsOf([block(0, 10), block(10, 20)], 0)).toEqual([0, 0]);
    expect(levelsOf([], 5)).toEqual([]);
  });

  it("counts a block as wide as it is drawn", () => {
    const short = [block(0, 2), block(2, 4), block(5, 60)];
    expect(levelsOf(short, 0)).toEqual([0, 0, 0]);
    expect(levelsOf(short, 5)).toEqual([0, 1, 0]);
  });
});
