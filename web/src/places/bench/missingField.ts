import type { Plan } from "../../api/client";

/** The field that is asked first of all: what the first stop hangs on; null where no answer helps. */
export function missingField(plan: Plan): string | null {
  const stop = plan.stations
    .flatMap((station) => station.cautions ?? [])
    .find((caution) => caution.level === "stop");
  const asked = plan.stations
    .flatMap((station) => station.figures ?? [])
    .some((figure) => figure.asks != null && figure.asks.field === stop?.asks);
  return asked && stop?.asks ? stop.asks : null;
}
