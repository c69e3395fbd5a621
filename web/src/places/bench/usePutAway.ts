// The job put away last, so that Ctrl Z right after brings it back. Kept for this visit only.
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useNavigate } from "react-router";

import { answer, client } from "../../api/client";
import { ticketsQuery } from "../../api/queries";

const KEY = ["put-away"];

export function usePutAway() {
  const cache = useQueryClient();
  const navigate = useNavigate();
  const { data: last } = useQuery<string | null>({
    queryKey: KEY,
    queryFn: () => null,
    staleTime: Infinity,
  });
  const remember = (jobId: string | null) => cache.setQueryData(KEY, jobId);
  const path = (jobId: string) => ({ params: { path: { job_id: jobId } } });

  const putAway = async (jobId: string) => {
    await answer(client.DELETE("/api/jobs/{job_id}", path(jobId)));
    // Before the bench is seen without it: Ctrl Z may come at once.
    remember(jobId);
    navigate("/");
    await cache.invalidateQueries({ queryKey: ticketsQuery.queryKey });
  };
  const bringBack = async (jobId: string) => {
    await answer(client.POST("/api/jobs/{job_id}/restore", path(jobId)));
    await cache.invalidateQueries({ queryKey: ticketsQuery.queryKey });
    remember(null);
    navigate(`/jobs/${jobId}`);
  };
  return { last: last ?? null, forget: () => remember(null), putAway, bringBack };
}
