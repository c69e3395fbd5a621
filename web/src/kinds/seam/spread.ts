/**
 * Move labels apart so that none stands on another.
 *
 * Takes where each wants to stand, top first, and returns places in the same order that are at
 * least `gap` apart and within `from` to `to`, as near to what was wanted as a pass down and a
 * pass up can make them. With too little room they share it evenly.
 */
export function spread(wanted: readonly number[], gap: number, from: number, to: number): number[] {
  const needed = gap * (wanted.length - 1);
  if (needed > to - from)
    return wanted.map((_, place) => from + ((to - from) * place) / Math.max(1, wanted.length - 1));
  const down: number[] = [];
  for (const place of wanted) down.push(Math.max(place, (down.at(-1) ?? from - gap) + gap));
  const up: number[] = [];
  for (const place of down.toReversed()) up.unshift(Math.min(place, (up[0] ?? to + gap) - gap));
  return up;
}
