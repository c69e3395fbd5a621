import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useId, useState, type KeyboardEvent, type PointerEvent } from "react";

import { answer, client, type LoggedMeasure, type Photo } from "../../api/client";
import { photosQuery } from "../../api/book_queries";
import { Dialog } from "../../parts/Dialog";
import { useUnits } from "../../shell/settings";

type Marks = Photo["marks"];
interface Point {
  x: number;
  y: number;
}

interface PhotoDialogProps {
  photo: Photo;
  measures: readonly LoggedMeasure[];
  onWrite: (field: string, lengthMm: number) => void;
  onTakeOut: () => void;
  onClose: () => void;
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

/** A photo whole: two taps on a known length lay the scale, two more measure what is wanted. */
export function PhotoDialog({ photo, measures, onWrite, onTakeOut, onClose }: PhotoDialogProps) {
  const units = useUnits();
  const id = useId();
  const cache = useQueryClient();
  const [ends, setEnds] = useState<readonly Point[]>([]);
  const [known, setKnown] = useState("");
  const [sure, setSure] = useState(false);
  const { scale = null, lengths } = photo.marks;
  const save = useMutation({
    mutationFn: (marks: Marks) =>
      answer(
        client.PUT("/api/photos/{photo_id}/marks", {
          params: { path: { photo_id: photo.id } },
          body: { version: photo.version, marks },
        }),
      ),
    onSuccess: () => {
      setEnds([]);
      setKnown("");
      return cache.invalidateQueries({ queryKey: photosQuery(photo.run_id).queryKey });
    },
  });
  const lay = useMutation({
    // Typed in any unit: the core reads it.
    mutationFn: (text: string) =>
      answer(client.POST("/api/reckon/quantity", { body: { text, kind: "length" } })),
    onSuccess: (read) => {
      const [a, b] = ends;
      if (a && b) save.mutate({ scale: { a, b, length_mm: read.values.value }, lengths: [] });
    },
  });
  const put = (event: PointerEvent<HTMLElement>) => {
    const box = event.currentTarget.getBoundingClientRect();
    const point = {
      x: within((event.clientX - box.left) / box.width),
      y: within((event.clientY - box.top) / box.height),
    };
    setEnds((all) => [...all, point].slice(-2));
  };
  const nudge = (at: number) => (event: KeyboardEvent) => {
    const move = MOVES[event.key];
    if (!move) return;
    event.preventDefault();
    const step = event.shiftKey ? FINE : STEP;
    setEnds((all) =>
      all.map((one, place) =>
        place === at ? { x: within(one.x + step * move.x), y: within(one.y + step * move.y) } : one,
      ),
    );
  };
  const [a, b] = ends;
  const drawn = [...(scale ? [{ ...scale, of: "scale" }] : []), ...(lengths ?? [])];
  const error = save.error ?? lay.error;
  return (
    <Dialog open onClose={onClose} title={photo.slot_name} about="">
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
      <div className="mt-3 space-y-3">
        {ends.length < 2 ? (
          <p>
            {scale
              ? "Tap both ends of what you want to measure."
              : "Lay a scale first: tap both ends of something whose length you know."}{" "}
            <button
              type="button"
              className="link"
              onClick={() =>
                setEnds([
                  { x: 0.35, y: 0.5 },
                  { x: 0.65, y: 0.5 },
                ])
              }
            >
              Put both ends for me
            </button>
          </p>
        ) : (
          <div className="flex flex-wrap items-end gap-3">
            <div>
              <label className="block" htmlFor={`${id}-known`}>
                {scale ? "Its length, to lay the scale anew" : "Its length"}
              </label>
              <input
                id={`${id}-known`}
                className="field w-36"
                placeholder="25 mm"
                value={known}
                onChange={(event) => setKnown(event.target.value)}
              />
            </div>
            <button
              type="button"
              className="button min-h-11"
              disabled={!known.trim() || lay.isPending}
              onClick={() => lay.mutate(units.whole(known, "mm"))}
            >
              Lay the scale
            </button>
            {scale && a && b && (
              <button
                type="button"
                className="button-main min-h-11"
                disabled={save.isPending}
                onClick={() =>
                  save.mutate({ scale, lengths: [...(lengths ?? []), { a, b, name: "" }] })
                }
              >
                Measure it
              </button>
            )}
            <button type="button" className="link min-h-11" onClick={() => setEnds([])}>
              Tap again
            </button>
          </div>
        )}
        {error && (
          <p role="alert" className="text-stop">
            {error.message}
          </p>
        )}
        {photo.measured.length > 0 && (
          <ul className="divide-y divide-line">
            {photo.measured.map((one, at) => (
              <li key={at} className="flex flex-wrap items-center gap-3 py-2">
                <strong className="font-narrow text-xl font-semibold tabular-nums">
                  {one.length_mm == null ? "no scale" : units.measure(one.length_mm, "mm", 3)}
                </strong>
                {one.low_mm != null && one.high_mm != null && (
                  <span className="text-sm text-mute">
                    {units.measure(one.low_mm, "mm", 3)} to {units.measure(one.high_mm, "mm", 3)}:{" "}
                    {one.working[0]?.formula}, {one.working[0]?.inserted}
                  </span>
                )}
                {one.length_mm != null && (
                  <select
                    aria-label="Write it in the log as"
                    className="field w-56"
                    value=""
                    onChange={(event) => onWrite(event.target.value, one.length_mm ?? 0)}
                  >
                    <option value="">Write it in the log as…</option>
                    {measures.map((field) => (
                      <option key={field.id} value={field.id}>
                        {field.label}
                      </option>
                    ))}
                  </select>
                )}
                <button
                  type="button"
                  className="link"
                  onClick={() =>
                    save.mutate({ scale, lengths: (lengths ?? []).filter((_, n) => n !== at) })
                  }
                >
                  Take it off
                </button>
              </li>
            ))}
          </ul>
        )}
        <p className="text-sm text-mute">
          Right where scale and length lie in one plane, square to the camera.
        </p>
        {sure ? (
          <p className="flex flex-wrap items-center gap-3 border-l-4 border-warn bg-warn-soft px-3 py-2">
            Taken out of this run.
            <button type="button" className="button min-h-11" onClick={onTakeOut}>
              Take it out
            </button>
            <button type="button" className="link min-h-11" onClick={() => setSure(false)}>
              Keep it
            </button>
          </p>
        ) : (
          <button type="button" className="link min-h-11" onClick={() => setSure(true)}>
            Take this photo out
          </button>
        )}
      </div>
    </Dialog>
  );
}
