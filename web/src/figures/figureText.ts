// A figure in words: by what its number is shown, and how finely.
import type { Figure } from "../api/client";
import type { Units } from "../shell/units";

/** A figure with an honest range is not worth more than two digits. */
export const digitsOf = (figure: Figure) => (figure.low != null || figure.high != null ? 2 : 3);

/** By what a figure's number is shown: its unit, or a kind of its own. */
export const kindOf = (figure: Figure) => figure.kind || (figure.unit ?? "");

export const textOf = (figure: Figure, units: Units): string =>
  figure.text ??
  (figure.value == null ? "—" : units.measure(figure.value, kindOf(figure), digitsOf(figure)));
