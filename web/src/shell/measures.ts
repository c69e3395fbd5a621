// Numbers of measures as a shop says them: the twin of the core's formatter. Both are driven by the
// table of display units, and one table of cases holds both to the same texts.
import type { DisplayUnit } from "../api/client";

/** `<` is never rounded up, `>` never rounded down. */
export type Limit = "" | "<" | ">";

const FEET_FROM_IN = 120;
const NEAR_FRACTION_IN = 0.002;
const FINE_UNDER_IN = 0.25;
const HAIR = 1e-6;
const SHOP_DIGITS = 3;
/** Less than a million-millionth of anything. */
const NOTHING = 1e-12;

/** A canonical value in the unit it is shown in. */
export const converted = (value: number, unit: DisplayUnit | undefined): number =>
  unit ? value * unit.factor + unit.offset : value;

const halfUp = (value: number) => Math.floor(value + 0.5);

function toStep(value: number, step: number, limit: Limit): number {
  const near = Number((value / step).toFixed(6));
  const rounded = limit === "<" ? Math.floor(near) : limit === ">" ? Math.ceil(near) : halfUp(near);
  return rounded * step;
}

/** How many digits stand before the point. */
const wholeDigits = (value: number) => (value ? Math.floor(Math.log10(Math.abs(value))) + 1 : 1);

/** A number without trailing zeros. */
function written(value: number, places: number): string {
  const text = value.toFixed(places);
  return (text.includes(".") ? text.replace(/\.?0+$/, "") : text).replace(/^-0$/, "0");
}

/** A number to so many significant digits, without exponent or trailing zeros. */
export function significant(value: number, digits = 3, limit: Limit = ""): string {
  if (Math.abs(value) < NOTHING) return "0";
  const whole = wholeDigits(value);
  return written(toStep(value, 10 ** (whole - digits), limit), Math.max(0, digits - whole));
}

/** A number to three significant digits, or to all before the point. */
export const plain = (value: number): string => significant(value, Math.max(3, wholeDigits(value)));

const stepOf = (value: number, unit: DisplayUnit): number =>
  unit.steps.findLast((one) => Math.abs(value) + HAIR >= one.over)?.step ?? 1;

function stepped(value: number, unit: DisplayUnit, limit: Limit): string {
  const step = stepOf(value, unit);
  if (value !== 0 && Math.abs(value) < step) return significant(value, 2, limit);
  return written(toStep(value, step, limit), (String(step).split(".")[1] ?? "").length);
}

function fraction(value: number): string {
  const whole = Math.floor(value);
  let [part, of] = [Math.round((value - whole) * 64), 64];
  if (part === 0) return String(whole);
  while (part % 2 === 0) [part, of] = [part / 2, of / 2];
  return whole ? `${whole} ${part}/${of}` : `${part}/${of}`;
}

const OTHER: Record<Limit, Limit> = { "": "", "<": ">", ">": "<" };

function inches(value: number, unit: DisplayUnit, limit: Limit): string {
  if (value < 0) return `-${inches(-value, unit, OTHER[limit])}`;
  if (value + HAIR >= FEET_FROM_IN) {
    const all = toStep(value, 1, limit);
    return all % 12 ? `${Math.floor(all / 12)} ft ${all % 12} in` : `${all / 12} ft`;
  }
  const step = stepOf(value, unit);
  if (value > 0 && value < step) return significant(value, 2, limit);
  return fraction(toStep(value, step, limit));
}

function thou(value: number, limit: Limit): string {
  const nearest = toStep(value, Math.abs(value) < FINE_UNDER_IN ? 1 / 32 : 1 / 16, "");
  if (nearest > 0 && Math.abs(value - nearest) <= NEAR_FRACTION_IN && !limit)
    return fraction(nearest);
  if (value !== 0 && Math.abs(value) < 0.001) return significant(value, 2, limit);
  if (Math.abs(value) < 1) return toStep(value, 0.001, limit).toFixed(3);
  return written(toStep(value, 0.01, limit), 2);
}

/** A canonical value as the number that is shown; over ten feet it says its units itself. */
export function numberShown(
  value: number,
  unit: DisplayUnit | undefined,
  digits = 3,
  limit: Limit = "",
): string {
  const shown = converted(value, unit);
  // In metric a limit is told as its standard states it, a conversion as finely as it is asked for.
  const stated = unit?.system === "metric" && (limit !== "" || digits > SHOP_DIGITS);
  if (unit?.form === "decimal" && !stated) return stepped(shown, unit, limit);
  if (unit?.system !== "inch")
    return significant(shown, Math.max(digits, wholeDigits(shown)), limit);
  if (unit.form === "fraction") return inches(shown, unit, limit);
  if (unit.form === "thou") return thou(shown, limit);
  return significant(shown, Math.abs(shown) < 100 ? 2 : 3, limit);
}

/** One end of a range, rounded away from the middle. */
export function rangeEnd(value: number, unit: DisplayUnit | undefined, limit: Limit): string {
  const shown = converted(value, unit);
  if (unit?.form === "fraction") return inches(shown, unit, limit);
  if (unit?.form === "decimal" && unit.system === "inch") return stepped(shown, unit, limit);
  return significant(shown, Math.max(2, wholeDigits(shown)), limit);
}
