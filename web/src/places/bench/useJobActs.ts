import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useNavigate } from "react-router";

import { answer, client, type OpenJob } from "../../api/client";
import { templatesQuery, ticketsQuery } from "../../api/queries";
import { useNotify } from "../../parts/Notices";
import type { usePutAway } from "./usePutAway";

/** What is done with a whole job: taken to the bench, watched, put away. */
export function useJobActs(job: OpenJob, away: ReturnType<typeof usePutAway>) {
  const notify = useNotify();
  const navigate = useNavigate();
  const cache = useQueryClient();
  const onError = (error: Error) => notify(error.message);
  const params = { path: { job_id: job.id } };
  const start = useMutation({
    mutationFn: () => answer(client.POST("/api/jobs/{job_id}/runs", { params })),
    onSuccess: (run) => navigate(`/runs/${run.line.id}/bench`),
    onError,
  });
  const watch = useMutation({
    mutationFn: () => answer(client.POST("/api/jobs/{job_id}/watches", { params })),
    onSuccess: (started) => navigate(`/watches/${started.line.id}`),
    onError,
  });
  const bringBack = () => away.bringBack(job.id).catch(onError);
  const putAway = useMutation({
    mutationFn: () => away.putAway(job.id),
    onSuccess: () =>
      notify(`“${job.plan.job.name}” is archived.`, { label: "Restore it", run: bringBack }),
    onError,
  });
  const duplicate = useMutation({
    mutationFn: () => answer(client.POST("/api/jobs/{job_id}/duplicate", { params })),
    onSuccess: async (made) => {
      await cache.invalidateQueries({ queryKey: ticketsQuery.queryKey });
      notify(`“${made.plan.job.name}” stands beside it.`);
      navigate(`/jobs/${made.id}`);
    },
    onError,
  });
  const keep = useMutation({
    mutationFn: () => answer(client.POST("/api/jobs/{job_id}/template", { params })),
    onSuccess: async (kept) => {
      await cache.invalidateQueries({ queryKey: templatesQuery.queryKey });
      notify(`“${kept.name}” is a template: it stands under New job.`);
    },
    onError,
  });
  return { start, keep, watch, putAway, duplicate };
}
