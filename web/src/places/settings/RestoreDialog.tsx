import { useMutation, useQuery } from "@tanstack/react-query";
import { useEffect } from "react";

import { answer, type BackupLine, client, type HowMany } from "../../api/client";
import { backupChangesQuery, backupFilesQuery, signedInQuery } from "../../api/queries";
import { Dialog } from "../../parts/Dialog";
import { dayAndTime } from "../runbook/dates";

const AGAIN_MS = 700;

/** A backup looked into, and put in the place of the records once somebody has seen what changes. */
export function RestoreDialog({ backup, onClose }: { backup: BackupLine; onClose: () => void }) {
  const looked = useQuery(backupChangesQuery(backup.name));
  const { data: signedIn } = useQuery(signedInQuery);
  const restore = useMutation({
    mutationFn: () =>
      answer(
        client.POST("/api/shop/backups/files/{name}/restore", {
          params: { path: { name: backup.name } },
        }),
      ),
  });
  return (
    <Dialog
      open
      onClose={onClose}
      title="Restore this backup?"
      about={`Made ${dayAndTime(backup.made_at)}. Nothing is changed until you press Restore.`}
    >
      {looked.isPending && <p role="status">Looking into it…</p>}
      {looked.error && (
        <p role="alert" className="text-stop">
          It cannot be restored: {looked.error.message}
        </p>
      )}
      {looked.data && <Changes counts={looked.data.counts} />}
      {looked.data && looked.data.unreadable.length > 0 && (
        <p role="alert" className="mt-3 text-stop">
          It holds what this Pellak cannot read ({looked.data.unreadable.join("; ")}). Restore it
          from the command line, with --leave-out.
        </p>
      )}
      <p className="mt-4">
        What stands now is set aside in the records’ folder, not lost.
        {signedIn?.shared && " Everyone is signed out."} Pellak is away for a few seconds.
      </p>
      {restore.error && (
        <p role="alert" className="mt-3 text-stop">
          {restore.error.message}
        </p>
      )}
      {restore.isSuccess ? (
        <Restoring />
      ) : (
        <div className="mt-4 flex justify-end gap-3">
          <button className="button min-h-11" onClick={onClose}>
            Leave it as it is
          </button>
          <button
            className="button-main min-h-11"
            disabled={!looked.data || looked.data.unreadable.length > 0 || restore.isPending}
            onClick={() => restore.mutate()}
          >
            Restore
          </button>
        </div>
      )}
    </Dialog>
  );
}

/** Wait until the server serves again, and begin anew: nothing the page knows still holds. */
function Restoring() {
  const { data, error } = useQuery({
    ...backupFilesQuery,
    refetchInterval: AGAIN_MS,
    retry: true,
    retryDelay: AGAIN_MS,
  });
  const done = Boolean(data?.restored) || Boolean(error);
  useEffect(() => {
    if (done) location.reload();
  }, [done]);
  return (
    <p role="status" className="mt-4">
      Restoring…
    </p>
  );
}

const CELL = "py-1 pl-3 text-right";

function Changes({ counts }: { counts: HowMany[] }) {
  const moved = counts.filter((one) => one.only_here + one.only_in_backup + one.different > 0);
  const alike = counts.filter((one) => !moved.includes(one) && one.here > 0);
  return (
    <>
      {moved.length > 0 && (
        <table className="w-full text-left tabular-nums">
          <thead className="text-sm text-mute">
            <tr>
              <th className="py-1 font-normal">What changes</th>
              <th className={`${CELL} font-normal`}>now</th>
              <th className={`${CELL} font-normal`}>then</th>
              <th className={`${CELL} font-normal`}>lost</th>
              <th className={`${CELL} font-normal`}>back</th>
              <th className={`${CELL} font-normal`}>older</th>
            </tr>
          </thead>
          <tbody>
            {moved.map((one) => (
              <tr key={one.what} className="border-t border-line">
                <th className="py-1 font-normal first-letter:uppercase">{one.what}</th>
                <td className={CELL}>{one.here}</td>
                <td className={CELL}>{one.in_backup}</td>
                <td className={`${CELL} ${one.only_here ? "font-semibold text-stop" : ""}`}>
                  {one.only_here || "–"}
                </td>
                <td className={CELL}>{one.only_in_backup || "–"}</td>
                <td className={`${CELL} ${one.different ? "font-semibold" : ""}`}>
                  {one.different || "–"}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {alike.length > 0 && (
        <p className="mt-3 text-mute">
          {moved.length === 0 ? "It holds just what stands now: " : "The same in both: "}
          {alike.map((one) => `${one.here} ${one.what}`).join(", ")}.
        </p>
      )}
    </>
  );
}
