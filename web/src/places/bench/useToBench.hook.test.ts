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
  const told = new Set<string>();
  const start = vi.fn();
  const forget = vi.fn();
  const elsewhere = vi.fn();
  const { result } = renderHook(() =>
    useToBench({
      plan: first,
      latest: () => plan,
      begun,
      forget,
      change: (changes) => {
        for (const field of Object.keys(changes)) told.add(field);
        const left = ["closed", "condition"].filter((field) => !told.has(field));
        plan = first === twice && left.length > 0 ? waiting(...left) : waiting();
        return Promise.resolve(true);
      },
      start,
      elsewhere,
    }),
  );
  return { now: () => result.current, start, forget, elsewhere };
}
const twice = waiting("closed", "condition");

it("begins what may begin, asked for by its key or with its line", () => {
  const byKey = wished(waiting());
  expect(byKey.start).not.toHaveBeenCalled();
  act(() => byKey.now().go());
  expect(byKey.start).toHaveBeenCalledTimes(1);
  const withItsLine = wished(waiting(), true);
  expect(withItsLine.start).toHaveBeenCalledTimes(1);
  expect(withItsLine.forget).toHaveBeenCalledTimes(1);
  expect(byKey.forget).not.toHaveBeenCalled();
});

it("does not ask again for an answer that is itself the stop", async () => {
  const { now, elsewhere } = wished(twice, true);
  await act(async () => {
    now().close();
    now().answer({ condition: "damaged" });
    await Promise.resolve();
  });
  expect(elsewhere).toHaveBeenCalledTimes(1);
  expect(now().field).toBeNull();
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
