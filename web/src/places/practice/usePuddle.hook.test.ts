import { act, renderHook } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";

import { MOST_HEIGHT_MM, MOST_LEAN_DEG, usePuddle } from "./usePuddle";

const press = vi.fn();
const again = vi.fn();
const HELLO = { working_mm: 4, lean_deg: 30, off_mm: 200, lift_mm_per_s: 20 };
let hello: typeof HELLO | null = HELLO;
vi.mock("./useTrainer", () => ({
  useTrainer: () => ({ hello, tell: () => {}, press, again, playing: "playing" }),
}));

beforeEach(() => {
  hello = HELLO;
  press.mockClear();
  vi.useFakeTimers({ toFake: ["setInterval", "clearInterval"] });
});
afterEach(() => void vi.useRealTimers());

function puddle() {
  const { result, unmount } = renderHook(() => usePuddle("task=run", () => {}));
  const does = (what: () => void) => act(() => what());
  return { now: () => result.current, hand: () => result.current.at.current, does, unmount };
}

describe("a hand over the sheet", () => {
  it("is far off until it is brought down to where one works", () => {
    const { now, hand, does } = puddle();
    expect(hand().heightMm).toBe(300);
    does(() => now().bring(true));
    expect([hand().heightMm, hand().leanDeg, now().down]).toEqual([4, 30, true]);
    does(() => now().bring(false));
    expect([hand().heightMm, now().down]).toEqual([200, false]);
  });

  it("knows no height and no lean before the trainer has said where one works", () => {
    hello = null;
    const { now, hand, does } = puddle();
    expect([now().heightMm, now().leanDeg]).toEqual([0, 0]);
    does(() => now().bring(false));
    expect(hand().heightMm).toBe(300);
  });

  it("takes the rod along where it moves, and dabs it there or elsewhere", () => {
    const { now, hand, does } = puddle();
    does(() => now().move(12, -3));
    expect(hand()).toMatchObject({ xMm: 12, yMm: -3, rodXMm: 12, rodYMm: -3 });
    does(() => now().dab());
    expect(hand()).toMatchObject({ rodXMm: 12, rodYMm: -3 });
    does(() => now().dab(20, 1));
    expect(hand()).toMatchObject({ xMm: 12, rodXMm: 20, rodYMm: 1 });
    does(() => now().brush());
    does(() => now().end());
    expect(press.mock.calls).toEqual([[1], [1], [2], [4]]);
  });

  it("goes as far as its handles and no farther", () => {
    const { now, hand, does } = puddle();
    does(() => now().bring(true));
    for (const [asked, is] of [
      [7, 7],
      [-1, 0],
      [99, MOST_HEIGHT_MM],
    ] as const) {
      does(() => now().height(asked));
      expect([now().heightMm, hand().heightMm]).toEqual([is, is]);
    }
    for (const [asked, is] of [
      [45, 45],
      [-5, 0],
      [90, MOST_LEAN_DEG],
    ] as const) {
      does(() => now().lean(asked));
      expect([now().leanDeg, hand().leanDeg]).toEqual([is, is]);
    }
  });

  it("set higher while it is off the work stays off, and comes down there", () => {
    const { now, hand, does } = puddle();
    does(() => now().height(9));
    expect(hand().heightMm).toBe(300);
    does(() => now().bring(true));
    expect(hand().heightMm).toBe(9);
  });

  it("is lifted by and by, and off the work above 40 mm", () => {
    const { now, hand, does, unmount } = puddle();
    does(() => now().bring(true));
    does(() => now().lift());
    does(() => vi.advanceTimersByTime(1000));
    expect(hand().heightMm).toBeCloseTo(4 + 20, 5);
    expect(now().down).toBe(true);
    does(() => vi.advanceTimersByTime(1000));
    expect(hand().heightMm).toBe(200);
    expect(now().down).toBe(false);
    expect(vi.getTimerCount()).toBe(0);
    unmount();
  });

  it("brought down while it is lifted stays down", () => {
    const { now, hand, does } = puddle();
    does(() => now().bring(true));
    does(() => now().lift());
    does(() => now().bring(true));
    does(() => vi.advanceTimersByTime(5000));
    expect(hand().heightMm).toBe(4);
  });

  it("begins anew at rest, without its mirror", () => {
    const { now, hand, does } = puddle();
    does(() => now().bring(true));
    does(() => now().look(true));
    expect([now().mirror, hand().mirror]).toEqual([true, true]);
    does(() => now().again());
    expect(hand()).toMatchObject({ heightMm: 300, mirror: false });
    expect([now().down, now().mirror]).toEqual([false, false]);
    expect(again).toHaveBeenCalled();
  });
});
