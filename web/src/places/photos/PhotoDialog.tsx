import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useId, useState } from "react";

import { answer, client, type LoggedMeasure, type Photo } from "../../api/client";
import { photosQuery } from "../../api/book_queries";
import { Dialog } from "../../parts/Dialog";
import { useUnits } from "../../shell/settings";
import { MeasuredLengths } from "./MeasuredLengths";
import { PhotoSurface, type Point } from "./PhotoSurface";

type Marks = Photo["marks"];
interface PhotoDialogProps {
  photo: Photo;
  measures: readonly LoggedMeasure[];
  onWrite: (field: string, lengthMm: number) => void;
  onTakeOut: () => void;
  onClose: () => void;
}

/** A photo whole: two taps on a known length lay the scale, two more measure what is wanted. */
export function PhotoDialog({ photo, measures, onWrite, onTakeOut, onClose }: PhotoDialogProps) {
  const units = useUnits();
  const id = useId();
  const cache = useQueryClient();
  const [ends, setEnds] = useState<readonly Point[]>([]);
  const [known, setKnown] = useState("");
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
  const [a, b] = ends;
  const error = save.error ?? lay.error;
  return (
    <Dialog open onClose={onClose} title={photo.slot_name} about="">
      <PhotoSurface photo={photo} ends={ends} onEnds={setEnds} />
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
        <MeasuredLengths
          photo={photo}
          measures={measures}
          onWrite={onWrite}
          onTakeOff={(at) =>
            save.mutate({ scale, lengths: (lengths ?? []).filter((_, n) => n !== at) })
          }
        />
        <p className="text-sm text-mute">
          Right where scale and length lie in one plane, square to the camera.
        </p>
        <TakeOut onTakeOut={onTakeOut} />
      </div>
    </Dialog>
  );
}

/** Taking a photo out asks once more. */
function TakeOut({ onTakeOut }: { onTakeOut: () => void }) {
  const [sure, setSure] = useState(false);
  return sure ? (
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
  );
}
