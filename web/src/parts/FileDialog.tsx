import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useId, useState } from "react";

import { sendFile } from "../api/client";
import { Dialog } from "./Dialog";
import { FaultLines } from "./FaultLines";

interface FileDialogProps<Held extends { left_out: string[] }, Came> {
  open: boolean;
  onClose: () => void;
  title: string;
  about: string;
  label: string;
  lookInto: string;
  take: string;
  queryKey: readonly unknown[];
  /** What was read, one line an item. */
  read: (held: Held) => ReadonlyArray<{ name: string; about: string }>;
  /** What an import came to, in words. */
  summary: (came: Came) => string;
}

/** A file looked into first, then taken whole or not at all. */
export function FileDialog<Held extends { left_out: string[] }, Came>(
  props: FileDialogProps<Held, Came>,
) {
  const cache = useQueryClient();
  const id = useId();
  const [file, setFile] = useState<File | null>(null);
  const look = useMutation({
    mutationFn: (chosen: File) => sendFile<Held>(props.lookInto, chosen),
  });
  const take = useMutation({
    mutationFn: (chosen: File) => sendFile<Came>(props.take, chosen),
    onSuccess: () => cache.invalidateQueries({ queryKey: [...props.queryKey] }),
  });
  const close = () => {
    setFile(null);
    look.reset();
    take.reset();
    props.onClose();
  };
  const error = take.error ?? look.error ?? null;
  const held = look.data;
  const lines = held ? props.read(held) : [];
  return (
    <Dialog open={props.open} onClose={close} title={props.title} about={props.about}>
      <label htmlFor={id}>{props.label}</label>
      <input
        id={id}
        type="file"
        accept=".csv,.json,.txt,text/csv,application/json"
        className="field py-2"
        onChange={(event) => {
          const chosen = event.target.files?.[0] ?? null;
          take.reset();
          setFile(chosen);
          if (chosen) look.mutate(chosen);
          else look.reset();
        }}
      />
      <div aria-live="polite" className="mt-3 space-y-2">
        {look.isPending && <p className="text-mute">Reading…</p>}
        <FaultLines error={error} />
        {held && !take.data && (
          <>
            <p>
              {lines.length} {lines.length === 1 ? "was" : "were"} read:
            </p>
            <ul className="max-h-48 overflow-y-auto rounded-md border border-line" tabIndex={0}>
              {lines.map((line) => (
                <li key={`${line.name} ${line.about}`} className="border-b border-line px-3 py-1.5">
                  <strong className="font-semibold">{line.name}</strong>{" "}
                  <span className="text-mute">{line.about}</span>
                </li>
              ))}
            </ul>
            {held.left_out.length > 0 && (
              <p className="border-l-4 border-warn bg-warn-soft px-3 py-2">
                Not understood and left out: {held.left_out.join(", ")}.
              </p>
            )}
            <button
              className="button-main"
              disabled={take.isPending || file === null}
              onClick={() => file && take.mutate(file)}
            >
              Take {lines.length === 1 ? "it" : "them"} in
            </button>
          </>
        )}
        {take.data && (
          <p className="border-l-4 border-good bg-shade px-3 py-2">{props.summary(take.data)}.</p>
        )}
      </div>
    </Dialog>
  );
}
