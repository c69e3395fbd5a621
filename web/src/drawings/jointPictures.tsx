// How two pieces meet: in section, but a cluster and a crack as they are seen.
import type { ReactNode } from "react";

const POOL = "var(--cone-soft)";
/** A piece of sheet or plate in section. */
const plate = (d: string) => <path d={d} fill="var(--shade)" />;
/** Where it is melted. */
const melted = (d: string) => <path d={d} fill={POOL} stroke="var(--cone)" />;

export const JOINT_PICTURES: Record<string, ReactNode> = {
  butt: (
    <>
      {plate("M4 22h31v10H4zM37 22h31v10H37z")}
      {melted("M28 22q8-5 16 0q-2 10-8 13q-6-3-8-13z")}
    </>
  ),
  "tipped-edge": (
    <>
      {plate("M4 30h22q5 0 5-5V14h5v13q0 11-11 11H4z")}
      {plate("M68 30H46q-5 0-5-5V14h-5v13q0 11 11 11h21z")}
      {melted("M30 16q6-9 12 0z")}
    </>
  ),
  "outside-corner": (
    <>
      {plate("M8 16h30v10H8z")}
      {plate("M38 26h10v22H38z")}
      {melted("M38 26V16q10 0 10 10z")}
    </>
  ),
  tee: (
    <>
      {plate("M4 34h64v10H4z")}
      {plate("M31 6h10v28H31z")}
      {melted("M31 24v10H21q9-1 10-10zM41 24v10h10q-9-1-10-10z")}
    </>
  ),
  lap: (
    <>
      {plate("M4 18h38v10H4z")}
      {plate("M24 28h44v10H24z")}
      {melted("M42 18v10h12q-11-1-12-10z")}
    </>
  ),
  cluster: (
    <>
      {plate("M4 34h64v10H4z")}
      {plate("M12 4l9 0l14 30h-14zM60 4l-9 0l-14 30h14z")}
      <path d="M20 34q8-4 16 0q8-4 16 0" stroke="var(--cone)" strokeWidth="2.5" />
    </>
  ),
  "pipe-butt": (
    <>
      {plate("M4 14h31v24H4zM37 14h31v24H37z")}
      <ellipse cx="68" cy="26" rx="3.5" ry="12" fill="var(--panel)" />
      {melted("M32 13q4-4 8 0v26q-4 4-8 0z")}
    </>
  ),
  "casting-crack": (
    <>
      {plate("M8 44V18q0-8 8-8h40q8 0 8 8v26z")}
      <circle cx="20" cy="36" r="4" fill="var(--panel)" />
      <path d="M34 10l6 8l-7 7l7 7l-4 8" stroke="var(--cone)" strokeWidth="2.5" />
    </>
  ),
};
