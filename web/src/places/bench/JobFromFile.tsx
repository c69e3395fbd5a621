import { useMutation } from "@tanstack/react-query";

import { type JobTakenIn, type OpenJob, sendFile } from "../../api/client";
import { useNotify } from "../../parts/Notices";
import { SaidOf } from "../../parts/States";

/** A job that another shop sent. */
export function JobFromFile({ onAdded }: { onAdded: (job: OpenJob) => Promise<void> }) {
  const notify = useNotify();
  const take = useMutation({
    mutationFn: (file: File) => sendFile<JobTakenIn>("/api/jobs/import", file),
    onSuccess: async ({ opened, said }) => {
      await onAdded(opened);
      if (said.length > 0) notify(said.join(" "));
    },
  });
  return (
    <>
      <label className="link inline-flex min-h-11 cursor-pointer items-center focus-within:outline-2 focus-within:outline-cone">
        A job from another shop’s file
        <input
          type="file"
          className="sr-only"
          accept="application/json,.json"
          disabled={take.isPending}
          onChange={(event) => {
            const [file] = event.target.files ?? [];
            event.target.value = "";
            if (file) take.mutate(file);
          }}
        />
      </label>
      <SaidOf error={take.error} />
    </>
  );
}
