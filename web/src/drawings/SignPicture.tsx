/** Small drawings of what is seen on a weld: ours, in section or from above, of lines alone. */
const SHEET = "M2 17H19M29 17H46";
const WHOLE = "M2 17H46";
const SEAM = "M2 14H46";

const PICTURES: Record<string, { lines: string[]; solid?: string[]; faint?: string[] }> = {
  "even-band": { lines: [SEAM], faint: ["M2 8H46", "M2 20H46"] },
  "band-uneven": { lines: [SEAM], faint: ["M2 11H46", "M2 24H46"] },
  "wet-together": { lines: [SHEET], solid: ["M19 17Q24 10 29 17Z"] },
  "one-side-first": { lines: [SHEET], solid: ["M19 17Q21 11 23 17Z"] },
  "root-through": { lines: [WHOLE], solid: ["M18 17Q24 11 30 17Z", "M20 17Q24 22 28 17Z"] },
  "no-penetration": { lines: [WHOLE, "M24 20V25"], solid: ["M18 17Q24 11 30 17Z"] },
  "keyhole-lost": {
    lines: [SEAM],
    solid: ["M6 12h14v4H6Z"],
    faint: ["M27 14a4 4 0 1 0 8 0a4 4 0 1 0 -8 0"],
  },
  "burn-through": { lines: ["M2 17H16M32 17H46", "M16 17Q18 23 20 23M32 17Q30 23 28 23"] },
  "cold-lap": { lines: [WHOLE], solid: ["M17 14a7 4 0 1 0 14 0a7 4 0 1 0 -14 0"] },
  undercut: { lines: ["M2 17H13Q15 20 17 17M31 17Q33 20 35 17H46"], solid: ["M17 17Q24 9 31 17Z"] },
  "bead-narrow": { lines: [WHOLE], solid: ["M21 17Q24 8 27 17Z"] },
  "bead-wide": { lines: [WHOLE], solid: ["M10 17Q24 13 38 17Z"] },
  porosity: {
    lines: [WHOLE, "M20 15.5h.1M24 13.5h.1M28 15.5h.1M23 16h.1"],
    faint: ["M14 17Q24 7 34 17"],
  },
  "crater-crack": {
    lines: [SEAM, "M34 11l3 3-2 2 3 3"],
    faint: ["M30 14a6 5 0 1 0 12 0a6 5 0 1 0 -12 0"],
  },
  "iron-crack": { lines: [SEAM, "M6 21l8 1 6-2 8 2 7-1 7 1"] },
  "grey-film": { lines: [SEAM], faint: ["M8 10q8 4 16 0t16 0", "M8 18q8 4 16 0t16 0"] },
  "lead-dull": { lines: ["M10 9v10M16 8v12M22 9v10M28 8v12M34 9v10"], faint: [SEAM] },
  "panel-moved": { lines: ["M2 20Q14 6 24 14Q34 22 46 8"], faint: [WHOLE] },
  popping: { lines: ["M4 14H16M16 10V18", "M22 14l4-5M22 14l6 0M22 14l4 5"] },
  "flame-leaves-tip": { lines: ["M4 14H14M14 10V18"], faint: ["M22 14Q32 8 44 14Q32 20 22 14Z"] },
  "sharp-cone": {
    lines: ["M4 14H14M14 10V18"],
    solid: ["M14 11L30 14L14 17Z"],
    faint: ["M14 9Q34 8 45 14Q34 20 14 19"],
  },
  sparks: { lines: ["M24 18l-6-8M24 18l0-11M24 18l6-8M24 18l10-4M24 18l-10-4"], faint: [WHOLE] },
  "slow-puddle": { lines: [WHOLE, "M24 4v4M24 8l3 2"], faint: ["M16 17Q24 13 32 17"] },
  "fast-puddle": { lines: [WHOLE], solid: ["M8 17Q24 6 40 17Z"] },
};

/** Nothing for a sign nobody drew; what it means stands beside it in words. */
export function SignPicture({ sign }: { sign: string }) {
  const picture = PICTURES[sign];
  if (!picture) return null;
  return (
    <svg viewBox="0 0 48 28" width={48} height={28} aria-hidden="true" className="shrink-0">
      {(picture.faint ?? []).map((d) => (
        <path key={d} d={d} fill="none" stroke="currentColor" strokeWidth={1.5} opacity={0.45} />
      ))}
      {picture.lines.map((d) => (
        <path
          key={d}
          d={d}
          fill="none"
          stroke="currentColor"
          strokeWidth={2}
          strokeLinecap="round"
          strokeLinejoin="round"
        />
      ))}
      {(picture.solid ?? []).map((d) => (
        <path key={d} d={d} fill="currentColor" opacity={0.75} />
      ))}
    </svg>
  );
}
