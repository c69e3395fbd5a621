import type { BenchCard, Run } from "../../api/client";

type Standing = Pick<Run["bench"], "flame_may_burn" | "barred" | "binds" | "open_stop">;

/** Why a flame that burns has to go out at once; nothing while none has to, or it is being put out. */
export function barsTheFlame(
  bench: Standing,
  phase: BenchCard["step"]["phase"] | undefined,
): string[] {
  if (!bench.flame_may_burn || phase === "shut-down") return [];
  const others = (bench.binds ?? []).filter((one) => one !== bench.barred);
  if (bench.barred) return [bench.barred, ...others];
  return bench.open_stop === null ? [] : others;
}
