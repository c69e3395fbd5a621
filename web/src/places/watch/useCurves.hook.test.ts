import { renderHook, waitFor } from "@testing-library/react";
import { http, HttpResponse } from "msw";
import { expect, it } from "vitest";

import { server } from "../../testing/server";
import { useCurves } from "./useCurves";

it("asks for readings from where the last answer ended, and never twice for the same", async () => {
  const asked: string[] = [];
  let away = false;
  server.use(
    http.get("*/api/watches/w1/curves", ({ request }) => {
      const after = new URL(request.url).searchParams.get("after") ?? "";
      asked.push(after);
      if (away) return HttpResponse.error();
      const from = Number(after);
      return HttpResponse.json({
        last_entry: from + 2,
        channels: [{ name: "near", at_s: [from, from + 1], c: [20 + from, 21 + from] }],
      });
    }),
  );
  const { result, rerender } = renderHook(({ last }) => useCurves("w1", last), {
    initialProps: { last: 0 },
  });
  expect(asked).toEqual([]);
  rerender({ last: 2 });
  await waitFor(() => expect(result.current.at_s).toEqual([0, 1]));
  rerender({ last: 2 });
  rerender({ last: 4 });
  await waitFor(() => expect(result.current.at_s).toEqual([0, 1, 2, 3]));
  expect(result.current.c[0]).toEqual([20, 21, 22, 23]);
  expect(asked).toEqual(["0", "2"]);
  // Away for a moment: the next entry asks for both.
  away = true;
  rerender({ last: 5 });
  await waitFor(() => expect(asked).toHaveLength(3));
  away = false;
  rerender({ last: 6 });
  await waitFor(() => expect(result.current.at_s).toHaveLength(6));
  expect(asked).toEqual(["0", "2", "4", "4"]);
});
