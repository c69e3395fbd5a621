// Questions about practice: the ladder, who stands where on it, flames to read.
import { queryOptions } from "@tanstack/react-query";

import { answer, client } from "./client";

export const practiceQuery = (who: string) =>
  queryOptions({
    queryKey: ["practice", who],
    queryFn: ({ signal }) =>
      answer(client.GET("/api/practice", { params: { query: { who } }, signal })),
    placeholderData: (previous) => previous,
  });

export const groupQuery = queryOptions({
  queryKey: ["practice", "group"],
  queryFn: ({ signal }) => answer(client.GET("/api/practice/group", { signal })),
});

export const orderQuery = (name: string, seed: number) =>
  queryOptions({
    queryKey: ["order", name, seed],
    queryFn: ({ signal }) =>
      answer(
        client.GET("/api/practice/orders/{name}", {
          params: { path: { name }, query: { seed } },
          signal,
        }),
      ),
    staleTime: Infinity,
  });

export const couponQuery = (name: string) =>
  queryOptions({
    queryKey: ["coupon", name],
    queryFn: ({ signal }) =>
      answer(client.GET("/api/practice/coupons/{name}", { params: { path: { name } }, signal })),
    staleTime: Infinity,
  });

export const exerciseQuery = (jobId: string) =>
  queryOptions({
    queryKey: ["exercise", jobId],
    queryFn: ({ signal }) =>
      answer(
        client.GET("/api/practice/for/{job_id}", { params: { path: { job_id: jobId } }, signal }),
      ),
  });

export const flamesQuery = (seed: number) =>
  queryOptions({
    queryKey: ["flames", seed],
    queryFn: ({ signal }) =>
      answer(client.GET("/api/practice/flames", { params: { query: { seed } }, signal })),
    staleTime: Infinity,
  });
