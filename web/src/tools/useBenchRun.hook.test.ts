import { act, renderHook, waitFor } from "@testing-library/react";
import { delay, http, HttpResponse } from "msw";
import { describe, expect, it } from "vitest";

import type { Run } from "../api/client";
import { runQuery } from "../api/queries";
import { server } from "../testing/server";
import { withinPage } from "../testing/within";
import { useBenchRun } from "./useBenchRun";

const RUN = { version: 3, line: { id: "r1", job_id: "j1" }, bench: { at: "light" } } as Run;
const STAND = "*/api/runs/r1/stand";
const problem = (status: number, more: object = {}) =>
  HttpResponse.json({ title: "No", status, detail: "no", errors: [], ...more }, { status });

function atBench() {
  const { cache, wrapper } = withinPage();
  cache.setQueryData(runQuery("r1").queryKey, RUN);
  const { result } = renderHook(() => useBenchRun(RUN), { wrapper });
  return { bench: result, kept: () => cache.getQueryData<Run>(runQuery("r1").queryKey) };
}

/** A server that keeps a version, and what it was sent. */
function keeping(sent: object[]) {
  let version = RUN.version;
  return http.post(STAND, async ({ request }) => {
    const body = (await request.json()) as { version: number; step: string };
    sent.push(body);
    if (sent.length === 1) await delay(50);
    version += 1;
    return HttpResponse.json({ version, bench: { at: body.step } });
  });
}

describe("a run at the bench", () => {
  it("sends what is done at once in turn, each on what the one before left", async () => {
    const sent: object[] = [];
    server.use(keeping(sent));
    const { bench, kept } = atBench();
    await act(async () => {
      await Promise.all([bench.current.stand("purge"), bench.current.stand("light")]);
    });
    expect(sent).toEqual([
      { version: 3, step: "purge" },
      { version: 4, step: "light" },
    ]);
    expect(kept()?.version).toBe(5);
    expect(kept()?.line.id).toBe("r1");
  });

  it("shows how a run stands that another tablet changed, and writes nothing over it", async () => {
    const current = { ...RUN, version: 9, bench: { at: "flame" } };
    server.use(http.post(STAND, () => problem(409, { current })));
    const { bench, kept } = atBench();
    let written: unknown = "";
    await act(async () => void (written = await bench.current.stand("purge")));
    expect(written).toBeNull();
    expect(bench.current.elsewhere).toBe(true);
    expect(kept()).toEqual(current);
    const sent: object[] = [];
    server.use(keeping(sent));
    await act(async () => void (await bench.current.stand("purge")));
    expect(sent).toEqual([{ version: 9, step: "purge" }]);
    expect(bench.current.elsewhere).toBe(false);
  });

  it("hears what another tablet changed, and never goes back behind what it knows", async () => {
    let now = { version: 7, bench: { at: "light", barred: "cadmium" } };
    server.use(http.get("*/api/runs/r1/bench", () => HttpResponse.json(now)));
    const { bench, kept } = atBench();
    await act(async () => void (await bench.current.hear()));
    expect(kept()).toEqual({ ...RUN, ...now });
    expect(bench.current.elsewhere).toBe(true);
    now = { version: 6, bench: { at: "purge", barred: "" } };
    await act(async () => void (await bench.current.hear()));
    expect(kept()?.version).toBe(7);
  });

  it("hears a stop that came with no change of the run, and says nothing of other tablets", async () => {
    const now = { version: 3, bench: { at: "light", barred: "cadmium" } };
    server.use(http.get("*/api/runs/r1/bench", () => HttpResponse.json(now)));
    const { bench, kept } = atBench();
    await act(async () => void (await bench.current.hear()));
    expect(kept()?.bench.barred).toBe("cadmium");
    expect(bench.current.elsewhere).toBe(false);
  });

  it("keeps why something was refused until it is put away", async () => {
    const errors = [{ field: "step", was_read: "light", accepted: "a purge first" }];
    server.use(http.post(STAND, () => problem(422, { errors })));
    const { bench, kept } = atBench();
    await act(async () => void (await bench.current.stand("light")));
    expect(bench.current.refused?.problem.errors).toEqual(errors);
    expect(kept()).toEqual(RUN);
    act(() => bench.current.clearRefusal());
    expect(bench.current.refused).toBeNull();
  });

  it("says when a clock was pressed that could not be sent at once", async () => {
    const sent: { ago: string }[] = [];
    server.use(
      http.post(STAND, async () => {
        await delay(300);
        return HttpResponse.json({ version: 4, bench: { at: "purge" } });
      }),
      http.post("*/api/runs/r1/clocks", async ({ request }) => {
        sent.push((await request.json()) as { ago: string });
        return HttpResponse.json({ version: 5, bench: { at: "purge" } });
      }),
    );
    const { bench } = atBench();
    await act(async () => {
      await Promise.all([
        bench.current.stand("purge"),
        bench.current.startClock("purge-acetylene"),
      ]);
    });
    const ago = /^(\d+\.\d\d) s$/.exec(sent[0]?.ago ?? "");
    expect(Number(ago?.[1])).toBeGreaterThan(0.25);
    expect(Number(ago?.[1])).toBeLessThan(30);
  });

  it("says it is away while nobody answers, and that it no longer is", async () => {
    let away = true;
    server.use(
      http.post(STAND, () =>
        away ? HttpResponse.error() : HttpResponse.json({ version: 4, bench: { at: "purge" } }),
      ),
    );
    const { bench, kept } = atBench();
    let done: Promise<unknown> = Promise.resolve();
    act(() => void (done = bench.current.stand("purge")));
    await waitFor(() => expect(bench.current.away).toBe(true));
    expect(kept()).toEqual(RUN);
    away = false;
    await act(async () => void (await done));
    expect(bench.current.away).toBe(false);
    expect(kept()?.bench.at).toBe("purge");
  });
});
