import { useMutation } from "@tanstack/react-query";
import { useId, useState } from "react";

import { answer, client, type FileGuess } from "../../api/client";
import { Dialog } from "../../parts/Dialog";
import { FaultLines } from "../../parts/FaultLines";

type Column = FileGuess["columns"][number];
const ROLES = [
  { id: "time", label: "time" },
  { id: "channel", label: "a place read" },
  { id: "left-out", label: "left out" },
] as const;
const UNITS = ["C", "F", "K"] as const;

interface LoggerDialogProps {
  open: boolean;
  watchId: string;
  onClose: () => void;
}

/** A logger's file: what each column is taken for is shown, and put right, before it counts. */
export function LoggerDialog({ open, watchId, onClose }: LoggerDialogProps) {
  const id = useId();
  const [text, setText] = useState("");
  const [guess, setGuess] = useState<FileGuess | null>(null);
  const look = useMutation({
    mutationFn: (held: string) =>
      answer(client.POST("/api/watches/preview", { body: { text: held } })),
    onSuccess: setGuess,
  });
  const take = useMutation({
    mutationFn: (agreed: FileGuess) =>
      answer(
        client.POST("/api/watches/{watch_id}/file", {
          params: { path: { watch_id: watchId } },
          body: { text, agreed },
        }),
      ),
  });
  const close = () => {
    setGuess(null);
    setText("");
    look.reset();
    take.reset();
    onClose();
  };
  const error = take.error ?? look.error ?? null;
  const put = (place: number, change: Partial<Column>) =>
    setGuess(
      (now) =>
        now && {
          ...now,
          columns: now.columns.map((one, n) => (n === place ? { ...one, ...change } : one)),
        },
    );
  return (
    <Dialog
      open={open}
      onClose={close}
      title="Readings from a logger's file"
      about="Text with a column of time and one or more of temperature."
      at="top"
    >
      <label htmlFor={id}>The file</label>
      <input
        id={id}
        type="file"
        accept=".csv,.txt,.tsv,text/csv,text/plain"
        className="field py-2"
        onChange={(event) => {
          const chosen = event.target.files?.[0];
          take.reset();
          setGuess(null);
          if (chosen)
            void chosen.text().then((held) => {
              setText(held);
              look.mutate(held);
            });
        }}
      />
      <div aria-live="polite" className="mt-3 space-y-2">
        <FaultLines error={error} />
        {guess && !take.data && (
          <>
            <p>{guess.rows} rows. Taken for:</p>
            <ul className="space-y-2">
              {guess.columns.map((column, place) => (
                <li key={place} className="rounded-md border border-line p-2">
                  <p className="font-semibold break-words">{column.heading}</p>
                  <p className="truncate text-sm text-mute">{(column.sample ?? []).join(" · ")}</p>
                  <div className="mt-1 grid grid-cols-[1fr_1fr_4.5rem] gap-2">
                    <select
                      aria-label={`${column.heading} is`}
                      className="field"
                      value={column.role}
                      onChange={(event) => {
                        const role = ROLES.find((one) => one.id === event.target.value);
                        if (role)
                          put(place, {
                            role: role.id,
                            ...(!column.channel && { channel: `column-${place + 1}` }),
                          });
                      }}
                    >
                      {ROLES.map((one) => (
                        <option key={one.id} value={one.id}>
                          {one.label}
                        </option>
                      ))}
                    </select>
                    {column.role === "channel" && (
                      <>
                        <input
                          aria-label={`Name of the place in ${column.heading}`}
                          className="field"
                          value={column.channel}
                          maxLength={24}
                          onChange={(event) => put(place, { channel: event.target.value })}
                        />
                        <select
                          aria-label={`Unit of ${column.heading}`}
                          className="field"
                          value={column.unit}
                          onChange={(event) => {
                            const unit = UNITS.find((one) => one === event.target.value);
                            if (unit) put(place, { unit });
                          }}
                        >
                          {UNITS.map((one) => (
                            <option key={one} value={one}>
                              {one === "K" ? "K" : `°${one}`}
                            </option>
                          ))}
                        </select>
                      </>
                    )}
                  </div>
                </li>
              ))}
            </ul>
            <button
              className="button-main"
              disabled={take.isPending}
              onClick={() => take.mutate(guess)}
            >
              Take them in
            </button>
          </>
        )}
        {take.data && (
          <p className="border-l-4 border-good bg-shade px-3 py-2">
            {take.data.new} readings were new and are kept.
          </p>
        )}
      </div>
    </Dialog>
  );
}
