/** What is looked for in the run book, as it stands in the address. */
export const FACETS = [
  "family",
  "thickness",
  "joint",
  "who",
  "verdict",
  "sign",
  "tip",
  "kind",
] as const;
export type FacetId = (typeof FACETS)[number];
export const SORTS = ["newest", "oldest", "thinnest", "thickest", "slowest", "quickest"] as const;
export type Sort = (typeof SORTS)[number];

export type Wanted = Partial<Record<FacetId, string[]>> & {
  words?: string;
  first?: string;
  last?: string;
  sort?: Sort;
};

/** Reads an address; what it does not know it leaves out. */
export function wantedOf(search: URLSearchParams): Wanted {
  const wanted: Wanted = {};
  for (const facet of FACETS) {
    const values = search.getAll(facet);
    if (values.length > 0) wanted[facet] = values;
  }
  for (const name of ["words", "first", "last"] as const) {
    const value = search.get(name);
    if (value) wanted[name] = value;
  }
  const sort = SORTS.find((one) => one === search.get("sort"));
  if (sort) wanted.sort = sort;
  return wanted;
}

/** The address with a value of a facet chosen, or no longer. */
export function toggled(search: URLSearchParams, facet: FacetId, value: string): URLSearchParams {
  const next = new URLSearchParams(search);
  const values = next.getAll(facet);
  next.delete(facet);
  for (const one of values.includes(value)
    ? values.filter((other) => other !== value)
    : [...values, value])
    next.append(facet, one);
  return next;
}

/** The address with one entry set, or taken out where it is empty. */
export function withEntry(search: URLSearchParams, name: string, value: string): URLSearchParams {
  const next = new URLSearchParams(search);
  if (value) next.set(name, value);
  else next.delete(name);
  return next;
}

export const chosenCount = (wanted: Wanted) =>
  FACETS.reduce((count, facet) => count + (wanted[facet]?.length ?? 0), 0);
