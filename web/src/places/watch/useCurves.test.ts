import { expect, test } from "vitest";

import { joined } from "./useCurves";

const near = (at_s: number[], c: (number | null)[]) => ({ name: "near", at_s, c });

test("newer readings stand behind the older", () => {
  expect(joined([near([1, 2], [20, 21])], [near([3], [22])])).toEqual([
    near([1, 2, 3], [20, 21, 22]),
  ]);
});

test("a reading that came late is put in its place, a gap stays one", () => {
  expect(joined([near([1, 4], [20, null])], [near([2, 5], [21, 24])])).toEqual([
    near([1, 2, 4, 5], [20, 21, null, 24]),
  ]);
});

test("a place that is new stands beside the others, by name", () => {
  const foot = { name: "foot", at_s: [1], c: [19] };
  expect(joined([near([1], [20])], [foot]).map((one) => one.name)).toEqual(["foot", "near"]);
});
