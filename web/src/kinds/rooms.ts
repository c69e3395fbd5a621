import type { Plan } from "../api/client";
import { HEAT } from "./heat";
import { OVERLAY } from "./overlay";
import type { Room } from "./room";
import { SEAM } from "./seam";
import { STRAIGHTEN } from "./straighten";

const ROOMS: Record<Plan["job"]["kind"], Room> = {
  seam: SEAM,
  straighten: STRAIGHTEN,
  overlay: OVERLAY,
  heat: HEAT,
};

/** The picture of a kind, by its id. */
export const tileOf = (kind: string) => ROOMS[kind as Plan["job"]["kind"]]?.tile;

/** The room of a plan's kind of job. */
export const roomOf = (plan: Plan): Room => ROOMS[plan.job.kind];
