// Questions about the day: planned by list at once, by program for as long as it takes.
import { queryOptions } from "@tanstack/react-query";

import { answer, client, type DayLook } from "./client";

const ANEW_EVERY_MS = 60_000;

export const dayQuery = (exact: boolean) =>
  queryOptions({
    queryKey: ["day", exact],
    queryFn: async ({ signal }) =>
      (await answer(client.GET("/api/day", { params: { query: { exact } }, signal }))) as DayLook,
    refetchInterval: ANEW_EVERY_MS,
    placeholderData: (previous) => previous,
  });
