// Showing measures. Values come and stay in canonical units; only what is shown is converted,
// by the table the server gives, so no rule or constant of the job lives here. Sentences of the
// server come in the units of the page already.
import type { DisplayUnit } from "../api/client";
import { converted, type Limit, numberShown, plain, rangeEnd, significant } from "./measures";

export { significant } from "./measures";

export type UnitSystem = "metric" | "inch";

export interface Shown {
  number: string;
  symbol: string;
}

/** How measures are shown in one system of units. A kind is a canonical unit, or `wall`. */
export class Units {
  private readonly byKind: Map<string, DisplayUnit>;
  private readonly canonical: Map<string, string>;

  constructor(
    readonly system: UnitSystem,
    units: readonly DisplayUnit[],
  ) {
    const chosen = units.filter((unit) => unit.system === system);
    this.byKind = new Map(chosen.map((unit) => [unit.kind, unit]));
    this.canonical = new Map(units.map((unit) => [unit.kind, unit.canonical]));
  }

  /** The symbol shown for a kind of measure. */
  symbol(kind: string): string {
    return this.byKind.get(kind)?.symbol ?? this.canonical.get(kind) ?? kind;
  }

  /** Typed text as it is meant: a bare number is in the unit the page shows, and says so. */
  whole(text: string, kind: string): string {
    const bare = /^[+-]?(\d[\d.,]*|[.,]\d+)$/.test(text.trim());
    const symbol = this.symbol(kind);
    return this.system === "inch" && bare && symbol ? `${text.trim()} ${symbol}` : text;
  }

  /** The same for a line of places and readings: `24: 1/4; 48`. */
  wholeList(text: string, kind: string): string {
    return text
      .split(/([;:])/)
      .map((part) => (/^[;:]$/.test(part) ? part : this.whole(part, kind).replace(/^(?=\S)/, " ")))
      .join("")
      .replace(/ (?=[;:])/g, "")
      .trim();
  }

  /** A canonical value as a number in the shown unit. */
  convert(value: number, kind: string): number {
    return converted(value, this.byKind.get(kind));
  }

  /** A value and its unit, ready to show. */
  show(value: number, kind: string, digits = 3): Shown {
    const number = numberShown(value, this.byKind.get(kind), digits);
    // Over ten feet a length says its units itself.
    const said = /^(.* ft .*|.*) (in|ft)$/.exec(number);
    return said
      ? { number: said[1] ?? "", symbol: said[2] ?? "" }
      : { number, symbol: this.symbol(kind) };
  }

  /** A limit as a standard states it: *1.03 bar*, and the 15 psi it is called in inches. */
  stated(value: number, kind: string): string {
    return this.system === "metric" ? this.inBox(value, kind) : this.measure(value, kind);
  }

  /** A reckoned limit, never rounded to its unsafe side. */
  atMost(value: number, kind: string): string {
    const number = numberShown(value, this.byKind.get(kind), 3, "<");
    return number.includes(" ft") ? number : `${number} ${this.symbol(kind)}`;
  }

  /** A value and its unit in one string. */
  measure(value: number, kind: string, digits = 3): string {
    const { number, symbol } = this.show(value, kind, digits);
    // The sign for degrees of angle stands close to its number.
    if (symbol === "°") return `${number}°`;
    return symbol ? `${number} ${symbol}` : number;
  }

  /** A value as a box shows it: metric finer than a figure is told, inches by the shop's steps. */
  inBox(value: number, kind: string): string {
    if (this.system === "inch") return this.measure(value, kind);
    return `${plain(value)} ${this.symbol(kind)}`.trim();
  }

  /** A value as it stands in a box, to be typed over: not rounded as a shop would say it. */
  exact(value: number, kind: string): string {
    const symbol = this.symbol(kind);
    return `${significant(this.convert(value, kind), 5)}${symbol && " "}${symbol}`;
  }

  /** A range in the shown unit, without the unit. */
  range(low: number, high: number, kind: string): string {
    return `${this.end(low, kind, "<")}–${this.end(high, kind, ">")}`;
  }

  /** A range in brackets, open to one side where an end is never reached. */
  span(low: number | null | undefined, high: number | null | undefined, kind: string): string {
    if (low != null && low === high) return "";
    if (low != null && high != null) return `(${this.range(low, high, kind)})`;
    if (low != null) return `(${this.end(low, kind, "<")} or more)`;
    if (high != null) return `(up to ${this.end(high, kind, ">")})`;
    return "";
  }

  private end(value: number, kind: string, limit: Limit): string {
    return rangeEnd(value, this.byKind.get(kind), limit);
  }
}
