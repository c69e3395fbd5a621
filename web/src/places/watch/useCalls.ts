// Who is called, and how: by sound until somebody says they heard, and by the title of the page.
import { useEffect, useState } from "react";

import type { Watch } from "../../api/client";

const AGAIN_MS = 15_000;

export function useCalls(watch: Watch, shownHeat: string, give: () => void) {
  const ended = watch.line.ended_at !== null;
  const faults = watch.channels
    .filter((one) => one.fault)
    .map((one) => `${one.name} ${one.fault}`)
    .join(", ");
  const cause = ended ? "" : [watch.verdict.calls ? watch.verdict.say : "", faults].join("|");
  const silent = cause === "" || cause === "|";
  const [heard, setHeard] = useState("");
  const calling = !silent && heard !== cause;
  useEffect(() => {
    if (!calling) return;
    give();
    const timer = setInterval(give, AGAIN_MS);
    return () => clearInterval(timer);
  }, [calling, cause, give]);
  const { name } = watch.verdict;
  useEffect(() => {
    const before = document.title;
    document.title = ended
      ? `${watch.line.job_name}, watched · Pellak`
      : `${calling ? "● " : ""}${[name, shownHeat].filter(Boolean).join(" · ")} · Pellak`;
    return () => {
      document.title = before;
    };
  }, [ended, calling, name, shownHeat, watch.line.job_name]);
  return { calling, hear: () => setHeard(cause) };
}
