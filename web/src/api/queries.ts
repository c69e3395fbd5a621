// One queryOptions factory per question to the server; the key is the question.
import { infiniteQueryOptions, queryOptions } from "@tanstack/react-query";

import { answer, client, type MetalFamily, type ReachFamily, type QuantityKind } from "./client";
import { everyPage } from "./pages";

export const basicsQuery = queryOptions({
  queryKey: ["basics"],
  queryFn: ({ signal }) => answer(client.GET("/api/basics", { signal })),
  staleTime: Infinity,
});

export const glossaryQuery = queryOptions({
  queryKey: ["glossary"],
  queryFn: ({ signal }) => answer(client.GET("/api/glossary", { signal })),
});

export const signedInQuery = queryOptions({
  queryKey: ["signed-in"],
  queryFn: ({ signal }) => answer(client.GET("/api/signed-in", { signal })),
  staleTime: Infinity,
});

/** Which jobs a list shows, and in which order. */
export interface JobsAsked {
  words: string;
  kind: string;
  archived: boolean;
  order: "oldest" | "newest" | "name";
}

export const EVERY_JOB: JobsAsked = { words: "", kind: "", archived: false, order: "oldest" };

/** Whether these are all jobs on the bench in their usual order. */
export const isEveryJob = (asked: JobsAsked) => JSON.stringify(asked) === JSON.stringify(EVERY_JOB);

/** The tickets asked for, page by page. */
export const ticketsOf = (asked: JobsAsked) =>
  infiniteQueryOptions({
    queryKey: isEveryJob(asked) ? ["jobs"] : ["jobs", JSON.stringify(asked)],
    queryFn: ({ signal, pageParam }) => {
      const query = isEveryJob(asked) ? { after: pageParam } : { ...asked, after: pageParam };
      return answer(client.GET("/api/jobs", { params: { query }, signal }));
    },
    initialPageParam: "",
    getNextPageParam: (last) => last.next,
    select: (read) => read.pages.flatMap((page) => page.tickets),
  });

export const ticketsQuery = ticketsOf(EVERY_JOB);

/** The job a line says, and how it was read; nothing is kept. */
export const jobLineQuery = (text: string) =>
  queryOptions({
    queryKey: ["job-line", text],
    queryFn: ({ signal }) => answer(client.POST("/api/jobs/read-line", { body: { text }, signal })),
    enabled: text.trim() !== "",
    retry: false,
  });

/** What each plan on the bench reads like now, so that a ticket can say it has changed. */
export const marksQuery = queryOptions({
  queryKey: ["jobs", "marks"],
  queryFn: ({ signal }) => answer(client.GET("/api/jobs/marks", { signal })),
  refetchInterval: ({ state }) => ((state.data?.jobs_to_reckon ?? 0) > 0 ? 1000 : false),
});

export const jobQuery = (jobId: string) =>
  queryOptions({
    queryKey: ["job", jobId],
    queryFn: ({ signal }) =>
      answer(client.GET("/api/jobs/{job_id}", { params: { path: { job_id: jobId } }, signal })),
  });

export const pieceQuery = (name: string) =>
  queryOptions({
    queryKey: ["piece", name],
    queryFn: ({ signal }) =>
      answer(client.GET("/api/pieces", { params: { query: { name } }, signal })),
    // Any edit of any job changes it.
    staleTime: 0,
  });

export const templatesQuery = queryOptions({
  queryKey: ["templates"],
  queryFn: ({ signal }) => answer(client.GET("/api/templates", { signal })),
});

export const previewQuery = (jobId: string, version: number, field: string, text: string | null) =>
  queryOptions({
    queryKey: ["preview", jobId, version, field, text],
    queryFn: ({ signal }) =>
      answer(
        client.POST("/api/jobs/{job_id}/preview", {
          params: { path: { job_id: jobId } },
          body: { changes: { [field]: text } },
          signal,
        }),
      ),
    enabled: text !== null && text.trim() !== "",
    // Until the new figures come those of the text before stand, not those of the saved job; but
    // of this field alone, and of the job as it is: another's drawing may lack the box typed into.
    placeholderData: (previous, query) => {
      const [, ofJob, ofVersion, ofField] = query?.queryKey ?? [];
      const same = ofJob === jobId && ofVersion === version && ofField === field;
      return same ? previous : undefined;
    },
    retry: false,
    gcTime: 0,
  });

export const readingQuery = (text: string, kind: QuantityKind, family: MetalFamily) =>
  queryOptions({
    queryKey: ["reading", text, kind, family],
    queryFn: ({ signal }) =>
      answer(client.POST("/api/reckon/quantity", { body: { text, kind, family }, signal })),
    enabled: text.trim() !== "",
    retry: false,
    staleTime: Infinity,
  });

export const mendsQuery = (runId: string) =>
  queryOptions({
    queryKey: ["mends", runId],
    queryFn: ({ signal }) =>
      answer(
        client.GET("/api/runs/{run_id}/corrective-actions", {
          params: { path: { run_id: runId } },
          signal,
        }),
      ),
    staleTime: Infinity,
  });

export const faultTurnQuery = (runId: string) =>
  queryOptions({
    queryKey: ["fault-turn", runId],
    queryFn: ({ signal }) =>
      answer(
        client.GET("/api/runs/{run_id}/faults", { params: { path: { run_id: runId } }, signal }),
      ),
    gcTime: 0,
  });

export const kindsQuery = queryOptions({
  queryKey: ["kinds"],
  queryFn: ({ signal }) => answer(client.GET("/api/jobs/kinds", { signal })),
  staleTime: Infinity,
});

export const metalsQuery = queryOptions({
  queryKey: ["metals"],
  queryFn: ({ signal }) =>
    everyPage((page) => client.GET("/api/metals", { params: { query: page }, signal })),
});

