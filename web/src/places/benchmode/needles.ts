// The four needles of a leak test as they are told by tapping, and what is sent of them.
import type { BenchState } from "../../api/client";
import type { Readings } from "../../tools/useBenchRun";

type NeedleAsked = BenchState["leak_asked"]["needles"][number];
export type Gas = NeedleAsked["gas"];
export type Gauge = NeedleAsked["gauge"];

/** One needle: high enough or less as the clock starts, still or moved as it stops. */
export interface Needle {
  start?: "enough" | "less";
  end?: "still" | "moved";
  from?: string;
  to?: string;
}
export type Needles = Record<string, Needle>;

const FRESH_MS = 20 * 60_000;

export const keyOf = (gas: Gas, gauge: Gauge) => `${gas}.${gauge}`;

/** What was told a moment ago outlives a reload; an older test's needles never stand again. */
export function keptNeedles(kept: string): Needles {
  const stored = JSON.parse(localStorage.getItem(kept) ?? "null") as {
    at: number;
    needles?: Needles;
  } | null;
  return stored?.needles && Date.now() - stored.at < FRESH_MS ? stored.needles : {};
}

export const keepNeedles = (kept: string, needles: Needles) =>
  localStorage.setItem(kept, JSON.stringify({ at: Date.now(), needles }));

/** The needles as they stood, for a test that goes on: whether they moved is told anew. */
export const withoutEnds = (needles: Needles): Needles =>
  Object.fromEntries(
    Object.entries(needles).map(([key, needle]) => {
      const told = { ...needle };
      delete told.end;
      delete told.to;
      return [key, told];
    }),
  );

export const stood = (needle: Needle | undefined) =>
  needle?.start === "enough" || (needle?.start === "less" && !!needle.from?.trim());

export const answered = (needle: Needle | undefined) =>
  stood(needle) &&
  (needle?.end === "still" ||
    (needle?.end === "moved" && !!needle.from?.trim() && !!needle.to?.trim()));

/** The readings as they are sent; `bar` reads what was typed in the units of the page. */
export function readingsOf(
  needles: Needles,
  asked: readonly NeedleAsked[],
  bar: (typed: string) => string,
): Readings {
  const readings: Readings = { acetylene: {}, oxygen: {} };
  for (const { gas, gauge, least_bar } of asked) {
    const needle = needles[keyOf(gas, gauge)] ?? {};
    if (needle.end === "still" && needle.start === "enough") {
      readings[gas][`${gauge}_at_least_bar`] = `${least_bar} bar`;
      continue;
    }
    const from = bar(needle.from ?? "");
    readings[gas][`${gauge}_before_bar`] = from;
    readings[gas][`${gauge}_after_bar`] = needle.end === "moved" ? bar(needle.to ?? "") : from;
  }
  return readings;
}
