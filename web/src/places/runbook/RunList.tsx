import { useQueries } from "@tanstack/react-query";
import { useWindowVirtualizer } from "@tanstack/react-virtual";
import { useLayoutEffect, useRef, useState } from "react";

import { runsAtQuery, RUNS_A_PAGE } from "../../api/book_queries";
import { RunLineRow } from "./RunLineRow";
import type { Wanted } from "../../api/wanted";

const ROW_PX = 62;

interface RunListProps {
  wanted: Wanted;
  total: number;
  label: (sign: string) => string;
  picked: readonly string[];
  onPick: (run: string) => void;
}

/** As many runs as there are, of which only those in sight are drawn and fetched. */
export function RunList({ wanted, total, label, picked, onPick }: RunListProps) {
  const list = useRef<HTMLDivElement>(null);
  const [top, setTop] = useState(0);
  useLayoutEffect(() => {
    const above = list.current?.getBoundingClientRect().top ?? 0;
    setTop(above + window.scrollY);
  }, [total]);
  const rows = useWindowVirtualizer({
    count: total,
    estimateSize: () => ROW_PX,
    overscan: 8,
    scrollMargin: top,
  });
  const shown = rows.getVirtualItems();
  const first = Math.floor((shown[0]?.index ?? 0) / RUNS_A_PAGE);
  const last = Math.floor((shown.at(-1)?.index ?? 0) / RUNS_A_PAGE);
  const pages = Array.from({ length: last - first + 1 }, (_, at) => first + at);
  const found = useQueries({ queries: pages.map((at) => runsAtQuery(wanted, at * RUNS_A_PAGE)) });
  const lineAt = (index: number) => {
    const page = found[Math.floor(index / RUNS_A_PAGE) - first];
    return page?.data?.lines[index % RUNS_A_PAGE];
  };
  return (
    <div ref={list} className="panel" role="list" aria-label={`${total} runs`}>
      <div className="relative" style={{ height: rows.getTotalSize() }}>
        {shown.map((item) => {
          const line = lineAt(item.index);
          return (
            <div
              key={item.key}
              ref={rows.measureElement}
              data-index={item.index}
              role="listitem"
              aria-setsize={total}
              aria-posinset={item.index + 1}
              className="absolute inset-x-0 top-0 border-b border-line"
              style={{ transform: `translateY(${item.start - top}px)` }}
            >
              {line ? (
                <RunLineRow
                  line={line}
                  seen={line.seen.map(label).join(", ")}
                  picked={picked.includes(line.id)}
                  onPick={() => onPick(line.id)}
                />
              ) : (
                <p className="px-4 py-5 text-mute">Fetching…</p>
              )}
            </div>
          );
        })}
      </div>
    </div>
  );
}