export const metalQuery = (metalId: string) =>
  queryOptions({
    queryKey: ["metal", metalId],
    queryFn: ({ signal }) =>
      answer(
        client.GET("/api/metals/{metal_id}", { params: { path: { metal_id: metalId } }, signal }),
      ),
  });

export const rackQuery = queryOptions({
  queryKey: ["rack"],
  queryFn: ({ signal }) =>
    everyPage((page) => client.GET("/api/rack", { params: { query: page }, signal })),
});

export const rackFormsQuery = queryOptions({
  queryKey: ["rack-forms"],
  queryFn: ({ signal }) => answer(client.GET("/api/rack/forms", { signal })),
  staleTime: Infinity,
});

export const gasQuery = queryOptions({
  queryKey: ["rack", "gas"],
  queryFn: ({ signal }) => answer(client.GET("/api/rack/gas", { signal })),
  // A long bench is reckoned some jobs at a time: ask on until all are counted.
  refetchInterval: ({ state }) => ((state.data?.jobs_to_reckon ?? 0) > 0 ? 300 : false),
});

const burning = (family: ReachFamily, minutes: number | null) => ({
  params: { query: { family, ...(minutes !== null && { minutes_needed: minutes }) } },
});

/** What each tip of the rack welds, of one metal, for so many minutes of flame. */
export const reachQuery = (family: ReachFamily, minutes: number | null) =>
  queryOptions({
    queryKey: ["rack", "reach", family, minutes],
    queryFn: ({ signal }) =>
      answer(client.GET("/api/rack/reach", { ...burning(family, minutes), signal })),
  });

/** The tip chart of the rack, of one metal, for so many minutes of flame. */
export const tipChartQuery = (family: ReachFamily, minutes: number | null) =>
  queryOptions({
    queryKey: ["rack", "tip-chart", family, minutes],
    queryFn: ({ signal }) =>
      answer(client.GET("/api/rack/tip-chart", { ...burning(family, minutes), signal })),
  });

export const schoolsQuery = queryOptions({
  queryKey: ["schools"],
  queryFn: ({ signal }) => answer(client.GET("/api/shop/schools", { signal })),
});

export const findQuery = (text: string) =>
  queryOptions({
    queryKey: ["find", text],
    queryFn: ({ signal }) => answer(client.POST("/api/find", { body: { text }, signal })),
    placeholderData: (previous) => previous,
    retry: false,
  });

/** Searches need three signs at least; below that the whole book is shown. */
export const SHORTEST_SEARCH = 3;

export const backupsQuery = queryOptions({
  queryKey: ["backups"],
  queryFn: ({ signal }) => answer(client.GET("/api/shop/backups", { signal })),
  // One that failed is said on every page, whichever was open when it did.
  refetchInterval: 60_000,
});

export const backupFilesQuery = queryOptions({
  queryKey: ["backups", "files"],
  queryFn: ({ signal }) => answer(client.GET("/api/shop/backups/files", { signal })),
});

/** What restoring a backup would change; looked into anew each time. */
export const backupChangesQuery = (name: string) =>
  queryOptions({
    queryKey: ["backups", "changes", name],
    queryFn: ({ signal }) =>
      answer(
        client.GET("/api/shop/backups/files/{name}/changes", {
          params: { path: { name } },
          signal,
        }),
      ),
    gcTime: 0,
    retry: false,
  });

export const runQuery = (runId: string) =>
  queryOptions({
    queryKey: ["run", runId],
    queryFn: ({ signal }) =>
      answer(client.GET("/api/runs/{run_id}", { params: { path: { run_id: runId } }, signal })),
  });

export const playbackQuery = (jobId: string, version: number, tacked: boolean) =>
  queryOptions({
    queryKey: ["playback", jobId, version],
    queryFn: ({ signal }) =>
      answer(
        client.GET("/api/jobs/{job_id}/tacks/playback", {
          params: { path: { job_id: jobId } },
          signal,
        }),
      ),
    enabled: tacked,
    staleTime: Infinity,
    gcTime: 60_000,
  });

export const fireWatchesQuery = queryOptions({
  queryKey: ["fire-watches"],
  queryFn: ({ signal }) => answer(client.GET("/api/fire-watches", { signal })),
  // A watch may have been started on another tablet.
  refetchInterval: 30_000,
});

export const flamesQuery = queryOptions({
  queryKey: ["flames"],
  queryFn: ({ signal }) => answer(client.GET("/api/flames", { signal })),
  // A torch may have been lit at another tablet.
  refetchInterval: 10_000,
});

export const rigQuery = queryOptions({
  queryKey: ["rig"],
  queryFn: ({ signal }) => answer(client.GET("/api/rig", { signal })),
  refetchInterval: 10_000,
});

export const signsQuery = queryOptions({
  queryKey: ["signs"],
  queryFn: ({ signal }) => answer(client.GET("/api/signs", { signal })),
  staleTime: Infinity,
});

export const watchesQuery = (jobId: string) =>
  queryOptions({
    queryKey: ["watches", jobId],
    queryFn: ({ signal }) =>
      everyPage((page) =>
        client.GET("/api/watches", { params: { query: { job_id: jobId, ...page } }, signal }),
      ),
  });

const WATCHED_EVERY_MS = 1000;

export const watchQuery = (watchId: string) =>
  queryOptions({
    queryKey: ["watch", watchId],
    queryFn: ({ signal }) =>
      answer(
        client.GET("/api/watches/{watch_id}", { params: { path: { watch_id: watchId } }, signal }),
      ),
    refetchInterval: ({ state }) => (state.data?.line.ended_at ? false : WATCHED_EVERY_MS),
    // Somebody waits for its call with the page behind another.
    refetchIntervalInBackground: true,
  });
