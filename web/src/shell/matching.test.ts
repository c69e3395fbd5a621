import { readFileSync } from "node:fs";

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

/** A shipped table, by column: a cell with a comma in it stands in quotes. */
function table(name: string): Record<string, string>[] {
  const text = readFileSync(`../src/pellak/core/tables/${name}`, "utf-8").trim();
  const cells = (line: string) =>
    [...line.matchAll(/("(?:[^"]|"")*"|[^,]*)(?:,|$)/g)].map((one) =>
      (one[1] ?? "").replace(/^"|"$/g, ""),
    );
  const [head = "", ...lines] = text.split("\n");
  return lines.map((line) =>
    Object.fromEntries(cells(head).map((column, at) => [column, cells(line)[at] ?? ""])),
  );
}

describe("what people say finds what they mean first", () => {
  const said = new Map(table("alloy_words.csv").map((row) => [row.alloy, row.words ?? ""]));
  const shipped = table("alloys.csv").map((row) => ({
    ...metal(row.id ?? "", row.name ?? "", said.get(row.id ?? "") ?? ""),
    family_name: (row.family ?? "").replace("-", " "),
    standard: row.standard ?? "",
  }));
  it.each([
    ["mild steel", "a36"], ["flat bar", "a36"], ["hot rolled", "a36"], ["HRS", "a36"],
    ["angle iron", "a36"], ["square tubing", "a36"], ["HSS", "a36"], ["channel", "a36"],
    ["cold rolled", "dc01"], ["CRS", "dc01"], ["galvanized", "dc01"], ["galvanised", "dc01"],
    ["galvanized sheet", "dc01"], ["car panel", "dc01"], ["body sheet", "dc01"],
    ["round bar", "sae-1018"], ["DOM", "sae-1020"], ["DOM tube", "sae-1020"],
    ["axle", "sae-1045"], ["shaft", "sae-1045"], ["rebar", "unknown-steel"],
    ["scrap", "unknown-steel"], ["black pipe", "a106-b"], ["pipe", "a106-b"],
    ["gas pipe", "a106-b"], ["moly", "4130"], ["chromoly", "4130"], ["chrome moly", "4130"],
    ["4130", "4130"], ["roll cage", "4130"], ["leaf spring", "5160"], ["coil spring", "51crv4"],
    ["wear plate", "30mnb5"], ["stainless", "304"], ["SS", "304"], ["inox", "304"],
    ["316", "316l"], ["316L", "316l"], ["aluminum", "al-3003"], ["aluminium", "al-3003"],
    ["aluminum sheet", "al-3003"], ["6061", "al-6061"], ["cast aluminum", "al-a356"],
    ["lead", "pb-sheet"], ["sheet lead", "pb-sheet"], ["roof lead", "pb-sheet"],
    ["leaded bar", "12l14"], ["cast iron", "gi-30"], ["gray iron", "gi-30"],
    ["engine block", "gi-30"], ["stove", "gi-30"], ["housing", "gi-30"],
    ["ductile iron", "en-gjs-400-15"], ["malleable", "malleable-bh"],
    ["pipe fitting", "malleable-bh"], ["manganese steel", "mn-a128-b2"],
    ["tool steel", "o1"], ["a36", "a36"], ["1018", "sae-1018"], ["S235", "s235jr"],
  ])("%s", (typed, first) => {
    expect(matching(shipped, typed)[0]?.id).toBe(first);
  }); // prettier-ignore
});
