import type { DayBlock, DayLook } from "../../api/client";

/** Whether a block may be put elsewhere: somebody is at it, and it is not going on already. */
export const movable = ({ jobs }: DayLook, block: DayBlock): boolean =>
  (block.needs === "torch" || block.needs === "hands") &&
  !(block.pinned && jobs.some((job) => job.id === block.job && job.under_way));
