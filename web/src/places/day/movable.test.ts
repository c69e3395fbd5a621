import { describe, expect, it } from "vitest";

import type { DayBlock, DayLook } from "../../api/client";
import { movable } from "./movable";
import { TONES } from "./tones";

const block = (needs: DayBlock["needs"], pinned = false) =>
  ({ job: "a", needs, pinned }) as DayBlock;
const day = (underWay: boolean) => ({ jobs: [{ id: "a", under_way: underWay }] }) as DayLook;

describe("what may be put elsewhere", () => {
  it.each([
    ["torch", true],
    ["hands", true],
    ["watch", false],
    ["none", false],
  ] as const)("%s: %s", (needs, may) => expect(movable(day(false), block(needs))).toBe(may));

  it("is not what goes on already, but what comes after it is", () => {
    expect(movable(day(true), block("torch", true))).toBe(false);
    expect(movable(day(true), block("hands", false))).toBe(true);
    expect(movable(day(false), block("torch", true))).toBe(true);
  });

  it("has a tone and a word for everything a block needs", () => {
    for (const { tone, means } of Object.values(TONES)) {
      expect(tone).toContain("bg-");
      expect(means).not.toBe("");
    }
  });
});
