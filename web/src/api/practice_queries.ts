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

export const flamesQuery = (seed: number) =>
  queryOptions({
    queryKey: ["flames", seed],
    queryFn: ({ signal }) =>
      answer(client.GET("/api/practice/flames", { params: { query: { seed } }, signal })),
    staleTime: Infinity,
  });
