import { describe, expect, it } from "vitest";

import type { MetalLine } from "../api/client";
import { matching } from "./matching";

const metal = (id: string, name: string, words = ""): MetalLine => ({
  id,
  name,
  words,
  family: "carbon-steel",
  family_name: "carbon steel",
  standard: "",
  own: false,
  advice: "fuse",
  note: "",
});
const metals = [
  metal("a36", "ASTM A36 structural", "mild steel;plate"),
  metal("sae-1045", "SAE 1045", "axle"),
  metal("heat-1", "4130 normalised tube, heat H-1"),
  metal("4130", "4130 normalised tube"),
];

describe("matching", () => {
  it.each([
    ["", ["a36", "sae-1045", "heat-1", "4130"]],
    ["mild", ["a36"]],
    ["4130", ["4130", "heat-1"]],
    ["AXLE steel", ["sae-1045"]],
    ["1045 tube", []],
    ["sae", ["sae-1045"]],
  ])("%s finds %j", (wanted, found) => {
    expect(matching(metals, wanted).map((one) => one.id)).toEqual(found);
  });
});
