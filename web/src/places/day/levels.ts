import type { DayBlock } from "../../api/client";

/** What lies over another is drawn below it: the level of each block, the first free one.
 * Each is drawn at least so many minutes wide. */
export function levelsOf(blocks: readonly DayBlock[], leastMin: number): number[] {
  const free: number[] = [];
  return blocks.map((block) => {
    const found = free.findIndex((until) => until <= block.start_min);
    const level = found < 0 ? free.length : found;
    free[level] = Math.max(block.end_min, block.start_min + leastMin);
    return level;
  });
}
