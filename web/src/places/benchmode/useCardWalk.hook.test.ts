import { act, renderHook } from "@testing-library/react";
import { beforeEach, describe, expect, it, vi } from "vitest";

import type { Run } from "../../api/client";
import type { Bench } from "../../tools/useBenchRun";
import { LOOK, useCardWalk } from "./useCardWalk";

const card = (id: string, more: object = {}) => ({
  step: { id, kind: "step", gate: "note", phase: "piece", ...more },
});
const CARDS = [
  card("who", { kind: "begin" }),
  card("clear", { gate: "stop" }),
  card("leak", { gate: "stop", kind: "leak" }),
  card("seam"),
  card("close", { phase: "shut-down" }),
  card("watch", { kind: "fire-watch", gate: "stop", phase: "shut-down" }),
];

const asRun = (bench: object, log: object = { who: "Ida" }) =>
  ({
    line: { id: "r1" },
    log,
    bench: { at: "clear", left: "", answered: [], clocks: [], cards: CARDS, ...bench },
  }) as unknown as Run;

/** A bench that takes whatever is asked of it, unless it is told to refuse. */
function taking() {
  return {
    stand: vi.fn(async (step: string) => ({ bench: { at: step } })),
    confirm: vi.fn(async () => ({ bench: {} }) as object | null),
    clearRefusal: vi.fn(),
  };
}

function walking(bench: object = {}, log?: object) {
  const takes = taking();
  const { result, rerender } = renderHook(
    ({ run }: { run: Run }) => useCardWalk(run, takes as unknown as Bench),
    { initialProps: { run: asRun(bench, log) } },
  );
  const does = (what: () => void) => act(async () => what());
  return { takes, walk: () => result.current, does, now: (run: Run) => rerender({ run }) };
}

beforeEach(() => {
  vi.stubGlobal("scrollTo", vi.fn());
});

describe("from card to card", () => {
  it("goes on from a card that asks nothing, and back", async () => {
    const { walk, does, takes } = walking({ at: "seam" });
    expect([walk().here, walk().count, walk().asks]).toEqual([3, 6, false]);
    await does(walk().forward);
    expect(walk().card?.step.id).toBe("close");
    await does(walk().back);
    expect(walk().card?.step.id).toBe("seam");
    expect(takes.stand.mock.calls).toEqual([["close"], ["seam"]]);
  });

  it("stays at the first card when it is asked to go back", async () => {
    const { walk, does, takes } = walking({ at: "who" });
    await does(walk().back);
    expect(walk().here).toBe(0);
    expect(takes.stand).not.toHaveBeenCalled();
  });

  it("ends at looking and logging", async () => {
    const { walk, does, takes } = walking({ at: "watch", answered: ["watch"] });
    await does(walk().forward);
    expect(walk().card).toBeUndefined();
    expect(takes.stand).toHaveBeenLastCalledWith(LOOK);
    await does(walk().forward);
    await does(() => walk().say("yes"));
    expect(takes.stand).toHaveBeenCalledTimes(1);
  });

  it("goes straight to the shut-down from anywhere", async () => {
    const { walk, does } = walking({ at: "clear" });
    await does(walk().out);
    expect(walk().card?.step.id).toBe("close");
  });

  it("stands where the server stands, where it is not let on", async () => {
    const { walk, does, takes } = walking({ at: "seam" });
    takes.stand.mockResolvedValueOnce({ bench: { at: "clear" } });
    await does(walk().forward);
    expect(walk().card?.step.id).toBe("clear");
    takes.stand.mockResolvedValueOnce(null as never);
    await does(walk().back);
    expect(walk().card?.step.id).toBe("seam");
  });
});

