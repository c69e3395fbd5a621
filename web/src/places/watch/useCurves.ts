// The readings of a watch as they are drawn: asked for from where the last answer ended.
import { useEffect, useRef, useState } from "react";

import { answer, client } from "../../api/client";
import { addTo, emptySheet, type Sheet } from "./sheet";

/** Curves of a watch, asked on whenever an entry is kept that is not drawn yet. */
export function useCurves(watchId: string, lastEntry: number): Sheet {
  const [drawn, setDrawn] = useState<Sheet>(emptySheet);
  const kept = useRef({ after: 0, sheet: emptySheet() });
  useEffect(() => {
    const from = kept.current.after;
    if (lastEntry <= from) return;
    const leave = new AbortController();
    answer(
      client.GET("/api/watches/{watch_id}/curves", {
        params: { path: { watch_id: watchId }, query: { after: from } },
        signal: leave.signal,
      }),
    ).then(
      (answer) => {
        if (kept.current.after !== from) return;
        kept.current.after = answer.last_entry;
        addTo(kept.current.sheet, answer.channels);
        setDrawn({ ...kept.current.sheet });
      },
      // Away for a moment: the next look at the watch asks again.
      () => {},
    );
    return () => leave.abort();
  }, [watchId, lastEntry]);
  return drawn;
}
