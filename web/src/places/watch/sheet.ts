// Readings as a chart takes them: one row a moment, one column a place, added to as they come.
import type { ChannelCurve } from "../../api/client";

/** A stretch without readings this long is drawn as one. */
const GAP_S = 180;

/** °C by place and moment; undefined where a place was not read then, null where a gap begins. */
export interface Sheet {
  names: string[];
  at_s: number[];
  c: (number | null | undefined)[][];
}

export const emptySheet = (): Sheet => ({ names: [], at_s: [], c: [] });

function lastOf(sheet: Sheet, column: number): number | null {
  for (let row = sheet.at_s.length - 1; row >= 0; row--)
    if (sheet.c[column]?.[row] !== undefined) return sheet.at_s[row] ?? null;
  return null;
}

/** Add readings at the foot of the sheet, in place: nothing that stands is copied. */
export function addTo(sheet: Sheet, newer: readonly ChannelCurve[]): void {
  const rows = new Map<number, (number | null)[]>();
  const put = (at_s: number, column: number, c: number | null) => {
    const row = rows.get(at_s) ?? [];
    row[column] = c;
    rows.set(at_s, row);
  };
  for (const one of newer) {
    let column = sheet.names.indexOf(one.name);
    if (column < 0) {
      column = sheet.names.push(one.name) - 1;
      sheet.c.push(new Array<undefined>(sheet.at_s.length).fill(undefined));
    }
    let before = lastOf(sheet, column);
    one.at_s.forEach((at_s, n) => {
      if (before !== null && at_s - before > GAP_S) put((at_s + before) / 2, column, null);
      put(at_s, column, one.c[n] ?? null);
      before = at_s;
    });
  }
  const moments = [...rows.keys()].sort((a, b) => a - b);
  const late = (moments[0] ?? Infinity) < (sheet.at_s.at(-1) ?? -Infinity);
  for (const at_s of moments) {
    sheet.at_s.push(at_s);
    const row = rows.get(at_s) ?? [];
    sheet.c.forEach((column, n) => column.push(row[n]));
  }
  if (!late) return;
  // What came late is put in its place; that is seldom, and then the whole is sorted.
  const order = sheet.at_s.map((_, n) => n);
  order.sort((a, b) => (sheet.at_s[a] ?? 0) - (sheet.at_s[b] ?? 0));
  sheet.at_s = order.map((n) => sheet.at_s[n] ?? 0);
  sheet.c = sheet.c.map((column) => order.map((n) => column[n]));
}
