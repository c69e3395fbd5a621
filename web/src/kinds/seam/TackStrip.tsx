// The seam rolled out straight, tacks at their places, the sheet in its own heat colours.
import { useEffect, useId, useRef } from "react";

import type { TackPlayback, TacksValues } from "../../api/client";

const SIDE_PX = 30;
const HALF_PX = 44;
const HEAD_PX = 26;
const FOOT_PX = 18;
const CLOSE_PX = 15;

interface TackStripProps {
  tacks: TacksValues;
  seamMm: number;
  playback: TackPlayback | undefined;
  /** Which frame is shown; none paints the cold sheet. */
  frame: number | null;
  /** Seconds from the start, to tell which tacks are made. */
  seconds: number | null;
  width: number;
  text: string;
}

export function TackStrip({
  tacks,
  seamMm,
  playback,
  frame,
  seconds,
  width,
  text,
}: TackStripProps) {
  const id = useId();
  const canvas = useRef<HTMLCanvasElement>(null);
  const inner = width - 2 * SIDE_PX;
  const x = (mm: number) => SIDE_PX + (inner * mm) / seamMm;
  useEffect(() => {
    const sheet = canvas.current?.getContext("2d");
    if (!sheet || !playback || frame === null) return;
    const rows = playback.frames_c[frame] ?? [];
    const columns = playback.columns_mm.length;
    const mirrored = [...rows.slice(1).reverse(), ...rows];
    const each = (2 * HALF_PX) / mirrored.length;
    sheet.clearRect(0, 0, inner, 2 * HALF_PX);
    const wide = inner / columns;
    const ink = getComputedStyle(document.documentElement).getPropertyValue("--ink");
    mirrored.forEach((row, line) =>
      row.forEach((c, column) => {
        const step = Math.min(playback.colours.length - 1, Math.floor(c / playback.colour_step_c));
        sheet.fillStyle = playback.colours[step] ?? "#000";
        sheet.fillRect(column * wide, line * each, wide + 1, each + 1);
      }),
    );
    // The metal shows no colour yet where the limit lies, so a line is drawn round what is above it.
    const warm = (line: number, column: number) =>
      (mirrored[line]?.[column] ?? 0) > playback.limit_c;
    sheet.fillStyle = ink;
    mirrored.forEach((row, line) =>
      row.forEach((_, column) => {
        if (warm(line, column) !== warm(line, column + 1) && column + 1 < columns)
          sheet.fillRect((column + 1) * wide - 0.75, line * each, 1.5, each);
        if (warm(line, column) !== warm(line + 1, column) && line + 1 < mirrored.length)
          sheet.fillRect(column * wide, (line + 1) * each - 0.75, wide, 1.5);
      }),
    );
  }, [playback, frame, inner]);
  const made = (starts: number | null | undefined) =>
    seconds === null || (starts ?? Infinity) <= seconds;
  // Numbers stand in two rows where tacks are close, and only every so many where they are closer.
  const apart = inner / Math.max(1, tacks.tacks.length - 1);
  const every = Math.max(1, Math.ceil(CLOSE_PX / (2 * apart)));
  const inPlace = [...tacks.tacks].sort((a, b) => a.at_mm - b.at_mm);
  return (
    <div className="relative" style={{ width, height: HEAD_PX + 2 * HALF_PX + FOOT_PX }}>
      <canvas
        ref={canvas}
        width={inner}
        height={2 * HALF_PX}
        className="absolute rounded-sm bg-steel"
        style={{ left: SIDE_PX, top: HEAD_PX }}
        aria-hidden="true"
      />
      <svg
        width={width}
        height={HEAD_PX + 2 * HALF_PX + FOOT_PX}
        role="img"
        aria-labelledby={`${id}-text`}
        className="absolute inset-0 text-xs"
      >
        <title id={`${id}-text`}>{text}</title>
        <line
          x1={x(0)}
          x2={x(seamMm)}
          y1={HEAD_PX + HALF_PX}
          y2={HEAD_PX + HALF_PX}
          className="stroke-ink"
          strokeDasharray="2 3"
        />
        {inPlace.map((tack, place) => (
          <g key={tack.n}>
            <circle
              cx={x(tack.at_mm)}
              cy={HEAD_PX + HALF_PX}
              r={4.5}
              strokeWidth={1.5}
              className={made(tack.starts_s) ? "fill-ink stroke-panel" : "fill-panel stroke-ink"}
            />
            {place % every === 0 && (
              <text
                x={x(tack.at_mm)}
                y={apart < CLOSE_PX && (place / every) % 2 ? 9 : 21}
                textAnchor="middle"
                className="fill-ink font-semibold"
              >
                {tack.n}
              </text>
            )}
          </g>
        ))}
      </svg>
    </div>
  );
}
