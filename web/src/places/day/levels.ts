import type { DayBlock } from "../../api/client";

/** What lies over another is drawn below it: the level of each block, the first free one. */
export function levelsOf(blocks: readonly DayBlock[]): number[] {
  const free: number[] = [];
  return blocks.map((block) => {
    const found = free.findIndex((until) => until <= block.start_min);
    const level = found < 0 ? free.length : found;
    free[level] = block.end_min;
    return level;
  });
}
