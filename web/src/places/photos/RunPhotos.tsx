import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useId, useState } from "react";

import { answer, client, sendFile, type LoggedMeasure, type Photo } from "../../api/client";
import { photosQuery } from "../../api/book_queries";
import { useBookWords } from "../runbook/useBookWords";
import { PhotoDialog } from "./PhotoDialog";

type Slot = Photo["slot"];

interface RunPhotosProps {
  runId: string;
  measures: readonly LoggedMeasure[];
  /** Writes a length measured on a photo into the log. */
  onWrite: (field: string, lengthMm: number) => void;
}

/** A run's photos in their slots; a tap on one opens it to be measured. */
export function RunPhotos({ runId, measures, onWrite }: RunPhotosProps) {
  const id = useId();
  const { called } = useBookWords();
  const cache = useQueryClient();
  const { data: photos } = useQuery(photosQuery(runId));
  const [slot, setSlot] = useState<Slot>("front");
  const [open, setOpen] = useState<string | null>(null);
  const [left, setLeft] = useState(0);
  const settle = () => cache.invalidateQueries({ queryKey: photosQuery(runId).queryKey });
  const add = useMutation({
    // One after the other: a phone's memory holds one photo, not two hundred.
    mutationFn: async (files: File[]) => {
      for (const [at, file] of files.entries()) {
        setLeft(files.length - at);
        await sendFile<Photo>(`/api/runs/${runId}/photos?slot=${slot}`, file);
        await settle();
      }
    },
    onSettled: () => {
      setLeft(0);
      return settle();
    },
  });
  const takeOut = useMutation({
    mutationFn: (photo: string) =>
      answer(client.DELETE("/api/photos/{photo_id}", { params: { path: { photo_id: photo } } })),
    onSuccess: () => {
      setOpen(null);
      return settle();
    },
  });
  const shown = photos?.find((one) => one.id === open);
  return (
    <section aria-label="Photos">
      <h2 className="font-semibold">Photos</h2>
      <div className="my-2 flex flex-wrap items-end gap-3" data-screen-only>
        <div>
          <label className="block" htmlFor={`${id}-slot`}>
            What it shows
          </label>
          <select
            id={`${id}-slot`}
            className="field min-h-12 w-56"
            value={slot}
            onChange={(event) => setSlot(event.target.value as Slot)}
          >
            {called.slots.map((one) => (
              <option key={one.id} value={one.id}>
                {one.label}
              </option>
            ))}
          </select>
        </div>
        <label
          className={`button inline-flex min-h-12 cursor-pointer items-center focus-within:outline-2 focus-within:outline-cone ${add.isPending ? "opacity-60" : ""}`}
        >
          Add photos
          <input
            type="file"
            className="sr-only"
            accept="image/jpeg,image/png,image/webp"
            multiple
            disabled={add.isPending}
            onChange={(event) => {
              const files = [...(event.target.files ?? [])];
              event.target.value = "";
              if (files.length > 0) add.mutate(files);
            }}
          />
        </label>
        <label className="button hidden min-h-12 cursor-pointer items-center focus-within:outline-2 focus-within:outline-cone pointer-coarse:inline-flex">
          Camera
          <input
            type="file"
            className="sr-only"
            accept="image/jpeg,image/png,image/webp"
            capture="environment"
            disabled={add.isPending}
            onChange={(event) => {
              const files = [...(event.target.files ?? [])];
              event.target.value = "";
              if (files.length > 0) add.mutate(files);
            }}
          />
        </label>
        <p role="status" className="text-mute">
          {left > 0 && `${left} to go…`}
        </p>
      </div>
      {add.error && (
        <p role="alert" className="text-stop">
          {add.error.message}
        </p>
      )}
      {photos && photos.length > 0 && (
        <ul className="grid grid-cols-[repeat(auto-fill,minmax(8.5rem,1fr))] gap-3">
          {photos.map((photo) => (
            <li key={photo.id}>
              <button
                type="button"
                className="block w-full text-left"
                onClick={() => setOpen(photo.id)}
              >
                <img
                  src={`/api/photos/${photo.id}?small=true`}
                  alt={`${photo.slot_name}, open to measure`}
                  loading="lazy"
                  className="aspect-[4/3] w-full rounded border border-line object-cover"
                />
                <span className="text-sm text-mute">{photo.slot_name}</span>
              </button>
            </li>
          ))}
        </ul>
      )}
      {shown && (
        <PhotoDialog
          key={shown.id}
          photo={shown}
          measures={measures.filter((one) => one.unit === "mm")}
          onWrite={onWrite}
          onTakeOut={() => takeOut.mutate(shown.id)}
          onClose={() => setOpen(null)}
        />
      )}
    </section>
  );
}