describe("a stop", () => {
  it("is not passed by going on: it wants its own answer", async () => {
    const { walk, does, takes } = walking({ at: "clear" });
    expect(walk().asks).toBe(true);
    await does(walk().forward);
    expect(walk().wants).toMatch(/Answer this card itself/);
    expect(walk().card?.step.id).toBe("clear");
    expect(takes.stand).not.toHaveBeenCalled();
    await does(() => walk().say("yes"));
    expect(takes.confirm).toHaveBeenCalledWith("clear", "yes");
    expect(walk().card?.step.id).toBe("leak");
    expect(walk().wants).toBe("");
  });

  it("answered no holds where it is", async () => {
    const { walk, does, takes } = walking({ at: "clear" });
    await does(() => walk().say("no"));
    expect(takes.confirm).toHaveBeenCalledWith("clear", "no");
    expect(walk().card?.step.id).toBe("clear");
  });

  it("that the server judges is passed once the server has said so", async () => {
    const { walk, does, takes } = walking({ at: "leak" });
    takes.confirm.mockResolvedValueOnce(null);
    await does(() => walk().say("yes"));
    expect(walk().card?.step.id).toBe("leak");
    await does(() => walk().say("yes"));
    expect(walk().card?.step.id).toBe("seam");
  });

  it("once answered is a card like any other, and takes no second answer", async () => {
    const { walk, does, takes } = walking({ at: "clear", answered: ["clear"] });
    expect(walk().asks).toBe(false);
    await does(() => walk().say("yes"));
    expect(takes.confirm).not.toHaveBeenCalled();
    await does(walk().forward);
    expect(walk().card?.step.id).toBe("leak");
  });

  it("is kept under a name: nobody is let on unnamed", async () => {
    const unnamed = walking({ at: "who" }, { who: "" });
    await unnamed.does(unnamed.walk().forward);
    expect(unnamed.walk().wants).toMatch(/who holds the torch/);
    expect(unnamed.walk().here).toBe(0);
    const named = walking({ at: "who" });
    await named.does(named.walk().forward);
    expect(named.walk().here).toBe(1);
  });
});

describe("what a card leaves undone", () => {
  const LEFT = { at: "seam", left: "Two tacks are not made." };
  it("is said before going on, and gone on from by pressing once more", async () => {
    const { walk, does, takes } = walking(LEFT);
    expect(walk().leaves).toBe("");
    await does(walk().forward);
    expect(walk().leaves).toBe("Two tacks are not made.");
    expect(takes.stand).not.toHaveBeenCalled();
    await does(walk().forward);
    expect(walk().card?.step.id).toBe("close");
    expect(walk().leaves).toBe("");
  });

  it("may change meanwhile without being asked again", async () => {
    const { walk, does, now } = walking(LEFT);
    await does(walk().forward);
    now(asRun({ ...LEFT, left: "One tack is not made." }));
    expect(walk().leaves).toBe("One tack is not made.");
    await does(walk().forward);
    expect(walk().card?.step.id).toBe("close");
  });

  it("is of the card the server stands at, and of no other", async () => {
    const { walk, does } = walking(LEFT);
    await does(walk().back);
    expect(walk().card?.step.id).toBe("leak");
    expect(walk().leaves).toBe("");
  });
});

describe("the fire watch", () => {
  const over = (is: boolean, looked = false) => ({
    at: "watch",
    clocks: [{ clock: "fire-watch", over: is }],
    fire_watch_looked: looked,
  });

  it("under way is a stop that waits", async () => {
    const { walk, does } = walking(over(false));
    expect([walk().looks, walk().asks]).toEqual([false, true]);
    await does(walk().forward);
    expect(walk().wants).not.toBe("");
  });

  it("over asks for one more look, and going on says it was looked", async () => {
    const { walk, does, takes } = walking(over(true));
    expect([walk().looks, walk().asks]).toEqual([true, true]);
    await does(() => walk().say("yes"));
    expect(takes.confirm).not.toHaveBeenCalled();
    takes.confirm.mockResolvedValueOnce(null);
    await does(walk().forward);
    expect(walk().card?.step.id).toBe("watch");
    await does(walk().forward);
    expect(takes.confirm).toHaveBeenLastCalledWith("watch");
    expect(walk().card).toBeUndefined();
  });

  it("looked at once needs no second look", () => {
    const { walk } = walking({ ...over(true, true), answered: ["watch"] });
    expect([walk().looks, walk().asks]).toEqual([false, false]);
  });
});
