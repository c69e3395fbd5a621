// What was taken back can be done again, also after the page was loaded anew.
import { useState } from "react";

import type { Changes, Plan } from "../../api/client";

interface Kept {
  /** The version these may be done again on: any other change in between ends them. */
  version: number;
  changes: Changes[];
}

const MOST = 50;
const NONE: Kept = { version: 0, changes: [] };

const standing = (key: string): Kept => {
  try {
    return (JSON.parse(localStorage.getItem(key) ?? "null") as Kept | null) ?? NONE;
  } catch {
    return NONE;
  }
};

/** What turns one job into the other, measures as they were typed. */
export function differing(from: Plan["job"], to: Plan["job"]): Changes {
  const then = to as unknown as Record<string, unknown>;
  const now = from as unknown as Record<string, unknown>;
  return Object.fromEntries(
    Object.keys(then)
      .filter((field) => field !== "typed" && field !== "kind")
      .filter((field) => JSON.stringify(then[field]) !== JSON.stringify(now[field]))
      .map((field) => [field, to.typed?.[field] ?? (then[field] as string | number | null)]),
  );
}

export function useRedo(jobId: string, version: number) {
  const key = `pellak.redo.${jobId}`;
  const [kept, setKept] = useState(() => standing(key));
  const keep = (next: Kept) => {
    setKept(next);
    localStorage.setItem(key, JSON.stringify(next));
  };
  const held = kept.version === version ? kept.changes : [];
  return {
    next: held[held.length - 1] ?? null,
    /** Keep what was just taken back; `now` is the version it left. */
    remember: (changes: Changes, now: number) =>
      keep({ version: now, changes: [...held, changes].slice(-MOST) }),
    /** The newest was done again, which left this version. */
    done: (now: number) => keep({ version: now, changes: held.slice(0, -1) }),
  };
}
