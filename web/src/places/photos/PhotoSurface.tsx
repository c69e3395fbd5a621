import type { Dispatch, KeyboardEvent, PointerEvent, SetStateAction } from "react";

import type { Photo } from "../../api/client";

export interface Point {
  x: number;
  y: number;
}

interface PhotoSurfaceProps {
  photo: Photo;
  /** Both ends of what is being measured, in parts of the picture. */
  ends: readonly Point[];
  onEnds: Dispatch<SetStateAction<readonly Point[]>>;
}

const STEP = 0.01;
const FINE = 0.002;
const MOVES: Record<string, Point> = {
  ArrowLeft: { x: -1, y: 0 },
  ArrowRight: { x: 1, y: 0 },
  ArrowUp: { x: 0, y: -1 },
  ArrowDown: { x: 0, y: 1 },
};
const within = (value: number) => Math.min(1, Math.max(0, value));

/** The picture with what was measured on it; ends are put by a tap and moved by the arrow keys. */
export function PhotoSurface({ photo, ends, onEnds }: PhotoSurfaceProps) {
  const { scale = null, lengths } = photo.marks;
  const drawn = [...(scale ? [{ ...scale, of: "scale" }] : []), ...(lengths ?? [])];
  const put = (event: PointerEvent<HTMLElement>) => {
    const box = event.currentTarget.getBoundingClientRect();
    const point = {
      x: within((event.clientX - box.left) / box.width),
      y: within((event.clientY - box.top) / box.height),
    };
    onEnds((all) => [...all, point].slice(-2));
  };
  const nudge = (at: number) => (event: KeyboardEvent) => {
    const move = MOVES[event.key];
    if (!move) return;
    event.preventDefault();
    const step = event.shiftKey ? FINE : STEP;
    onEnds((all) =>
      all.map((one, place) =>
        place === at ? { x: within(one.x + step * move.x), y: within(one.y + step * move.y) } : one,
      ),
    );
  };
  const [a, b] = ends;
  return (
    <div className="relative touch-none overflow-hidden rounded border border-line select-none">
      <img
        src={`/api/photos/${photo.id}`}
        alt={photo.slot_name}
        className="w-full cursor-crosshair"
        draggable={false}
        onPointerDown={put}
      />
      <svg
        viewBox="0 0 1 1"
        preserveAspectRatio="none"
        className="pointer-events-none absolute inset-0 size-full"
        aria-hidden="true"
      >
        {drawn.map((one, at) => (
          <g key={at} fill="none" vectorEffect="non-scaling-stroke">
            <path
              d={`M${one.a.x} ${one.a.y}L${one.b.x} ${one.b.y}`}
              stroke="black"
              strokeWidth={5}
              vectorEffect="non-scaling-stroke"
            />
            <path
              d={`M${one.a.x} ${one.a.y}L${one.b.x} ${one.b.y}`}
              stroke="white"
              strokeWidth={2}
              strokeDasharray={"of" in one ? "6 4" : undefined}
              vectorEffect="non-scaling-stroke"
            />
          </g>
        ))}
        {a && b && (
          <path
            d={`M${a.x} ${a.y}L${b.x} ${b.y}`}
            stroke="var(--cone)"
            strokeWidth={3}
            vectorEffect="non-scaling-stroke"
          />
        )}
      </svg>
      {ends.map((one, at) => (
        <button
          key={at}
          type="button"
          aria-label={`End ${at + 1}: arrow keys move it, with Shift finely`}
          className="absolute size-7 -translate-1/2 rounded-full border-4 border-white bg-transparent shadow outline-2 outline-black"
          style={{ left: `${100 * one.x}%`, top: `${100 * one.y}%` }}
          onKeyDown={nudge(at)}
        />
      ))}
    </div>
  );
}
