// Small pictures on the tiles of a choice.
import type { ReactNode } from "react";

const FLAME = "M0 0c-3 4-5 6-5 9a5 5 0 0 0 10 0c0-3-2-5-5-9z";

/** A flame, its upper end at a place. */
export const TileFlame = ({ x, y }: { x: number; y: number }) => (
  <path d={FLAME} transform={`translate(${x} ${y})`} fill="var(--feather)" stroke="var(--cone)" />
);

export const TilePicture = ({ children }: { children: ReactNode }) => (
  <svg
    viewBox="0 0 72 44"
    height={44}
    fill="none"
    stroke="var(--ink)"
    strokeWidth="1.3"
    aria-hidden="true"
    className="mx-auto block w-full max-w-18"
  >
    {children}
  </svg>
);
