import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";

import { answer, client } from "../../api/client";
import { backupsQuery } from "../../api/queries";
import { dayAndTime } from "./dates";

const HOW_MANY = [7, 14, 30, 90] as const;

/** How old the newest automatic backup is, and how many are kept. */
export function BackupLine() {
  const cache = useQueryClient();
  const { data: backups } = useQuery(backupsQuery);
  const keep = useMutation({
    mutationFn: (kept: number) => answer(client.PATCH("/api/shop/backups", { body: { kept } })),
    onSuccess: (state) => cache.setQueryData(backupsQuery.queryKey, state),
  });
  if (!backups) return null;
  const choices = [...new Set([...HOW_MANY, backups.kept])].sort((a, b) => a - b);
  return (
    <p className="mt-6 flex flex-wrap items-center gap-x-3 gap-y-1 text-sm text-mute">
      <span>
        {backups.newest_at === null
          ? "No automatic backup yet; one is made each day while Pellak runs."
          : `Backed up ${dayAndTime(backups.newest_at)} into ${backups.folder}.`}
      </span>
      <label className="flex items-center gap-2">
        Keep
        <select
          className="field w-auto"
          value={backups.kept}
          onChange={(event) => keep.mutate(Number(event.target.value))}
        >
          {choices.map((choice) => (
            <option key={choice} value={choice}>
              {choice} days
            </option>
          ))}
        </select>
      </label>
    </p>
  );
}
