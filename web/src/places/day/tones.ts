import type { DayBlock } from "../../api/client";

/** How what a block needs is shown, and what that means. */
export const TONES: Record<DayBlock["needs"], { tone: string; means: string }> = {
  torch: { tone: "bg-cone text-paper", means: "at the flame" },
  hands: { tone: "bg-copper text-paper", means: "by hand" },
  watch: { tone: "bg-warn-soft text-ink border border-warn", means: "fire watch" },
  none: { tone: "bg-line text-ink", means: "cools by itself" },
};
