import type { Ticket } from "../../api/client";

/** How far a job has come, in words; nothing while it is only planned. */
export const STATUS: Record<Ticket["status"], string> = {
  planned: "",
  "at-bench": "at the bench now",
  cooling: "cooling",
  done: "done",
};
