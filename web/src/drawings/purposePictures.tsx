// What a part is heated for.
import type { ReactNode } from "react";

const FLAME = "M0 0c-4 5-6 8-6 12a6 6 0 0 0 12 0c0-4-2-7-6-12z";

/** A flame from below, its tip at a place. */
const flame = (x: number, y: number) => (
  <path d={FLAME} transform={`translate(${x} ${y})`} fill="var(--feather)" stroke="var(--cone)" />
);
const nut = <path d="M22 12h28l7 10-7 10H22l-7-10z" fill="var(--shade)" />;
const ring = (y: number) => (
  <>
    <ellipse cx="36" cy={y} rx="20" ry="7" fill="var(--shade)" />
    <ellipse cx="36" cy={y} rx="10" ry="3.5" fill="var(--panel)" />
  </>
);
const shaft = <path d="M27 24h18v26H27z" fill="var(--panel)" />;
const arrow = (d: string) => <path d={d} stroke="var(--cone)" strokeWidth="2.5" />;

export const PURPOSE_PICTURES: Record<string, ReactNode> = {
  seized: (
    <>
      <path d="M30 4h12v8H30zM30 32h12v16H30z" />
      <path d="M30 37l12 3M30 42l12 3" />
      {nut}
      {flame(60, 26)}
    </>
  ),
  "threadlock-medium": (
    <>
      <path d="M30 2v12h12V2M30 5l12 3M30 9l12 3" />
      <path d="M20 14h32v10H20z" fill="var(--shade)" />
      <path d="M36 30c-4 5-5 7-5 9a5 5 0 0 0 10 0c0-2-1-4-5-9z" fill="var(--cone-soft)" />
    </>
  ),
  "threadlock-high": (
    <>
      <path d="M30 2v12h12V2M30 5l12 3M30 9l12 3" />
      <path d="M20 14h32v10H20z" fill="var(--shade)" />
      <path d="M26 30c-4 5-5 7-5 9a5 5 0 0 0 10 0c0-2-1-4-5-9z" fill="var(--cone-soft)" />
      <path d="M46 30c-4 5-5 7-5 9a5 5 0 0 0 10 0c0-2-1-4-5-9z" fill="var(--cone-soft)" />
    </>
  ),
  "shrink-on": (
    <>
      {shaft}
      {ring(12)}
      {arrow("M62 8v22m-5-6l5 6 5-6")}
    </>
  ),
  "shrink-off": (
    <>
      {shaft}
      {ring(34)}
      {arrow("M62 30V8m-5 6l5-6 5 6")}
    </>
  ),
  bend: (
    <>
      <path d="M6 38h26q8 0 8-8V4" strokeWidth="6" stroke="var(--steel)" />
      {flame(44, 30)}
    </>
  ),
  anneal: (
    <>
      <path d="M6 30l14-14h46L52 30z" fill="var(--shade)" />
      <path d="M20 12q4-5 0-9M36 12q4-5 0-9M52 12q4-5 0-9" stroke="var(--cone)" />
      {flame(36, 33)}
    </>
  ),
  thaw: (
    <>
      <path d="M4 16h64M4 32h64" />
      <path d="M36 18v12M31 21l10 6M41 21l-10 6" stroke="var(--cone)" strokeWidth="2" />
      {flame(36, 32)}
    </>
  ),
  "warm-through": (
    <>
      <path d="M12 32V14h10V6h28v8h10v18z" fill="var(--shade)" />
      <path d="M26 28q4-5 0-10M36 28q4-5 0-10M46 28q4-5 0-10" stroke="var(--cone)" />
      {flame(36, 32)}
    </>
  ),
};
