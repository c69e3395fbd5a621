import { act, renderHook } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";

import type { Watch } from "../../api/client";
import { useCalls } from "./useCalls";

const watch = (more: object = {}, verdict: object = {}) =>
  ({
    line: { ended_at: null, job_name: "Pawls" },
    channels: [{ name: "near", fault: null }],
    verdict: { name: "hold", calls: false, say: "Hold it there.", ...verdict },
    ...more,
  }) as unknown as Watch;
const sick = { channels: [{ name: "near", fault: "stuck" }] };

beforeEach(() => {
  document.title = "Pellak";
  vi.useFakeTimers({ toFake: ["setInterval", "clearInterval"] });
});
afterEach(() => void vi.useRealTimers());

function calling(first: Watch) {
  const give = vi.fn();
  const { result, rerender, unmount } = renderHook(
    ({ of }: { of: Watch }) => useCalls(of, "220 °C", give),
    { initialProps: { of: first } },
  );
  return { give, is: () => result.current, now: (of: Watch) => rerender({ of }), unmount };
}

describe("who is called", () => {
  it("is nobody while all is well", () => {
    const { give, is } = calling(watch());
    expect(is().calling).toBe(false);
    act(() => void vi.advanceTimersByTime(60_000));
    expect(give).not.toHaveBeenCalled();
    expect(document.title).toBe("hold · 220 °C · Pellak");
  });

  it.each([
    ["a verdict that calls", watch({}, { calls: true })],
    ["a sick thermometer", watch(sick)],
  ])("hears of %s at once and every fifteen seconds, until they say they heard", (_why, of) => {
    const { give, is } = calling(of);
    expect([is().calling, give.mock.calls.length]).toEqual([true, 1]);
    expect(document.title).toBe("● hold · 220 °C · Pellak");
    act(() => void vi.advanceTimersByTime(14_999));
    expect(give).toHaveBeenCalledTimes(1);
    act(() => void vi.advanceTimersByTime(1));
    expect(give).toHaveBeenCalledTimes(2);
    act(() => is().hear());
    act(() => void vi.advanceTimersByTime(60_000));
    expect([is().calling, give.mock.calls.length]).toEqual([false, 2]);
  });

  it("hears of something new though they heard what was before", () => {
    const { give, is, now } = calling(watch(sick));
    act(() => is().hear());
    now(watch(sick, { calls: true }));
    expect([is().calling, give.mock.calls.length]).toEqual([true, 2]);
  });

  it("hears nothing more of a watch that has ended", () => {
    const ended = { line: { ended_at: "2026-11-25T10:00:00Z", job_name: "Pawls" } };
    const { give, is, unmount } = calling(watch({ ...sick, ...ended }, { calls: true }));
    expect([is().calling, give.mock.calls.length]).toEqual([false, 0]);
    expect(document.title).toBe("Pawls, watched · Pellak");
    unmount();
    expect(document.title).toBe("Pellak");
  });
});
