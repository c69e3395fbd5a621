import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";

import { answer, client, type JobTakenIn, type OpenJob, sendFile } from "../../api/client";
import { templatesQuery } from "../../api/queries";
import { useNotify } from "../../parts/Notices";

type Added = (job: OpenJob) => Promise<void>;

/** The shop's templates, each begun with one press; nothing where there is none. */
export function TemplateList({ onAdded }: { onAdded: Added }) {
  const cache = useQueryClient();
  const { data: templates } = useQuery(templatesQuery);
  const path = (template: string) => ({ params: { path: { template_id: template } } });
  const begin = useMutation({
    mutationFn: (id: string) => answer(client.POST("/api/templates/{template_id}/jobs", path(id))),
    onSuccess: onAdded,
  });
  const forget = useMutation({
    mutationFn: (id: string) => answer(client.DELETE("/api/templates/{template_id}", path(id))),
    onSuccess: () => cache.invalidateQueries({ queryKey: templatesQuery.queryKey }),
  });
  if (!templates || templates.length === 0) return null;
  return (
    <>
      <ul className="divide-y divide-line border-y border-line" aria-label="Templates">
        {templates.map((one) => (
          <li key={one.id} className="flex items-center gap-2">
            <button
              type="button"
              className="min-h-11 flex-1 text-left"
              disabled={begin.isPending}
              onClick={() => begin.mutate(one.id)}
            >
              <strong className="font-semibold">{one.name}</strong>{" "}
              <span className="text-sm text-mute">{one.line}</span>
            </button>
            <button
              type="button"
              className="link min-h-11 px-2 text-sm"
              aria-label={`Forget the template ${one.name}`}
              onClick={() => forget.mutate(one.id)}
            >
              Forget
            </button>
          </li>
        ))}
      </ul>
      <Failed error={begin.error ?? forget.error} />
    </>
  );
}

/** A job that another shop sent. */
export function JobFromFile({ onAdded }: { onAdded: Added }) {
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
      <Failed error={take.error} />
    </>
  );
}

function Failed({ error }: { error: Error | null }) {
  return (
    error && (
      <p role="alert" className="text-stop">
        {error.message}
      </p>
    )
  );
}
