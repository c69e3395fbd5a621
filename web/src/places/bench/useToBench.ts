import { useEffect, useEffectEvent, useState } from "react";

import type { Changes, OpenJob, Plan } from "../../api/client";
import { missingField } from "./missingField";

interface Wish {
  /** The job as it was opened. */
  plan: Plan;
  /** The plan as it is when it is asked for: a change may just have come back. */
  latest: () => OpenJob["plan"];
  /** Whether it was asked for with the job's own line. */
  begun: boolean;
  /** Forgets that it was: who comes back to the job has not asked for it again. */
  forget: () => void;
  change: (changes: Changes) => Promise<boolean>;
  start: () => void;
  /** Where no question is in the way but a box is empty, or something stops it. */
  elsewhere: () => void;
}

/** The way to the bench: what is in the way is asked, one question after the other. */
export function useToBench({ plan, latest, begun, forget, change, start, elsewhere }: Wish) {
  const [asked, setAsked] = useState<{ field: string; onTheWay: boolean } | null>(() => {
    const field = begun ? missingField(plan) : null;
    return field === null ? null : { field, onTheWay: true };
  });
  const begin = useEffectEvent(() => {
    forget();
    if (plan.may_start) start();
    else if (asked === null) elsewhere();
  });
  useEffect(() => {
    // Once, as the job comes.
    if (begun) begin();
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, []);
  const ask = (onTheWay: boolean) => {
    const field = missingField(latest());
    if (field === null) elsewhere();
    else setAsked({ field, onTheWay });
  };
  const go = () => (latest().may_start ? start() : ask(true));
  const answer = async (changes: Changes) => {
    if (!(await change(changes)) || !asked?.onTheWay) return;
    // An answer that is itself the stop is not asked for again: it says what to do first.
    if (missingField(latest()) === asked.field) elsewhere();
    else go();
  };
  return {
    field: asked?.field ?? null,
    go,
    ask: () => ask(false),
    close: () => setAsked(null),
    answer: (changes: Changes) => void answer(changes),
  };
}
