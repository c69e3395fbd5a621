// Minutes since midnight as they are shown, and where they lie on a strip.

const HOUR = 60;
const DAY = 24 * HOUR;

/** 07:30; a later day is said. */
export function clock(minutes: number): string {
  const whole = Math.round(minutes);
  const days = Math.floor(whole / DAY);
  const rest = whole - days * DAY;
  const at = `${String(Math.floor(rest / HOUR)).padStart(2, "0")}:${String(rest % HOUR).padStart(2, "0")}`;
  return days === 0 ? at : days === 1 ? `tomorrow ${at}` : `in ${days} days ${at}`;
}

export interface Strip {
  from: number;
  to: number;
}

/** From the full hour before the day begins, or before now, to the one after it ends. */
export const stripOf = (opens: number, closes: number, now: number): Strip => ({
  from: Math.floor(Math.min(Math.max(opens, now), Math.max(opens, closes - HOUR)) / HOUR) * HOUR,
  to: Math.ceil(closes / HOUR) * HOUR,
});

/** How far along a strip, as a share of it; what lies outside is held at its ends. */
export const along = ({ from, to }: Strip, minutes: number): number =>
  Math.min(1, Math.max(0, (minutes - from) / (to - from)));

export const hoursOf = ({ from, to }: Strip): number[] =>
  Array.from({ length: (to - from) / HOUR + 1 }, (_, at) => from + at * HOUR);

/** Blocks are put on five minutes. */
export const SNAP_MIN = 5;
export const snapped = (minutes: number): number => Math.round(minutes / SNAP_MIN) * SNAP_MIN;
