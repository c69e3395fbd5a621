import { describe, expect, it } from "vitest";

import { along, clock, hoursOf, snapped, stripOf } from "./hours";

describe("hours", () => {
  it.each([
    [0, "00:00"],
    [450, "07:30"],
    [1439.6, "tomorrow 00:00"],
    [1900, "tomorrow 07:40"],
    [2880, "in 2 days 00:00"],
  ])("%d is %s", (minutes, text) => expect(clock(minutes)).toBe(text));

  it("lays a day on full hours and holds what is outside at its ends", () => {
    const strip = stripOf(450, 1050, 0);
    expect(strip).toEqual({ from: 420, to: 1080 });
    expect(hoursOf(strip)).toHaveLength(12);
    expect(along(strip, 420)).toBe(0);
    expect(along(strip, 750)).toBe(0.5);
    expect(along(strip, 5000)).toBe(1);
    expect(along(strip, 0)).toBe(0);
  });

  it("leaves out what is over of a day, but never all of it", () => {
    expect(stripOf(450, 1050, 650)).toEqual({ from: 600, to: 1080 });
    expect(stripOf(450, 1050, 1400)).toEqual({ from: 960, to: 1080 });
    expect(stripOf(450, 470, 1400)).toEqual({ from: 420, to: 480 });
  });

  it("puts a dragged block on five minutes", () => {
    expect(snapped(452)).toBe(450);
    expect(snapped(453)).toBe(455);
  });
});
