import { renderHook } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";

import { AwayError, BusyError } from "../api/client";
import { held } from "../testing/within";
import { useTurns } from "./useTurns";

beforeEach(() => void vi.useFakeTimers());
afterEach(() => void vi.useRealTimers());

const turns = () => {
  const waits = vi.fn();
  return { waits, ...renderHook(() => useTurns(waits)).result.current };
};

describe("what is done in turn", () => {
  it("goes out in the order it was done, however long the first one takes", async () => {
    const { inTurn } = turns();
    const slow = held();
    const done: string[] = [];
    const first = inTurn(async () => {
      await slow.promise;
      done.push("first");
    });
    const second = inTurn(async () => void done.push("second"));
    await vi.advanceTimersByTimeAsync(10_000);
    expect(done).toEqual([]);
    slow.end();
    await Promise.all([first, second]);
    expect(done).toEqual(["first", "second"]);
  });

  it("goes on after one that went wrong, whose fault only it is told", async () => {
    const { inTurn } = turns();
    const wrong = inTurn(() => Promise.reject(new Error("no")));
    await expect(wrong).rejects.toThrow("no");
    await expect(inTurn(async () => "yes")).resolves.toBe("yes");
  });
});

describe("what is sent until it is answered", () => {
  it("is sent again every two seconds while the server is away, and says so", async () => {
    const { untilAnswered, waits } = turns();
    const send = vi
      .fn<() => Promise<string>>()
      .mockRejectedValueOnce(new AwayError("away"))
      .mockRejectedValueOnce(new BusyError("busy"))
      .mockResolvedValueOnce("kept");
    const answered = untilAnswered(send);
    await vi.advanceTimersByTimeAsync(1999);
    expect(send).toHaveBeenCalledTimes(1);
    await vi.advanceTimersByTimeAsync(1);
    expect(send).toHaveBeenCalledTimes(2);
    await vi.advanceTimersByTimeAsync(2000);
    await expect(answered).resolves.toBe("kept");
    expect(waits.mock.calls).toEqual([["away"], ["busy"], [null]]);
  });

  it("is not sent again once it was refused", async () => {
    const { untilAnswered } = turns();
    const send = vi.fn(() => Promise.reject(new Error("refused")));
    await expect(untilAnswered(send)).rejects.toThrow("refused");
    await vi.advanceTimersByTimeAsync(60_000);
    expect(send).toHaveBeenCalledTimes(1);
  });
});
