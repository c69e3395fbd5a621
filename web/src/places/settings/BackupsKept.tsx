import { useMutation, useQueryClient } from "@tanstack/react-query";

import { answer, type BackupState, client } from "../../api/client";
import { backupsQuery } from "../../api/queries";
import { useNotify } from "../../parts/Notices";

const HOW_MANY = [7, 14, 30, 90] as const;

/** How many automatic backups are kept. */
export function BackupsKept({ state }: { state: BackupState }) {
  const cache = useQueryClient();
  const notify = useNotify();
  const keep = useMutation({
    mutationFn: (kept: number) => answer(client.PATCH("/api/shop/backups", { body: { kept } })),
    onSuccess: (now) => cache.setQueryData(backupsQuery.queryKey, now),
    onError: (failed) => notify(failed.message),
  });
  const choices = [...new Set([...HOW_MANY, state.kept])].sort((a, b) => a - b);
  return (
    <label className="mt-3 flex items-center gap-2">
      Keep the newest
      <select
        className="field min-h-11 w-auto"
        value={state.kept}
        onChange={(event) => keep.mutate(Number(event.target.value))}
      >
        {choices.map((choice) => (
          <option key={choice} value={choice}>
            {choice}
          </option>
        ))}
      </select>
    </label>
  );
}
