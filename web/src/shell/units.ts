// Showing measures. Values come and stay in canonical units; only what is shown is converted,
// by factors the server gives, so no rule or constant of the job lives here.
import type { DisplayUnit, SaidMeasure } from "../api/client";

export type UnitSystem = "metric" | "inch";

export interface Shown {
  number: string;
  symbol: string;
}

/** Write a number to so many significant digits, without exponent or trailing zeros. */
export function significant(value: number, digits = 3): string {
  if (value === 0) return "0";
  const whole = Math.floor(Math.log10(Math.abs(value))) + 1;
  const text = value.toFixed(Math.max(0, Math.min(6, digits - whole)));
  return text.includes(".") ? text.replace(/\.?0+$/, "") : text;
}

/** The end of a range to two digits, rounded away from the value, so that it is never left out. */
export function rangeEnd(value: number, side: "low" | "high"): string {
  if (value === 0) return "0";
  const whole = Math.floor(Math.log10(Math.abs(value))) + 1;
  const scale = 10 ** Math.max(0, Math.min(6, 2 - whole));
  // A hair's breadth off a round number is that number.
  const places = Number((value * scale).toFixed(6));
  const rounded = side === "low" ? Math.floor(places) : Math.ceil(places);
  return significant(rounded / scale, Math.max(2, whole));
}

/** Words after degrees that make them a difference: 25 °C more is 45 °F more, not 77. */
const DIFFERENCE = /^ (more|less|over|under|warmer|cooler|hotter|colder|apart)\b/;
const NUMBER = "(?<![\\w.])(\\d+(?:\\.\\d+)?)";
const CANONICAL =
  "(mm\\/min|kJ\\/mm|L\\/h per mm|L\\/h|L\\/m|mm|°C|bar|kg|m\\/s|L|m³|m)(?![\\w/³²])";
const IN_PROSE = new RegExp(
  `${NUMBER}(?:( to |–| and | × )(\\d+(?:\\.\\d+)?))? ?${CANONICAL}`,
  "g",
);

/** How measures are shown in one system of units. */
export class Units {
  private readonly bySymbol: Map<string, DisplayUnit>;

  constructor(
    readonly system: UnitSystem,
    units: readonly DisplayUnit[],
    private readonly said: readonly SaidMeasure[] = [],
  ) {
    const chosen = units.filter((unit) => unit.system === system);
    this.bySymbol = new Map(chosen.map((unit) => [unit.canonical, unit]));
  }

  /** The symbol shown for a canonical unit. */
  symbol(unit: string): string {
    return this.bySymbol.get(unit)?.symbol ?? unit;
  }

  /** Typed text as it is meant: a bare number is in the unit the page shows, and says so. */
  whole(text: string, unit: string): string {
    const bare = /^[+-]?(\d[\d.,]*|[.,]\d+)$/.test(text.trim());
    const symbol = this.symbol(unit);
    return this.system === "inch" && bare && symbol ? `${text.trim()} ${symbol}` : text;
  }

  /** The same for a line of places and readings: `24: 1/4; 48`. */
  wholeList(text: string, unit: string): string {
    return text
      .split(/([;:])/)
      .map((part) => (/^[;:]$/.test(part) ? part : this.whole(part, unit).replace(/^(?=\S)/, " ")))
      .join("")
      .replace(/ (?=[;:])/g, "")
      .trim();
  }

  /** A canonical value as a number in the shown unit. */
  convert(value: number, unit: string): number {
    const shown = this.bySymbol.get(unit);
    return shown ? value * shown.factor + shown.offset : value;
  }

  /** A value and its unit, ready to show. */
  show(value: number, unit: string, digits = 3): Shown {
    return { number: significant(this.convert(value, unit), digits), symbol: this.symbol(unit) };
  }

  /** A value and its unit in one string. */
  measure(value: number, unit: string, digits = 3): string {
    const { number, symbol } = this.show(value, unit, digits);
    // The sign for degrees of angle stands close to its number.
    if (symbol === "°") return `${number}°`;
    return symbol ? `${number} ${symbol}` : number;
  }

  /** A range in the shown unit, without the unit. */
  range(low: number, high: number, unit: string): string {
    const [least = 0, most = 0] = [low, high]
      .map((end) => this.convert(end, unit))
      .sort((a, b) => a - b);
    return `${rangeEnd(least, "low")}–${rangeEnd(most, "high")}`;
  }

  /** A range in brackets, open to one side where an end is never reached. */
  span(low: number | null | undefined, high: number | null | undefined, unit: string): string {
    if (low != null && low === high) return "";
    if (low != null && high != null) return `(${this.range(low, high, unit)})`;
    if (low != null) return `(${rangeEnd(this.convert(low, unit), "low")} or more)`;
    if (high != null) return `(up to ${rangeEnd(this.convert(high, unit), "high")})`;
    return "";
  }

  /** Plain English from the server with the measures in it converted. */
  prose(text: string): string {
    return text.replace(
      IN_PROSE,
      (
        asWritten: string,
        first: string,
        joint: string | undefined,
        second: string | undefined,
        unit: string,
        at: number,
      ) => {
        const shown = this.bySymbol.get(unit);
        if (!shown) return asWritten;
        const said = this.said.find((one) => one.written === asWritten);
        if (said && this.system === "inch") return said.inch;
        const apart = unit === "°C" && DIFFERENCE.test(text.slice(at + asWritten.length));
        const numbers = [first, second]
          .filter((number) => number !== undefined)
          .map(Number)
          .map((number) => (apart ? number * shown.factor : this.convert(number, unit)))
          .map((number) => significant(number, 2));
        return `${numbers.join(joint ?? "")} ${this.symbol(unit)}`;
      },
    );
  }
}
