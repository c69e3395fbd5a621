import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";

import { answer, client, type OpenJob } from "../../api/client";
import { templatesQuery } from "../../api/queries";
import { SaidOf } from "../../parts/States";

/** The shop's templates, each begun with one press; nothing where there is none. */
export function TemplateList({ onAdded }: { onAdded: (job: OpenJob) => Promise<void> }) {
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
      <SaidOf error={begin.error ?? forget.error} />
    </>
  );
}
