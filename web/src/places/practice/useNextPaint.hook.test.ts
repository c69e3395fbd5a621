import { renderHook } from "@testing-library/react";
import { afterEach, beforeEach, expect, it, vi } from "vitest";

import { useNextPaint } from "./useNextPaint";

beforeEach(() => {
  vi.useFakeTimers({ toFake: ["requestAnimationFrame", "cancelAnimationFrame"] });
});
afterEach(() => void vi.useRealTimers());

it("paints the last of what came since the last screen, and nothing once it is gone", () => {
  const painted: number[] = [];
  const { result, unmount } = renderHook(() => useNextPaint());
  for (const frame of [1, 2, 3]) result.current(() => painted.push(frame));
  expect(painted).toEqual([]);
  vi.advanceTimersToNextFrame();
  expect(painted).toEqual([3]);
  vi.advanceTimersToNextFrame();
  result.current(() => painted.push(4));
  vi.advanceTimersToNextFrame();
  expect(painted).toEqual([3, 4]);
  result.current(() => painted.push(5));
  unmount();
  vi.advanceTimersToNextFrame();
  expect(painted).toEqual([3, 4]);
});
