import { renderHook } from "@testing-library/react";
import { beforeEach, describe, expect, it } from "vitest";

import { type OpenJob, speakIn } from "../../api/client";
import { marksQuery } from "../../api/queries";
import { withinPage } from "../../testing/within";
import { changedSinceSeen, useSeen } from "./useSeen";

const job = (mark: string, puddle_s: number) =>
  ({
    id: "j1",
    mark,
    plan: {
      stations: [
        {
          figures: [
            { id: "puddle_s", label: "First puddle in", value: puddle_s, unit: "s", working: [1] },
          ],
        },
        {},
      ],
    },
  }) as unknown as OpenJob;

beforeEach(() => {
  localStorage.clear();
  speakIn("metric");
});

describe("what was seen of a job", () => {
  it("is what stood there when it was last looked at, not what is looked at now", () => {
    const { wrapper } = withinPage();
    const look = (of: OpenJob) => renderHook(() => useSeen(of), { wrapper }).result.current;
    expect(look(job("a", 3.8))("puddle_s")).toBeUndefined();
    const seen = look(job("b", 4.4))("puddle_s");
    expect(seen).toMatchObject({ value: 3.8, unit: "s", text: null, low: null });
    // Its working is not needed to say what it was.
    expect(seen).not.toHaveProperty("working");
    expect(look(job("b", 4.4))("puddle_s")?.value).toBe(4.4);
    expect(look(job("b", 4.4))("other")).toBeUndefined();
  });

  it("is kept with the list's marks, so that looking at a job is enough", () => {
    const { cache, wrapper } = withinPage();
    cache.setQueryData(marksQuery.queryKey, {
      marks: { j1: "old", j2: "x" },
      jobs_to_reckon: 0,
    } as never);
    renderHook(() => useSeen(job("new", 1)), { wrapper });
    expect(cache.getQueryData(marksQuery.queryKey)).toMatchObject({
      marks: { j1: "new", j2: "x" },
    });
    expect(changedSinceSeen("j1", "new")).toBe(false);
    expect(changedSinceSeen("j1", "newer")).toBe(true);
  });

  it("never seen, or not reckoned yet, is not changed", () => {
    expect(changedSinceSeen("j1", "a")).toBe(false);
    localStorage.setItem("pellak.mark.j1", "a");
    expect(changedSinceSeen("j1", undefined)).toBe(false);
    expect(changedSinceSeen("j1", "a")).toBe(false);
    expect(changedSinceSeen("j1", "b")).toBe(true);
  });

  it("says nothing of texts that were seen in other units", () => {
    const { wrapper } = withinPage();
    const said = { ...job("a", 3.8) };
    said.plan.stations[0]?.figures?.push({ id: "tacks", text: "23, 29 mm apart" } as never);
    const look = () => renderHook(() => useSeen(said), { wrapper }).result.current;
    look();
    expect(look()("tacks")?.text).toBe("23, 29 mm apart");
    speakIn("inch");
    const inches = look();
    speakIn("metric");
    expect(look()("tacks")).toBeUndefined();
    expect(inches("puddle_s")?.value).toBe(3.8);
  });

  it("that cannot be read is nothing", () => {
    localStorage.setItem("pellak.seen.j1", "{");
    const { wrapper } = withinPage();
    expect(
      renderHook(() => useSeen(job("a", 1)), { wrapper }).result.current("puddle_s"),
    ).toBeUndefined();
  });
});
