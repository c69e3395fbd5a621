// Questions about the run book as a whole: found, counted, photographed, signed, learned from.
import { queryOptions } from "@tanstack/react-query";

import { answer, client, type MetalFamily } from "./client";
import { everyPage } from "./pages";
import type { Wanted } from "./wanted";

/** What things of the book are called; said once by the server. */
export const bookWordsQuery = queryOptions({
  queryKey: ["book words"],
  queryFn: ({ signal }) => answer(client.GET("/api/book/words", { signal })),
  staleTime: Infinity,
});

export const RUNS_A_PAGE = 50;

/** Some of the runs that are wanted, from the one at an offset; the first page tells the facets. */
export const runsAtQuery = (wanted: Wanted, offset: number) =>
  queryOptions({
    queryKey: ["runs", "at", wanted, offset],
    queryFn: ({ signal }) =>
      answer(
        client.GET("/api/book/runs", {
          params: { query: { ...wanted, offset, most: RUNS_A_PAGE, facets: offset === 0 } },
          signal,
        }),
      ),
  });

/** The latest runs, whoever made them. */
export const latestRunsQuery = queryOptions({
  queryKey: ["runs", "latest"],
  queryFn: async ({ signal }) => {
    const query = { sort: "newest" as const, most: 100, facets: false };
    return (await answer(client.GET("/api/book/runs", { params: { query }, signal }))).lines;
  },
});

export const countedQuery = (wanted: Wanted) =>
  queryOptions({
    queryKey: ["runs", "counted", wanted],
    queryFn: ({ signal }) =>
      answer(client.GET("/api/book/statistics", { params: { query: wanted }, signal })),
    placeholderData: (previous) => previous,
  });

export const proposedQuery = (runId: string, seen: readonly string[]) =>
  queryOptions({
    queryKey: ["proposed", runId, seen],
    queryFn: ({ signal }) =>
      answer(
        client.POST("/api/runs/{run_id}/proposed", {
          params: { path: { run_id: runId } },
          body: { seen: [...seen] },
          signal,
        }),
      ),
    placeholderData: (previous) => previous,
  });

export const photosQuery = (runId: string) =>
  queryOptions({
    queryKey: ["photos", runId],
    queryFn: ({ signal }) =>
      everyPage((page) =>
        client.GET("/api/runs/{run_id}/photos", {
          params: { path: { run_id: runId }, query: page },
          signal,
        }),
      ),
  });

export const proceduresQuery = queryOptions({
  queryKey: ["procedures"],
  queryFn: ({ signal }) =>
    everyPage((page) =>
      client.GET("/api/procedures", {
        params: { query: page.after === undefined ? {} : { after: Number(page.after) } },
        signal,
      }),
    ),
});

export const procedureQuery = (number: number, version: number | undefined) =>
  queryOptions({
    queryKey: ["procedures", number, version],
    queryFn: ({ signal }) =>
      answer(
        client.GET("/api/procedures/{number}", {
          params: { path: { number }, query: version === undefined ? {} : { version } },
          signal,
        }),
      ),
  });

export const draftQuery = (runId: string) =>
  queryOptions({
    queryKey: ["procedures", "draft", runId],
    queryFn: ({ signal }) =>
      answer(
        client.GET("/api/runs/{run_id}/procedure", { params: { path: { run_id: runId } }, signal }),
      ),
  });

export const besideQuery = (first: string, second: string) =>
  queryOptions({
    queryKey: ["runs", "beside", first, second],
    queryFn: ({ signal }) =>
      answer(
        client.GET("/api/runs/{run_id}/beside/{other_id}", {
          params: { path: { run_id: first, other_id: second } },
          signal,
        }),
      ),
  });

export const signsAloneQuery = (kind: string, family: MetalFamily | "") =>
  queryOptions({
    queryKey: ["faults", kind, family],
    queryFn: ({ signal }) =>
      answer(
        client.GET("/api/faults", {
          params: { query: { kind, ...(family && { family }) } },
          signal,
        }),
      ),
    placeholderData: (previous) => previous,
  });

export const handQuery = (person: string | null) =>
  queryOptions({
    queryKey: ["hand", person],
    queryFn: ({ signal }) =>
      answer(
        client.GET("/api/hand", { params: { query: person === null ? {} : { person } }, signal }),
      ),
    placeholderData: (previous) => previous,
  });
