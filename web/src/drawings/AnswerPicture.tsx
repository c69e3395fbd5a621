// An answer drawn small beside its words: a person finds their case faster than they read it.
import type { ReactNode } from "react";

import { JOINT_PICTURES } from "./jointPictures";
import { PURPOSE_PICTURES } from "./purposePictures";

const PICTURES: Record<string, Record<string, ReactNode>> = {
  purpose: PURPOSE_PICTURES,
  joint: JOINT_PICTURES,
};

/** The picture of an answer to a field; nothing where none is drawn. */
export function AnswerPicture({ field, answer }: { field: string; answer: string }) {
  const drawn = PICTURES[field]?.[answer];
  if (drawn === undefined) return null;
  return (
    <svg
      width="72"
      height="52"
      viewBox="0 0 72 52"
      aria-hidden="true"
      className="shrink-0"
      fill="none"
      stroke="var(--ink)"
      strokeWidth="1.5"
      strokeLinejoin="round"
    >
      {drawn}
    </svg>
  );
}
