// What a job's figures were when it was last looked at here: whatever changed them since, a tip in
// the rack, a school of the shop, another window, is marked with what it was.
import { useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useState } from "react";

import { type Figure, type OpenJob, unitsSpoken } from "../../api/client";
import { marksQuery } from "../../api/queries";

interface Seen {
  /** The units its texts are said in; in others every text reads otherwise. */
  units: string;
  figures: Record<string, Figure>;
}
const NOTHING: Seen = { units: "", figures: {} };
// The range says to how many places a value is shown.
type Shown = Pick<Figure, "id" | "label" | "text" | "value" | "unit" | "low" | "high">;

const figuresOf = (job: OpenJob): Record<string, Shown> =>
  Object.fromEntries(
    job.plan.stations
      .flatMap((station) => station.figures ?? [])
      .map(({ id, label, text = null, value = null, unit = "", low = null, high = null }) => [
        id,
        { id, label, text, value, unit, low, high },
      ]),
  );

const markKey = (jobId: string) => `pellak.mark.${jobId}`;

/** Whether a plan reads otherwise than when it was last looked at here; never of one not seen yet. */
export const changedSinceSeen = (jobId: string, mark: string | undefined) => {
  const seen = localStorage.getItem(markKey(jobId));
  return seen !== null && mark !== undefined && mark !== seen;
};

export function useSeen(job: OpenJob): (id: string) => Figure | undefined {
  const cache = useQueryClient();
  const key = `pellak.seen.${job.id}`;
  const [then] = useState<Seen>(() => {
    try {
      return {
        ...NOTHING,
        ...(JSON.parse(localStorage.getItem(key) ?? "{}") as Partial<Seen>),
      };
    } catch {
      return NOTHING;
    }
  });
  useEffect(() => {
    const seen = { units: unitsSpoken(), figures: figuresOf(job) };
    localStorage.setItem(key, JSON.stringify(seen));
    localStorage.setItem(markKey(job.id), job.mark);
    cache.setQueryData(
      marksQuery.queryKey,
      (read) => read && { ...read, marks: { ...read.marks, [job.id]: job.mark } },
    );
  }, [cache, key, job]);
  return useCallback(
    (id: string) => {
      const figure = then.figures[id];
      return figure?.text != null && then.units !== unitsSpoken() ? undefined : figure;
    },
    [then],
  );
}
