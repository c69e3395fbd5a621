import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useId, useState } from "react";

import { answer, client, ProblemError } from "../../api/client";
import { metalsQuery } from "../../api/queries";
import { Dialog } from "../../parts/Dialog";

const asFile = { bodySerializer: (body: unknown) => body as BodyInit } as const;
const asBytes = { "Content-Type": "application/octet-stream" };

/** Certificates from a file: looked into first, then taken whole or not at all. */
export function ImportDialog({ open, onClose }: { open: boolean; onClose: () => void }) {
  const cache = useQueryClient();
  const id = useId();
  const [file, setFile] = useState<File | null>(null);
  const look = useMutation({
    mutationFn: (chosen: File) =>
      answer(
        client.POST("/api/metals/look-into", {
          body: chosen as unknown as string,
          headers: asBytes,
          ...asFile,
        }),
      ),
  });
  const take = useMutation({
    mutationFn: (chosen: File) =>
      answer(
        client.POST("/api/metals/import", {
          body: chosen as unknown as string,
          headers: asBytes,
          ...asFile,
        }),
      ),
    onSuccess: () => cache.invalidateQueries({ queryKey: metalsQuery.queryKey }),
  });
  const close = () => {
    setFile(null);
    look.reset();
    take.reset();
    onClose();
  };
  const error = take.error ?? look.error;
  const faults = error instanceof ProblemError ? (error.problem.errors ?? []) : [];
  const held = look.data;
  const came = take.data;
  return (
    <Dialog
      open={open}
      onClose={close}
      title="Import certificates"
      about="A CSV or JSON file: a column heat, a column alloy, and one for each element, in % or ppm. Everything in it is taken, or nothing."
    >
      <label htmlFor={id}>Certificate file</label>
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
        {faults.map((fault) => (
          <p
            key={fault.field}
            role="alert"
            className="border-l-4 border-stop bg-stop-soft px-3 py-2"
          >
            <strong>{fault.field}</strong>: read “{fault.was_read}”; wanted {fault.accepted}.
          </p>
        ))}
        {error && faults.length === 0 && (
          <p role="alert" className="text-stop">
            {error.message}
          </p>
        )}
        {held && !came && (
          <>
            <p>
              {held.certificates.length}{" "}
              {held.certificates.length === 1 ? "heat was read" : "heats were read"}:
            </p>
            <ul className="max-h-48 overflow-y-auto rounded-md border border-line" tabIndex={0}>
              {held.certificates.map((certificate) => (
                <li key={certificate.heat} className="border-b border-line px-3 py-1.5">
                  <strong className="font-semibold">{certificate.heat}</strong>{" "}
                  <span className="text-mute">
                    {certificate.alloy} · {Object.keys(certificate.amounts).join(" ")}
                  </span>
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
              Take {held.certificates.length === 1 ? "it" : "them"} in
            </button>
          </>
        )}
        {came && (
          <p className="border-l-4 border-good bg-shade px-3 py-2">
            {came.added.length} taken in
            {came.already_there.length > 0 && `; there already: ${came.already_there.join(", ")}`}.
          </p>
        )}
      </div>
    </Dialog>
  );
}
