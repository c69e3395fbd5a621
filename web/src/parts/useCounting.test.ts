import { describe, expect, it } from "vitest";

import { clockWords } from "./useCounting";

describe("a clock read from across the bench", () => {
  it.each([
    [0, "0:00"],
    [9.4, "0:09"],
    [59.99, "0:59"],
    [60, "1:00"],
    [3599, "59:59"],
    [3600, "1:00:00"],
    [9021, "2:30:21"],
  ])("%s s is %s", (seconds, words) => expect(clockWords(seconds)).toBe(words));
  it("shows tenths below a minute where they matter", () => {
    expect(clockWords(3.84, true)).toBe("3.8 s");
    expect(clockWords(61, true)).toBe("1:01");
  });
});
