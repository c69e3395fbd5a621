import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";

import { answer, type BackupLine, client } from "../../api/client";
import { backupFilesQuery, backupsQuery } from "../../api/queries";
import { useNotify } from "../../parts/Notices";
import { dayAndTime } from "../runbook/dates";
import { BackupsKept } from "./BackupsKept";
import { RestoreDialog } from "./RestoreDialog";

const sizeOf = (bytes: number) =>
  bytes < 1e6 ? `${Math.ceil(bytes / 1e3)} kB` : `${(bytes / 1e6).toFixed(1)} MB`;

/** Every backup beside the records: made now, taken away, looked into, put back in place. */
export function BackupsPanel() {
  const cache = useQueryClient();
  const notify = useNotify();
  const [looking, setLooking] = useState<BackupLine | null>(null);
  const { data: state } = useQuery(backupsQuery);
  const { data: shelf } = useQuery(backupFilesQuery);
  const make = useMutation({
    mutationFn: () => answer(client.POST("/api/shop/backups")),
    onSuccess: () => notify("Backed up."),
    onError: (failed) => notify(`No backup was made: ${failed.message}`),
    onSettled: () => cache.invalidateQueries({ queryKey: ["backups"] }),
  });
  if (!state || !shelf) return null;
  const { restored } = shelf;
  return (
    <section aria-label="Backups" className="panel mt-4 p-4">
      <div className="flex flex-wrap items-center justify-between gap-3">
        <h2 className="font-narrow text-xl font-semibold">Backups</h2>
        <button
          className="button-main min-h-11"
          disabled={make.isPending}
          onClick={() => make.mutate()}
        >
          {make.isPending ? "Backing up…" : "Back up now"}
        </button>
      </div>
      <p className="mt-2">
        {state.newest_at === null
          ? "None yet. One is made each day while Pellak runs."
          : `The newest was made ${dayAndTime(state.newest_at)}. One is made each day while Pellak runs.`}
      </p>
      {state.folder && (
        <p className="mt-1 text-sm break-words text-mute">
          They lie in {state.folder}, on the same disk as the records: download one now and then,
          and keep it elsewhere.
        </p>
      )}
      {restored && (
        <p role="status" className={`mt-3 ${restored.stands ? "" : "text-stop"}`}>
          {restored.stands
            ? `Restored from ${restored.backup}, ${dayAndTime(restored.at)}. `
            : `${restored.backup} was not restored. `}
          {restored.said}
        </p>
      )}
      <BackupsKept state={state} />
      <ul className="mt-3 divide-y divide-line border-t border-line">
        {shelf.backups.map((line) => (
          <li key={line.name} className="flex flex-wrap items-center gap-x-4 gap-y-1 py-1.5">
            <span className="flex-1 whitespace-nowrap tabular-nums">
              {dayAndTime(line.made_at)}
              <span className="ml-3 text-sm text-mute">{sizeOf(line.bytes)}</span>
            </span>
            <span className="flex items-center gap-4">
              <a
                className="link flex min-h-11 items-center"
                href={`/api/shop/backups/files/${line.name}`}
                download
                aria-label={`Download the backup of ${dayAndTime(line.made_at)}`}
              >
                Download
              </a>
              <button
                className="button min-h-11"
                aria-label={`Restore the backup of ${dayAndTime(line.made_at)}`}
                onClick={() => setLooking(line)}
              >
                Restore…
              </button>
            </span>
          </li>
        ))}
      </ul>
      {looking && <RestoreDialog backup={looking} onClose={() => setLooking(null)} />}
    </section>
  );
}
