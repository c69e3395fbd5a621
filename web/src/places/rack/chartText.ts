import { significant, type Units } from "../../shell/units";

export interface Chart {
  thickness_low_mm: number;
  thickness_high_mm: number;
  acetylene_bar: number;
  oxygen_bar: number;
  acetylene_l_per_h?: number | null;
}

/** A maker's chart as it is typed, in the units the page shows. */
export const chartText = (rows: readonly Chart[], units: Units) =>
  rows
    .map((row) => {
      const number = (value: number, unit: string) => significant(units.convert(value, unit), 4);
      const wall = [row.thickness_low_mm, row.thickness_high_mm].map((mm) => number(mm, "mm"));
      const bars = [row.acetylene_bar, row.oxygen_bar].map((bar) => number(bar, "bar"));
      const flow = row.acetylene_l_per_h;
      return `${wall.join("-")} ${units.symbol("mm")} ${bars.join("/")} ${units.symbol("bar")}${flow == null ? "" : ` ${units.exact(flow, "L/h")}`}`;
    })
    .join("; ");
