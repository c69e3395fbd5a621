import { act, renderHook } from "@testing-library/react";
import { beforeEach, describe, expect, it } from "vitest";

import type { Plan } from "../../api/client";
import { differing, useRedo } from "./useRedo";

const job = (fields: object) => fields as unknown as Plan["job"];

beforeEach(() => localStorage.clear());

describe("what turns one job into another", () => {
  it("is what differs, as it was typed where it was", () => {
    const from = job({ kind: "seam", name: "a", thickness_mm: 1.2, length_mm: 300, typed: {} });
    const to = job({
      kind: "seam",
      name: "a",
      thickness_mm: 1.5,
      length_mm: null,
      answers: { held: "air" },
      typed: { thickness_mm: "16 ga" },
    });
    expect(differing(from, to)).toEqual({
      thickness_mm: "16 ga",
      length_mm: null,
      answers: { held: "air" },
    });
    expect(differing(to, to)).toEqual({});
  });
});

describe("what was taken back", () => {
  const redo = (version: number) => {
    const { result, rerender } = renderHook(({ at }) => useRedo("j1", at), {
      initialProps: { at: version },
    });
    return { now: () => result.current, at: (next: number) => rerender({ at: next }) };
  };

  it("is done again, the last first, and after the page was loaded anew", () => {
    const first = redo(5);
    expect(first.now().next).toBeNull();
    act(() => first.now().remember({ length_mm: 400 }, 6));
    first.at(6);
    act(() => first.now().remember({ length_mm: 300 }, 7));
    const anew = redo(7);
    expect(anew.now().next).toEqual({ length_mm: 300 });
    act(() => anew.now().done(8));
    anew.at(8);
    expect(anew.now().next).toEqual({ length_mm: 400 });
    act(() => anew.now().done(9));
    anew.at(9);
    expect(anew.now().next).toBeNull();
  });

  it("is gone once something else was changed", () => {
    const { now, at } = redo(5);
    act(() => now().remember({ length_mm: 400 }, 6));
    at(7);
    expect(now().next).toBeNull();
  });

  it("is kept for one job alone, the last fifty", () => {
    const { now, at } = redo(0);
    for (let n = 1; n <= 60; n++) {
      act(() => now().remember({ length_mm: n }, n));
      at(n);
    }
    expect(JSON.parse(localStorage.getItem("pellak.redo.j1") ?? "").changes).toHaveLength(50);
    expect(renderHook(() => useRedo("j2", 60)).result.current.next).toBeNull();
  });

  it("that cannot be read is none", () => {
    localStorage.setItem("pellak.redo.j1", "{");
    expect(redo(1).now().next).toBeNull();
  });
});
