import { expect, test } from "vitest";

import { addTo, emptySheet } from "./sheet";

const near = (at_s: number[], c: (number | null)[]) => ({ name: "near", at_s, c });
const foot = (at_s: number[], c: (number | null)[]) => ({ name: "foot", at_s, c });

test("newer readings stand at the foot, one row a moment", () => {
  const sheet = emptySheet();
  addTo(sheet, [near([1, 2], [20, 21]), foot([2], [19])]);
  addTo(sheet, [foot([3], [19.5]), near([3], [22])]);
  expect(sheet).toEqual({
    names: ["near", "foot"],
    at_s: [1, 2, 3],
    c: [
      [20, 21, 22],
      [undefined, 19, 19.5],
    ],
  });
});

test("a place that comes later begins where it comes", () => {
  const sheet = emptySheet();
  addTo(sheet, [near([1], [20])]);
  addTo(sheet, [foot([5], [19])]);
  expect(sheet.c).toEqual([
    [20, undefined],
    [undefined, 19],
  ]);
});

test("a long silence is a gap, and so is what was no temperature", () => {
  const sheet = emptySheet();
  addTo(sheet, [near([0, 10], [20, null])]);
  addTo(sheet, [near([410], [25])]);
  expect([sheet.at_s, sheet.c[0]]).toEqual([
    [0, 10, 210, 410],
    [20, null, null, 25],
  ]);
});

test("a reading that came late is put in its place", () => {
  const sheet = emptySheet();
  addTo(sheet, [near([1, 4], [20, 24])]);
  addTo(sheet, [foot([2], [19])]);
  expect([sheet.at_s, sheet.c]).toEqual([
    [1, 2, 4],
    [
      [20, undefined, 24],
      [undefined, 19, undefined],
    ],
  ]);
});

test("a silence counts from where each place was last read, three minutes and no less", () => {
  const sheet = emptySheet();
  addTo(sheet, [near([0, 180], [20, 21]), foot([100], [19])]);
  expect(sheet.at_s).toEqual([0, 100, 180]);
  addTo(sheet, [foot([281], [18])]);
  // The place itself was silent for 181 s, though the other was read in between.
  expect([sheet.at_s, sheet.c[1]]).toEqual([
    [0, 100, 180, 190.5, 281],
    [undefined, 19, undefined, null, 18],
  ]);
});

test("readings of one moment share a row, and none is sorted that came in time", () => {
  const sheet = emptySheet();
  addTo(sheet, [near([1, 2, 3], [1, 2, 3])]);
  const first = sheet.c[0];
  addTo(sheet, [near([3.5], [4])]);
  expect(sheet.c[0]).toBe(first);
  expect(sheet.at_s).toEqual([1, 2, 3, 3.5]);
  addTo(sheet, [near([3.4], [9])]);
  expect([sheet.at_s, sheet.c[0]]).toEqual([
    [1, 2, 3, 3.4, 3.5],
    [1, 2, 3, 9, 4],
  ]);
});

test("what came mixed up is put in order, moment by moment", () => {
  const sheet = emptySheet();
  addTo(sheet, [near([5, 9], [25, 29]), foot([7, 3], [17, 13])]);
  expect([sheet.at_s, sheet.c]).toEqual([
    [3, 5, 7, 9],
    [
      [undefined, 25, undefined, 29],
      [13, undefined, 17, undefined],
    ],
  ]);
});
