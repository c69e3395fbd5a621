import type { BenchCard } from "../../api/client";

/** What each phase of the cards is called. */
export const PHASES: Record<BenchCard["step"]["phase"], string> = {
  people: "People",
  piece: "The piece",
  place: "The place",
  equipment: "Equipment",
  gas: "Gas",
  "light-up": "Light up",
  preheat: "Preheat and flux",
  tack: "Tacks",
  seam: "The work",
  cool: "Cool",
  "shut-down": "Shut down",
  after: "Afterwards",
};

export const STARTS = [
  { id: "daily", label: "Nothing since yesterday", why: "daily start, one-minute leak test" },
  {
    id: "short",
    label: "Lit today by the same hands",
    why: "same rig, nothing exchanged, cylinders open since: piece, place, gauges, light",
  },
  {
    id: "class",
    label: "A class: the next hand",
    why: "rig proved today by whoever teaches, nothing changed since: eyes, clothes, gauges, light",
  },
  {
    id: "after-assembly",
    label: "New hose, regulator or torch",
    why: "put together step by step, five-minute leak test",
  },
  {
    id: "cylinder-change",
    label: "A cylinder was changed",
    why: "from its valve on, five-minute leak test",
  },
] as const;
