const LETTER_PX = 6.2;
const PADDING_PX = 12;

/** A name as it stands in a block so wide: whole, else its first word, else not at all. */
export function nameThatFits(name: string, widthPx: number): string {
  const room = (widthPx - PADDING_PX) / LETTER_PX;
  const [first = ""] = name.split(/[ ,]/);
  return name.length <= room ? name : first.length <= room ? first : "";
}
