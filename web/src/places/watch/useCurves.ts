// The readings of a watch as they are drawn: asked for from where the last answer ended.
import { useEffect, useRef, useState } from "react";

import { answer, type ChannelCurve, client } from "../../api/client";

export interface Drawn {
  name: string;
  at_s: number[];
  c: (number | null)[];
}

/** Put newer readings behind those that stand; what came late is put in its place. */
export function joined(standing: readonly Drawn[], newer: readonly ChannelCurve[]): Drawn[] {
  const names = new Set([...standing.map((one) => one.name), ...newer.map((one) => one.name)]);
  return [...names].sort().map((name) => {
    const old = standing.find((one) => one.name === name);
    const more = newer.find((one) => one.name === name);
    if (!old || !more) return old ?? more ?? { name, at_s: [], c: [] };
    const at_s = [...old.at_s, ...more.at_s];
    const c = [...old.c, ...more.c];
    if ((old.at_s.at(-1) ?? -1) <= (more.at_s[0] ?? 0)) return { name, at_s, c };
    const order = at_s.map((_, n) => n).sort((a, b) => (at_s[a] ?? 0) - (at_s[b] ?? 0));
    return { name, at_s: order.map((n) => at_s[n] ?? 0), c: order.map((n) => c[n] ?? null) };
  });
}

/** Curves of a watch, asked on whenever an entry is kept that is not drawn yet. */
export function useCurves(watchId: string, lastEntry: number): readonly Drawn[] {
  const [drawn, setDrawn] = useState<readonly Drawn[]>([]);
  const after = useRef(0);
  useEffect(() => {
    if (lastEntry <= after.current) return;
    const leave = new AbortController();
    const from = after.current;
    answer(
      client.GET("/api/watches/{watch_id}/curves", {
        params: { path: { watch_id: watchId }, query: { after: from } },
        signal: leave.signal,
      }),
    ).then(
      (told) => {
        if (after.current !== from) return;
        after.current = told.last_entry;
        setDrawn((standing) => joined(standing, told.channels));
      },
      // Away for a moment: the next look at the watch asks again.
      () => {},
    );
    return () => leave.abort();
  }, [watchId, lastEntry]);
  return drawn;
}
