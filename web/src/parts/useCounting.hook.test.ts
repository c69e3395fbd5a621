import { act, renderHook } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";

import { useCounting } from "./useCounting";

beforeEach(
  () => void vi.useFakeTimers({ toFake: ["Date", "performance", "setInterval", "clearInterval"] }),
);
afterEach(() => void vi.useRealTimers());

const passes = (ms: number) => act(() => void vi.advanceTimersByTime(ms));
const counting = (elapsed_s: number, seconds: number | null) => {
  const slept = vi.fn();
  const { result, unmount } = renderHook(() => useCounting({ elapsed_s, seconds }, slept));
  return { slept, unmount, now: () => result.current };
};

describe("a clock counted on", () => {
  it("goes on from what the server said, and ends at nothing left", () => {
    const { now } = counting(40, 60);
    passes(12_000);
    expect(now().seconds).toBeCloseTo(52, 1);
    expect(now().left).toBeCloseTo(8, 1);
    passes(30_000);
    expect(now().left).toBe(0);
  });

  it("without an end counts up alone", () => {
    const { now } = counting(0, null);
    passes(5000);
    expect(now().seconds).toBeCloseTo(5, 1);
    expect(now().left).toBeNull();
  });

  it.each([3600_000, -3600_000, 3500])(
    "shows the right time when the tablet's clock jumps by %s ms, and asks the server",
    (jump) => {
      const { slept, now } = counting(10, 60);
      passes(1000);
      expect(slept).not.toHaveBeenCalled();
      vi.setSystemTime(Date.now() + jump);
      passes(1000);
      expect(slept).toHaveBeenCalledTimes(1);
      expect(now().seconds).toBeCloseTo(12, 1);
    },
  );

  it("takes a clock that is set right by a little for what it is", () => {
    const { slept } = counting(10, 60);
    vi.setSystemTime(Date.now() + 2500);
    passes(1000);
    expect(slept).not.toHaveBeenCalled();
  });

  it("stops counting with the page", () => {
    const { unmount } = counting(0, 60);
    unmount();
    expect(vi.getTimerCount()).toBe(0);
  });
});
