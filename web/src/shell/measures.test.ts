import { describe, expect, it } from "vitest";

import { displayUnits, tableRows } from "../testing/displayUnits";
import { type Limit, rangeEnd, significant } from "./measures";
import { Units } from "./units";

const systems = {
  metric: new Units("metric", displayUnits),
  inch: new Units("inch", displayUnits),
};
const cases = tableRows("tests/core/measure_cases.csv");

describe("both formatters", () => {
  it("are held to the same cases, which the core writes", () => {
    expect(cases.length).toBeGreaterThanOrEqual(2000);
    const apart = cases.filter((row) => {
      const system = row["system"] === "inch" ? "inch" : "metric";
      const kind = row["kind"] ?? "";
      const value = Number(row["value"]);
      const ask = row["ask"] ?? "";
      const text = /\d/.test(ask)
        ? systems[system].measure(value, kind, Number(ask))
        : rangeEnd(
            value,
            displayUnits.find((unit) => unit.kind === kind && unit.system === system),
            ask as Limit,
          );
      return text !== row["text"];
    });
    expect(apart).toEqual([]);
  });
});

describe("significant", () => {
  it.each([
    [0, 3, "0"],
    [1.214, 3, "1.21"],
    [3.0, 3, "3"],
    [0.2412, 2, "0.24"],
    [143.6, 3, "144"],
    [1234.5, 4, "1235"],
    [12.98, 2, "13"],
    [-40, 2, "-40"],
    [0.0478, 3, "0.0478"],
    [100, 2, "100"],
    [12.25, 3, "12.3"],
  ])("%f to %i digits is %s", (value, digits, text) => {
    expect(significant(value, digits)).toBe(text);
  });
});
