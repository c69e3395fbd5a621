import { http, HttpResponse } from "msw";
import { describe, expect, it } from "vitest";

import { server } from "../testing/server";
import { client } from "./client";
import { afterKey, everyPage } from "./pages";

describe("the key after which the next page begins", () => {
  it.each([
    ['</api/rack?most=2&after=b1>; rel="next"', "b1"],
    ['</api/rack?after=a%20b>; rel="next"', "a b"],
    ['</api/rack?after=b1>; rel="prev"', null],
    ["", null],
    [null, null],
  ])("of %s is %s", (link, key) => expect(afterKey(link)).toBe(key));
});

describe("a list that comes in pages", () => {
  const lines = ["a", "b", "c", "d", "e"].map((id) => ({ id }));
  const pages = (asked: (string | null)[], most: number) =>
    http.get("*/api/rack", ({ request }) => {
      const after = new URL(request.url).searchParams.get("after");
      asked.push(after);
      const from = lines.findIndex((line) => line.id === after) + 1;
      const page = lines.slice(from, from + most);
      const last = page.at(-1)?.id;
      const more = from + most < lines.length;
      return HttpResponse.json(page, {
        headers: more ? { link: `</api/rack?after=${last}>; rel="next"` } : {},
      });
    });
  const rack = () => everyPage((page) => client.GET("/api/rack", { params: { query: page } }));

  it.each([1, 2, 5, 9])("is there whole, %d lines a page", async (most) => {
    const asked: (string | null)[] = [];
    server.use(pages(asked, most));
    expect(await rack()).toEqual(lines);
    expect(asked).toHaveLength(Math.ceil(lines.length / most));
  });

  it("is refused whole when one page is", async () => {
    const asked: (string | null)[] = [];
    server.use(
      http.get("*/api/rack", ({ request }) =>
        new URL(request.url).searchParams.has("after")
          ? HttpResponse.json({ title: "Gone", detail: "begin anew" }, { status: 422 })
          : undefined,
      ),
      pages(asked, 2),
    );
    await expect(rack()).rejects.toThrow("begin anew");
  });
});
