// Finding a metal by what people call it.
import type { MetalLine } from "../api/client";

/** Both spellings of a word are one word. */
const SPELLINGS: readonly (readonly [RegExp, string])[] = [
  [/aluminum/g, "aluminium"],
  [/galvaniz/g, "galvanis"],
  [/normaliz/g, "normalis"],
  [/gray/g, "grey"],
];

const spelt = (text: string) =>
  SPELLINGS.reduce((so, [one, other]) => so.replace(one, other), text.trim().toLowerCase());

/** How well a metal fits, 0 best: the whole of what is said beats a word of it, a word a part. */
function fit(metal: MetalLine, wanted: string, words: readonly string[]): number {
  const names = [metal.id, metal.name].map(spelt);
  const said = spelt(metal.words).split(";");
  if (metal.id === wanted) return 0;
  if (said.includes(wanted)) return 1;
  if (names.some((name) => name.startsWith(words[0] ?? ""))) return 2;
  const whole = new Set([...names, ...said].flatMap((name) => name.split(/[\s-]+/)));
  return words.every((word) => whole.has(word)) ? 3 : 4;
}

/** The metals that hold every word wanted: what is called so first, then names that begin so. */
export function matching(metals: readonly MetalLine[], typed: string): MetalLine[] {
  const wanted = spelt(typed);
  const words = wanted.split(/\s+/).filter(Boolean);
  if (words.length === 0) return [...metals];
  const text = (metal: MetalLine) =>
    spelt([metal.id, metal.name, metal.family_name, metal.standard, metal.words].join(" "));
  return metals
    .filter((metal) => words.every((word) => text(metal).includes(word)))
    .map((metal) => ({ metal, fit: fit(metal, wanted, words) }))
    .sort((a, b) => a.fit - b.fit)
    .map((one) => one.metal);
}
