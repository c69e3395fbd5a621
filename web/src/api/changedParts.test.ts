import { readFileSync } from "node:fs";
import { beforeEach, describe, expect, test, vi } from "vitest";

import { withParts } from "./changedParts";

interface Case {
  before: unknown;
  after: unknown;
  part: unknown[] | Record<string, unknown>;
}

const CASES = JSON.parse(
  readFileSync(new URL("../../../tests/api/changed_parts.json", import.meta.url), "utf8"),
) as Case[];

test.each(CASES.map((one) => [JSON.stringify(one.part), one] as const))(
  "%s is put together as the server took it apart",
  (_, { before, after, part }) => {
    const stood = JSON.stringify(before);
    expect(withParts(before, part)).toEqual(after);
    expect(JSON.stringify(before)).toBe(stood);
  },
);

describe("what the page holds of a job", () => {
  const url = "http://localhost/api/jobs/0123456789ab";
  const told = (body: unknown, headers: Record<string, string>) =>
    new Response(JSON.stringify(body), { headers });

  // The module remembers: each story begins with nothing held.
  beforeEach(() => vi.resetModules());
  const fresh = () => import("./changedParts");

  test("is asked for whole at first and by its tag from then on", async () => {
    const { holding, madeWhole } = await fresh();
    expect(holding(url)).toBe("none");
    await madeWhole(url, told({ version: 1, plan: { a: 1 } }, { "Pellak-Tag": "t1" }));
    expect(holding(`${url}/preview`)).toBe("t1");
    const next = await madeWhole(
      url,
      told({ version: [2] }, { "Pellak-Tag": "t2", "Pellak-Changed-From": "t1" }),
    );
    expect(await next.json()).toEqual({ version: 2, plan: { a: 1 } });
    expect(holding(url)).toBe("t2");
  });

  test("is let go when many others were looked at, and then asked for whole", async () => {
    const { holding, madeWhole } = await fresh();
    await madeWhole(url, told({}, { "Pellak-Tag": "old" }));
    for (let at = 0; at < 8; at += 1) {
      const other = `http://localhost/api/jobs/${String(at).padStart(12, "0")}`;
      await madeWhole(other, told({}, { "Pellak-Tag": `t${at}` }));
    }
    expect(holding(url)).toBe("none");
  });

  test("is no matter of other addresses, or of answers without a tag", async () => {
    const { holding, madeWhole } = await fresh();
    expect(holding("http://localhost/api/jobs")).toBeNull();
    expect(holding("http://localhost/api/jobs/read-line")).toBeNull();
    const plain = told({ detail: "no" }, {});
    expect(await madeWhole(url, plain)).toBe(plain);
  });
});
