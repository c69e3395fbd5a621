import { useEffect, useRef } from "react";
import { useSearchParams } from "react-router";

import type { OpenJob } from "../../api/client";

type Plan = OpenJob["plan"];

/** Narrower, the figures stand under the drawing and not beside it. */
const BESIDE = "(min-width: 1024px)";

/** The station that is looked at: kept in the address, chosen by its number, by the one beside it. */
export function useStations(job: OpenJob, plan: Plan, early: number | null) {
  const [search, setSearch] = useSearchParams();
  const stations = plan.stations;
  const hasWork = job.plan.work != null;
  const selected =
    stations.find((s) => s.id === search.get("at"))?.id ?? (hasWork ? "torch" : "piece");

  const select = (id: string) => {
    setSearch({ at: id }, { replace: true });
    if (!matchMedia(BESIDE).matches)
      document.getElementById(`station-${id}`)?.scrollIntoView({ block: "start" });
  };
  useEffect(() => {
    const wanted = early === null ? undefined : job.plan.stations[early];
    if (wanted) setSearch({ at: wanted.id }, { replace: true });
    // Once, as the job comes: afterwards its own keys are heard.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, []);
  const step = (by: number) => {
    // From the address itself: keys may come faster than the page is drawn again.
    const here = new URLSearchParams(location.search).get("at") ?? selected;
    const next = stations[stations.findIndex((s) => s.id === here) + by];
    if (next) select(next.id);
  };
  const keys = {
    ...Object.fromEntries(stations.map((s, index) => [String(index + 1), () => select(s.id)])),
    "[": () => step(-1),
    "]": () => step(1),
  };

  // The figures open at the station that is chosen, without moving the page itself.
  const column = useRef<HTMLElement>(null);
  useEffect(() => {
    const section = document.getElementById(`station-${selected}`);
    if (column.current && section && column.current.scrollHeight > column.current.clientHeight)
      column.current.scrollTop = section.offsetTop - column.current.offsetTop;
  }, [selected, job.id]);
  return { selected, select, keys, column };
}
