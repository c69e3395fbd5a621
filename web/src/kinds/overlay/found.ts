import type { components } from "../../api/schema";

export type Found = components["schemas"]["AsCooled"];

export const COLOUR = [
  { id: "even", label: "one even colour" },
  { id: "patchy", label: "patchy" },
] as const;
export const PORES = [
  { id: "none", label: "none" },
  { id: "few", label: "a few" },
  { id: "many", label: "many" },
] as const;
export const CRACKS = [
  { id: "none", label: "none" },
  { id: "fine", label: "fine, on the surface" },
  { id: "through", label: "through" },
] as const;
export const LIFTED = [
  { id: "no", label: "all of it holds" },
  { id: "yes", label: "lifted somewhere" },
] as const;

const label = (rows: ReadonlyArray<{ id: string; label: string }>, id: string) =>
  rows.find((row) => row.id === id)?.label ?? id;

/** What was found, in a line. */
export const words = (found: Found) =>
  [
    label(COLOUR, found.colour),
    `pores: ${label(PORES, found.pores)}`,
    `cracks: ${label(CRACKS, found.cracks)}`,
    label(LIFTED, found.lifted ? "yes" : "no"),
  ].join("; ");
