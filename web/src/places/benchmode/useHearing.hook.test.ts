import { renderHook } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";

import { HEARS_EVERY_MS, useHearing } from "./useHearing";

describe("a bench that stands open", () => {
  beforeEach(() => void vi.useFakeTimers());
  afterEach(() => void vi.useRealTimers());

  it("asks within five seconds, and goes on asking", async () => {
    const hear = vi.fn(() => Promise.resolve());
    renderHook(() => useHearing(hear));
    expect(HEARS_EVERY_MS).toBeLessThan(5000);
    await vi.advanceTimersByTimeAsync(5000);
    expect(hear).toHaveBeenCalledTimes(1);
    await vi.advanceTimersByTimeAsync(3 * HEARS_EVERY_MS);
    expect(hear).toHaveBeenCalledTimes(4);
  });

  it("asks once at a time, however long the answer takes", async () => {
    let answered = () => {};
    const hear = vi.fn(() => new Promise<void>((resolve) => (answered = resolve)));
    renderHook(() => useHearing(hear));
    await vi.advanceTimersByTimeAsync(20_000);
    expect(hear).toHaveBeenCalledTimes(1);
    answered();
    await vi.advanceTimersByTimeAsync(HEARS_EVERY_MS);
    expect(hear).toHaveBeenCalledTimes(2);
  });

  it("asks at once when it comes to the front, and not after it was left", async () => {
    const hear = vi.fn(() => Promise.resolve());
    const { unmount } = renderHook(() => useHearing(hear));
    document.dispatchEvent(new Event("visibilitychange"));
    expect(hear).toHaveBeenCalledTimes(1);
    await vi.advanceTimersByTimeAsync(0);
    unmount();
    document.dispatchEvent(new Event("visibilitychange"));
    await vi.advanceTimersByTimeAsync(20_000);
    expect(hear).toHaveBeenCalledTimes(1);
  });
});
