import { describe, expect, it } from "vitest";

import { displayUnits } from "../testing/displayUnits";
import { Units } from "./units";

const inch = new Units("inch", displayUnits);
const metric = new Units("metric", displayUnits);

describe("units", () => {
  it("says metric measures in the steps of a rule", () => {
    expect(metric.measure(1.214, "mm")).toBe("1.2 mm");
    expect(metric.measure(1864.6, "mm")).toBe("1865 mm");
  });

  it.each([
    [25.4, "mm", "1 in"],
    [20, "°C", "70 °F"],
    [0.55158, "bar", "8 psi"],
    [84.95, "L/h", "3 cfh"],
    [1.2, "wall", "0.047 in"],
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

  it("leaves what stands in a box unrounded, to be typed over", () => {
    expect(inch.exact(1865, "mm")).toBe("73.425 in");
    expect(metric.exact(0.2412, "bar")).toBe("0.2412 bar");
  });

  it("says feet and inches once", () => {
    expect(inch.show(7723, "mm")).toEqual({ number: "25 ft 4", symbol: "in" });
    expect(inch.measure(7723, "mm")).toBe("25 ft 4 in");
    expect(inch.show(7620, "mm")).toEqual({ number: "25", symbol: "ft" });
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

  it("says a stated limit as its standard does, a reckoned one never above itself", () => {
    expect(metric.stated(1.03, "bar")).toBe("1.03 bar");
    expect(inch.stated(1.03, "bar")).toBe("15 psi");
    expect(metric.atMost(273.6, "L/h")).toBe("273 L/h");
    expect(inch.atMost(1.03, "bar")).toBe("14 psi");
  });

  it("writes degrees of angle close to their number", () => {
    expect(metric.measure(60, "deg")).toBe("60°");
  });
});
