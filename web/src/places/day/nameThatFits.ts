// Widths of letters at the size of a block's name, on the safe side.
const WIDE_PX = 10.5;
const NARROW_PX = 4.2;
const LETTER_PX = 7;
const PADDING_PX = 12;

const width = (text: string) =>
  [...text].reduce(
    (sum, letter) =>
      sum + (/[mwMW]/.test(letter) ? WIDE_PX : /[ijlt.,' -]/.test(letter) ? NARROW_PX : LETTER_PX),
    PADDING_PX,
  );

/** A name as it stands in a block so wide: whole, else its first word, else the job's number. */
export function nameThatFits(name: string, number: number, widthPx: number): string {
  const [first = ""] = name.split(/[ ,]/);
  return [name, first].find((text) => width(text) <= widthPx) ?? String(number);
}
