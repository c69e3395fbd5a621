import { act, renderHook, waitFor } from "@testing-library/react";
import { http, HttpResponse } from "msw";
import { describe, expect, it } from "vitest";

import type { OpenJob } from "../../api/client";
import { jobQuery, ticketsQuery } from "../../api/queries";
import { server } from "../../testing/server";
import { withinPage } from "../../testing/within";
import { useJob } from "./useJob";

const job = (version: number, mm: number) =>
  ({
    id: "j1",
    version,
    plan: { job: { length_mm: mm } },
    ticket: { id: "j1", name: `seam of ${mm}` },
  }) as unknown as OpenJob;
const OTHER = { id: "j2", name: "another" };
const PATH = "*/api/jobs/j1";
const problem = (status: number, more: object = {}) =>
  HttpResponse.json({ title: "No", status, detail: "no", errors: [], ...more }, { status });

function open() {
  const { cache, wrapper } = withinPage();
  const first = job(3, 300);
  cache.setQueryData(jobQuery("j1").queryKey, first);
  cache.setQueryData(ticketsQuery.queryKey, {
    pages: [{ tickets: [OTHER, first.ticket], next: null }],
    pageParams: [""],
  } as never);
  const { result } = renderHook(() => useJob(first), { wrapper });
  return {
    hook: result,
    kept: () => cache.getQueryData<OpenJob>(jobQuery("j1").queryKey),
    listed: () =>
      cache
        .getQueryData<{ pages: { tickets: { name: string }[] }[] }>(ticketsQuery.queryKey)
        ?.pages[0]?.tickets.map((one) => one.name),
  };
}

/** A server that keeps the length it is sent; others may have changed the job before. */
function keeping(sent: object[], stands = 3) {
  let version = stands;
  return http.patch(PATH, async ({ request }) => {
    const body = (await request.json()) as { version: number; changes: { length_mm: number } };
    sent.push(body);
    if (body.version !== version) return problem(409, { current: job(version, 777) });
    version += 1;
    return HttpResponse.json(job(version, body.changes.length_mm));
  });
}

describe("an open job", () => {
  it("saves one change after the other, and shows each where the job is listed", async () => {
    const sent: object[] = [];
    server.use(keeping(sent));
    const { hook, kept, listed } = open();
    await act(async () => {
      const both = [
        hook.current.change({ length_mm: 400 }),
        hook.current.change({ length_mm: 500 }),
      ];
      expect(await Promise.all(both)).toEqual([true, true]);
    });
    expect(sent).toEqual([
      { version: 3, changes: { length_mm: 400 } },
      { version: 4, changes: { length_mm: 500 } },
    ]);
    expect(kept()?.version).toBe(5);
    expect(listed()).toEqual(["another", "seam of 500"]);
    expect(hook.current.before).toEqual({ job: { length_mm: 400 } });
    expect(hook.current.saveState).toBe("saved");
  });

  it.each([
    ["mine", 400, 2],
    ["theirs", 777, 1],
  ] as const)("lets a person settle a conflict: %s", async (keep, mm, requests) => {
    const sent: object[] = [];
    server.use(keeping(sent, 8));
    const { hook, kept } = open();
    let taken: boolean | null = null;
    act(() => void hook.current.change({ length_mm: 400 }).then((one) => (taken = one)));
    await waitFor(() => expect(hook.current.conflict?.theirs.version).toBe(8));
    // What was typed waits in its box until somebody has decided.
    expect(taken).toBeNull();
    await act(async () => hook.current.settle(keep));
    await waitFor(() => expect(kept()?.plan.job).toEqual({ length_mm: mm }));
    expect(taken).toBe(true);
    expect(hook.current.conflict).toBeNull();
    expect(sent).toHaveLength(requests);
  });

  it("keeps a fault with its field, and drops it once the field is right", async () => {
    server.use(http.patch(PATH, () => problem(422)));
    const { hook, kept } = open();
    await act(async () => expect(await hook.current.change({ length_mm: "x" })).toBe(false));
    expect(Object.keys(hook.current.faults)).toEqual(["length_mm"]);
    expect(kept()?.version).toBe(3);
    server.use(keeping([]));
    await act(async () => expect(await hook.current.change({ length_mm: 400 })).toBe(true));
    expect(hook.current.faults).toEqual({});
  });
});
