import { File as NodeFile } from "node:buffer";

import { http, HttpResponse } from "msw";
import { describe, expect, it } from "vitest";

import { server } from "../testing/server";
import {
  answer,
  AwayError,
  BusyError,
  client,
  faultOf,
  speakIn,
  ProblemError,
  sendFile,
} from "./client";
import { marksQuery, previewQuery } from "./queries";

const BASICS = "*/api/basics";
const asked = () => answer(client.GET("/api/basics"));

describe("an answer", () => {
  it("is its data", async () => {
    server.use(http.get(BASICS, () => HttpResponse.json({ units: [] })));
    await expect(asked()).resolves.toEqual({ units: [] });
  });

  it("that never came leaves all as it was: the same may be sent again", async () => {
    server.use(http.get(BASICS, () => HttpResponse.error()));
    await expect(asked()).rejects.toBeInstanceOf(AwayError);
    server.use(http.get(BASICS, () => HttpResponse.json({ detail: "wait" }, { status: 503 })));
    const busy = await asked().catch((error: unknown) => error);
    expect(busy).toBeInstanceOf(BusyError);
    expect((busy as Error).message).toBe("wait");
  });

  it("given up by the page itself is not the server's being away", async () => {
    const left = new DOMException("left", "AbortError");
    await expect(answer(Promise.reject(left))).rejects.toBe(left);
    const other = new DOMException("cut", "NetworkError");
    await expect(answer(Promise.reject(other))).rejects.toBeInstanceOf(AwayError);
  });

  it("that refuses names its fields; one that says nothing still is one", async () => {
    const errors = [{ field: "length_mm", was_read: "x", accepted: "a length" }];
    server.use(
      http.get(BASICS, () => HttpResponse.json({ detail: "no", errors }, { status: 422 })),
    );
    const refused = (await asked().catch((error: unknown) => error)) as ProblemError;
    expect(refused.problem).toMatchObject({ status: 422, detail: "no", errors });
    server.use(
      http.get(BASICS, () => HttpResponse.json(null, { status: 500, statusText: "Broken" })),
    );
    const broken = (await asked().catch((error: unknown) => error)) as ProblemError;
    expect(broken.problem).toMatchObject({
      title: "Something went wrong",
      detail: "Broken",
      errors: [],
    });
  });
});

describe("what is wrong with a field", () => {
  const error = new ProblemError({
    title: "No", status: 422, detail: "no", current: null,
    errors: [{ field: "length_mm", was_read: "x", accepted: "a length such as 25 in" }],
  }); // prettier-ignore
  it("is said with what was read, for that field alone", () => {
    expect(faultOf(error, "length_mm")).toBe("Read “x”. A length such as 25 in");
    expect(faultOf(error, "thickness_mm")).toBeNull();
    expect(faultOf(new Error("away"), "length_mm")).toBeNull();
    const read = {
      ...error.problem,
      errors: [{ field: "text", was_read: "y", accepted: "a size" }],
    };
    expect(faultOf(new ProblemError(read), "anything")).toBe("Read “y”. A size");
  });
});

it("every question says in which units its answer is wanted", async () => {
  const asked: Array<string | null> = [];
  server.use(
    http.get("*/api/basics", ({ request }) => {
      asked.push(request.headers.get("Pellak-Units"));
      return HttpResponse.json({});
    }),
  );
  await client.GET("/api/basics", { baseUrl: location.origin });
  speakIn("inch");
  await client.GET("/api/basics", { baseUrl: location.origin });
  speakIn("metric");
  expect(asked).toEqual(["metric", "inch"]);
});

it("a file goes as it is, and is refused like anything else", async () => {
  // Node sends its own files; the test's page has others.
  const file = new NodeFile(["name,bore\n"], "rack.csv") as unknown as File;
  server.use(
    http.post("*/api/rack/import", async ({ request }) =>
      HttpResponse.json({
        type: request.headers.get("content-type"),
        size: (await request.arrayBuffer()).byteLength,
      }),
    ),
  );
  const path = new URL("/api/rack/import", location.href).href;
  await expect(sendFile(path, file)).resolves.toEqual({
    type: "application/octet-stream",
    size: 10,
  });
  server.use(
    http.post("*/api/rack/import", () => HttpResponse.json({ detail: "no" }, { status: 422 })),
  );
  await expect(sendFile(path, file)).rejects.toBeInstanceOf(ProblemError);
});

describe("what is asked again by itself", () => {
  const every = marksQuery.refetchInterval as (query: object) => number | false;
  it("is marks, as long as plans are still to be reckoned", () => {
    expect(every({ state: {} })).toBe(false);
    expect(every({ state: { data: { jobs_to_reckon: 0 } } })).toBe(false);
    expect(every({ state: { data: { jobs_to_reckon: 1 } } })).toBe(1000);
  });
});

describe("figures while one types", () => {
  type Kept = (before: string, query: { queryKey: unknown[] } | undefined) => string | undefined;
  const kept = (key: unknown[] | undefined) =>
    (previewQuery("j1", 3, "length_mm", "25").placeholderData as unknown as Kept)(
      "before", key && { queryKey: key },
    ); // prettier-ignore
  it("stay those of the text before, of this very field, job and version", () => {
    expect(kept(["preview", "j1", 3, "length_mm", "2"])).toBe("before");
    expect(kept(["preview", "j2", 3, "length_mm", "2"])).toBeUndefined();
    expect(kept(["preview", "j1", 2, "length_mm", "2"])).toBeUndefined();
    expect(kept(["preview", "j1", 3, "thickness_mm", "2"])).toBeUndefined();
    expect(kept(undefined)).toBeUndefined();
  });
  it("are asked for once something is typed", () => {
    expect(previewQuery("j1", 3, "length_mm", "25").enabled).toBe(true);
    expect(previewQuery("j1", 3, "length_mm", "  ").enabled).toBe(false);
    expect(previewQuery("j1", 3, "length_mm", null).enabled).toBe(false);
  });
});
