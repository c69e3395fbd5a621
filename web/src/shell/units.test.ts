import { describe, expect, it } from "vitest";

import type { DisplayUnit } from "../api/client";
import cases from "./prose_cases.json";
import { significant, Units } from "./units";

const unit = (canonical: string, symbol: string, factor: number, offset = 0): DisplayUnit => ({
  canonical,
  symbol,
  factor,
  offset,
  system: "inch",
});
const inch = new Units(
  "inch",
  [
    unit("mm", "in", 1 / 25.4),
    unit("°C", "°F", 1.8, 32),
    unit("bar", "psi", 14.5038),
    unit("L", "ft³", 0.0353147),
    unit("L/h per mm", "cfh per in", 0.896992),
    unit("m³", "ft³", 35.314666721),
    unit("L/h", "cfh", 0.0353147),
    unit("mm/min", "in/min", 1 / 25.4),
    unit("m", "ft", 3.28084),
  ],
  [
    { written: "11 m", inch: "35 ft" },
    { written: "1.03 bar", inch: "15 psi" },
    { written: "2.4 mm", inch: "3/32 in" },
  ],
);
const metric = new Units("metric", [{ ...unit("deg", "°", 1), system: "metric" }]);

describe("significant", () => {
  it.each([
    [0, 3, "0"],
    [1.214, 3, "1.21"],
    [3.0, 3, "3"],
    [0.2412, 2, "0.24"],
    [143.6, 3, "144"],
    [1234.5, 3, "1235"],
    [12.98, 2, "13"],
    [-40, 2, "-40"],
    [0.0478, 3, "0.0478"],
    [100, 2, "100"],
  ])("%f to %i digits is %s", (value, digits, text) => {
    expect(significant(value, digits)).toBe(text);
  });
});

describe("units", () => {
  it("leaves canonical measures alone in metric", () => {
    expect(metric.measure(1.214, "mm")).toBe("1.21 mm");
    expect(metric.prose("Bare 25 mm back.")).toBe("Bare 25 mm back.");
  });

  it.each([
    [25.4, "mm", "1 in"],
    [20, "°C", "68 °F"],
    [0.55158, "bar", "8 psi"],
    [84.95, "L/h", "3 cfh"],
    [3.9, "s", "3.9 s"],
  ])("shows %f %s as %s", (value, canonical, text) => {
    expect(inch.measure(value, canonical)).toBe(text);
  });

  it("keeps a range in order", () => {
    expect(inch.range(25.4, 50.8, "mm")).toBe("1–2");
  });

  it.each([
    [215, 260, "°C", "215–260"],
    [0.2489, 0.2511, "bar", "0.24–0.26"],
    [9.97, 10.03, "mm", "9.9–11"],
    [3, 4, "s", "3–4"],
  ])("prints %f to %f %s as %s, never leaving out what lies between", (low, high, unit, text) => {
    expect(metric.range(low, high, unit)).toBe(text);
  });

  it("leaves a range open where one end is never reached", () => {
    expect(metric.span(2, 3, "s")).toBe("(2–3)");
    expect(metric.span(20, null, "s")).toBe("(20 or more)");
    expect(inch.span(null, 25.4, "mm/min")).toBe("(up to 1)");
    expect(metric.span(null, null, "s")).toBe("");
  });

  it.each(cases)("rewords %s", (text, expected) => {
    expect(inch.prose(text)).toBe(expected);
  });

  it("leaves a sentence alone where its own system has nothing to convert", () => {
    expect(metric.prose("18 gauge sheet steel = 1.214 mm")).toBe("18 gauge sheet steel = 1.214 mm");
    expect(metric.prose("heat it to 205 °C, hold 3 mm off")).toBe(
      "heat it to 205 °C, hold 3 mm off",
    );
  });

  it.each(["1,5", "1.5", ".5", ",5", " 24 ", "1.200,5"])(
    "means the inch it shows by %s",
    (typed) => {
      expect(inch.whole(typed, "mm")).toBe(`${typed.trim()} in`);
      expect(metric.whole(typed, "mm")).toBe(typed);
    },
  );

  it.each(["18 ga", "1,5 mm", "1/4", "about 3", ""])("leaves %s as it was typed", (typed) => {
    expect(inch.whole(typed, "mm")).toBe(typed);
  });

  it("takes bare numbers of a list in the unit shown, and leaves what names its own", () => {
    expect(inch.wholeList("24; 48", "mm")).toBe("24 in; 48 in");
    expect(inch.wholeList("24: .5; 1200 mm : 14 mm", "mm")).toBe("24 in: .5 in; 1200 mm: 14 mm");
    expect(metric.wholeList("600; 1200", "mm")).toBe("600; 1200");
  });

  it("writes degrees of angle close to their number", () => {
    expect(metric.measure(60, "deg")).toBe("60°");
  });
});
