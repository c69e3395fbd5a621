// Finding a metal by what people call it.
import type { MetalLine } from "../api/client";

/** The metals that hold every word wanted, exact numbers first, then names that begin with it. */
export function matching(metals: readonly MetalLine[], wanted: string): MetalLine[] {
  const words = wanted.toLowerCase().split(/\s+/).filter(Boolean);
  const first = words[0];
  if (first === undefined) return [...metals];
  const text = (metal: MetalLine) =>
    [metal.id, metal.name, metal.family_name, metal.standard, metal.words].join(" ").toLowerCase();
  const begins = (metal: MetalLine) =>
    metal.id.startsWith(first) || metal.name.toLowerCase().startsWith(first);
  const found = metals.filter((metal) => words.every((word) => text(metal).includes(word)));
  const place = (metal: MetalLine) =>
    metal.id === wanted.trim().toLowerCase() ? 0 : begins(metal) ? 1 : 2;
  return found.sort((a, b) => place(a) - place(b));
}
