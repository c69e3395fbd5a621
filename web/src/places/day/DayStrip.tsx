import { useState, type KeyboardEvent, type PointerEvent } from "react";

import type { DayBlock, DayLook } from "../../api/client";
import { useWidth } from "../../parts/useWidth";
import { along, clock, hoursOf, SNAP_MIN, snapped, stripOf, type Strip } from "./hours";
import { levelsOf } from "./levels";
import { nameThatFits } from "./nameThatFits";
import { movable } from "./movable";
import { TONES } from "./tones";

const LEVEL_REM = 1.75;
const LEAST_PX = 6.5;
const ROOM_FOR_TWO_PX = 15;
const NUMBERED = "flex flex-col items-center justify-center font-narrow font-semibold";
interface Row {
  name: string;
  blocks: DayBlock[];
}

/** People and torches as rows, and what lies by itself; watches stand under who keeps them. */
function rowsOf({ kept, values }: DayLook): Row[] {
  const { timeline } = values;
  const shown = timeline.filter((block) => block.end_min > block.start_min);
  return [
    ...kept.people.flatMap((who) => [
      { name: who, blocks: shown.filter((b) => b.who === who && b.needs !== "watch") },
      { name: `${who}, watch`, blocks: shown.filter((b) => b.who === who && b.needs === "watch") },
    ]),
    ...kept.torches.map((torch) => ({
      name: torch,
      blocks: shown.filter((b) => b.torch === torch),
    })),
    { name: "by itself", blocks: shown.filter((b) => b.needs === "none") },
  ].filter((row) => row.blocks.length > 0 || kept.people.includes(row.name));
}

interface DayStripProps {
  day: DayLook;
  nameOf: (jobId: string) => string;
  onPin: (block: DayBlock, startMin: number | null) => void;
}

/** The day as a strip of hours; a block is dragged, or moved by the arrow keys, and stays there. */
export function DayStrip({ day, nameOf, onPin }: DayStripProps) {
  const strip = stripOf(day.opens_min, day.closes_min, day.now_min);
  const share = (minutes: number) => `${100 * along(strip, minutes)}%`;
  return (
    // Reached by Tab whatever stands on it: a day that is over has no block to go to.
    <div className="overflow-x-auto" role="group" aria-label="Hours of the day" tabIndex={0}>
      <div className="relative min-w-[44rem]">
        <div className="mr-8 ml-28 flex justify-between text-xs text-mute tabular-nums" aria-hidden>
          {hoursOf(strip).map((hour) => (
            <span key={hour} className="w-0 -translate-x-3">
              {clock(hour)}
            </span>
          ))}
        </div>
        {rowsOf(day).map((row) => (
          <div key={row.name} className="mr-8 flex min-h-11 items-stretch border-t border-line">
            <span
              className="sticky left-0 z-10 flex w-28 shrink-0 items-center bg-panel pr-2 text-sm"
              title={row.name}
            >
              {row.name}
            </span>
            <Lane day={day} row={row} strip={strip} nameOf={nameOf} onPin={onPin} />
          </div>
        ))}
        <div className="pointer-events-none absolute inset-y-0 right-8 left-28" aria-hidden>
          <span
            className="absolute inset-y-4 border-l-2 border-stop"
            style={{ left: share(day.now_min) }}
          />
          {[day.opens_min, day.closes_min]
            .filter((at) => at >= strip.from)
            .map((at) => (
              <span
                key={at}
                className="absolute inset-y-4 border-l border-dashed border-mute"
                style={{ left: share(at) }}
              />
            ))}
        </div>
      </div>
    </div>
  );
}

interface LaneProps {
  day: DayLook;
  row: Row;
  strip: Strip;
  nameOf: (jobId: string) => string;
  onPin: (block: DayBlock, startMin: number | null) => void;
}

function Lane({ day, row, strip, nameOf, onPin }: LaneProps) {
  const [lane, laneWidth] = useWidth<HTMLDivElement>();
  const [drag, setDrag] = useState<{ key: string; from: number; by: number } | null>(null);
  const perPx = (strip.to - strip.from) / Math.max(1, laneWidth);
  const levels = levelsOf(row.blocks, laneWidth > 0 ? perPx * LEAST_PX : 0);
  const count = Math.max(1, ...levels.map((level) => level + 1));
  const high = count === 1 ? 2.75 : count * LEVEL_REM;
  return (
    <div ref={lane} className="relative flex-1" style={{ height: `${high}rem` }}>
      {row.blocks.map((block, at) => {
        const key = `${block.job} ${block.phase}`;
        const by = drag?.key === key ? drag.by : 0;
        const left = along(strip, block.start_min + by);
        const width = along(strip, block.end_min + by) - left;
        const moves = movable(day, block);
        const number = day.numbers[block.job] ?? 0;
        const named = nameThatFits(nameOf(block.job), number, width * laneWidth);
        const text = `${clock(block.start_min)} to ${clock(block.end_min)}: ${number} ${nameOf(block.job)}, ${block.phase}${block.pinned ? ", pinned" : ""}`;
        const down = (event: PointerEvent<HTMLButtonElement>) => {
          event.currentTarget.setPointerCapture(event.pointerId);
          setDrag({ key, from: event.clientX, by: 0 });
        };
        const move = (event: PointerEvent) => {
          if (drag?.key === key) setDrag({ ...drag, by: (event.clientX - drag.from) * perPx });
        };
        const up = () => {
          if (drag?.key === key && Math.abs(drag.by) >= SNAP_MIN / 2)
            onPin(block, snapped(block.start_min + drag.by));
          setDrag(null);
        };
        const keys = (event: KeyboardEvent) => {
          const step = { ArrowLeft: -SNAP_MIN, ArrowRight: SNAP_MIN }[event.key];
          if (step !== undefined) onPin(block, snapped(block.start_min) + step);
          else if (event.key === "Delete" && block.pinned) onPin(block, null);
          else return;
          event.preventDefault();
        };
        return (
          <button
            key={key}
            type="button"
            title={text}
            aria-label={text}
            disabled={!moves}
            className={`absolute touch-none overflow-hidden rounded text-xs whitespace-nowrap ${named.length > 2 ? "px-1 text-left" : NUMBERED} ${TONES[block.needs].tone} ${block.pinned ? "outline-2 outline-ink" : ""} ${moves ? "cursor-grab" : ""}`}
            style={{
              left: `${100 * left}%`,
              width: `max(${LEAST_PX}px, ${100 * width}%)`,
              top: `${(high / count) * (levels[at] ?? 0) + 0.15}rem`,
              height: `${high / count - 0.3}rem`,
            }}
            {...(moves && {
              onPointerDown: down,
              onPointerMove: move,
              onPointerUp: up,
              onPointerCancel: () => setDrag(null),
              onKeyDown: keys,
            })}
          >
            {named.length > 2 || width * laneWidth > ROOM_FOR_TWO_PX
              ? named
              : // One above the other: a block of a few minutes is as wide as a digit.
                [...named].map((digit, at) => (
                  <span key={at} className="block text-[0.6rem] leading-none">
                    {digit}
                  </span>
                ))}
          </button>
        );
      })}
    </div>
  );
}
