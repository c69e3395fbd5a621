// The display units as the server gives them, read from its own table.
import { readFileSync } from "node:fs";

import type { DisplayUnit } from "../api/client";

const FROM_HERE = "../../..";

/** The rows of a table of the repository, by its headings; its cells hold no commas. */
export function tableRows(path: string): Array<Record<string, string>> {
  const text = readFileSync(new URL(`${FROM_HERE}/${path}`, import.meta.url), "utf8");
  const [head = "", ...lines] = text.trim().split("\n");
  const names = head.split(",");
  return lines.map((line) =>
    Object.fromEntries(line.split(",").map((cell, at) => [names[at] ?? "", cell])),
  );
}

export const displayUnits: readonly DisplayUnit[] = tableRows(
  "src/pellak/core/tables/display_units.csv",
).map((row) => ({
  kind: row["kind"] ?? "",
  canonical: row["canonical"] ?? "",
  system: row["system"] === "inch" ? "inch" : "metric",
  symbol: row["symbol"] ?? "",
  factor: Number(row["factor"]),
  offset: Number(row["offset"]),
  form: row["form"] as DisplayUnit["form"],
  steps: (row["steps"] ?? "")
    .split(" ")
    .filter(Boolean)
    .map((step) => {
      const [over, by] = step.split(":").map(Number);
      return { over: over ?? 0, step: by ?? 1 };
    }),
}));
