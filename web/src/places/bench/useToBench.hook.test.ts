import { act, renderHook } from "@testing-library/react";
import { expect, it, vi } from "vitest";

import type { Plan } from "../../api/client";
import { useToBench } from "./useToBench";

/** A plan that waits for the answers to these, in this order. */
const waiting = (...fields: string[]) =>
  ({
    may_start: fields.length === 0,
    stations: [
      {
        figures: ["closed", "condition"].map((field) => ({ asks: { field } })),
        cautions: fields.map((field) => ({ level: "stop", asks: field })),
      },
    ],
  }) as unknown as Plan;

function wished(first: Plan, begun = false) {
  let plan = first;
  const start = vi.fn();
  const elsewhere = vi.fn();
  const { result } = renderHook(() =>
    useToBench({
      plan: first,
      latest: () => plan,
      begun,
      change: (changes) => {
        const left = ["closed", "condition"].filter((field) => !(field in changes));
        plan = "closed" in changes && first === twice ? waiting(...left) : waiting();
        return Promise.resolve(true);
      },
      start,
      elsewhere,
    }),
  );
  return { now: () => result.current, start, elsewhere };
}
const twice = waiting("closed", "condition");

it("begins what may begin, asked for by its key or with its line", () => {
  const byKey = wished(waiting());
  expect(byKey.start).not.toHaveBeenCalled();
  act(() => byKey.now().go());
  expect(byKey.start).toHaveBeenCalledTimes(1);
  expect(wished(waiting(), true).start).toHaveBeenCalledTimes(1);
});

it("asks one question after the other on the way, then begins", async () => {
  const { now, start } = wished(twice, true);
  expect(now().field).toBe("closed");
  await act(async () => {
    now().close();
    now().answer({ closed: "vented" });
    await Promise.resolve();
  });
  expect(now().field).toBe("condition");
  await act(async () => {
    now().close();
    now().answer({ condition: "sound" });
    await Promise.resolve();
  });
  expect(now().field).toBeNull();
  expect(start).toHaveBeenCalledTimes(1);
});

it("begins nothing where only the question was asked for", async () => {
  const { now, start } = wished(waiting("condition"));
  act(() => now().ask());
  expect(now().field).toBe("condition");
  await act(async () => {
    now().close();
    now().answer({ condition: "sound" });
    await Promise.resolve();
  });
  expect(start).not.toHaveBeenCalled();
});

it("goes where no answer helps: a box that is empty, a stop that stands", () => {
  const { now, elsewhere, start } = wished(waiting("thickness_mm"));
  act(() => now().go());
  expect(elsewhere).toHaveBeenCalledTimes(1);
  expect(now().field).toBeNull();
  expect(start).not.toHaveBeenCalled();
  expect(wished(waiting("thickness_mm"), true).elsewhere).toHaveBeenCalledTimes(1);
});
