import { renderHook } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";

import { useSignal } from "./useSignal";

interface Tone {
  hertz: number;
  from: number;
  to: number;
}
const tones: Tone[] = [];
const resumed = vi.fn();
const shook = vi.fn();

class Audio {
  currentTime = 10;
  destination = {};
  resume = resumed;
  createGain() {
    return { gain: { value: 0 }, connect: () => {} };
  }
  createOscillator() {
    const tone: Tone = { hertz: 0, from: 0, to: 0 };
    tones.push(tone);
    return {
      frequency: {
        set value(hertz: number) {
          tone.hertz = hertz;
        },
      },
      connect: (level: unknown) => level,
      start: (at: number) => (tone.from = at),
      stop: (at: number) => (tone.to = at),
    };
  }
}

beforeEach(() => {
  tones.length = 0;
  resumed.mockClear();
  shook.mockClear();
  vi.stubGlobal("AudioContext", Audio);
  Object.defineProperty(navigator, "vibrate", { value: shook, configurable: true });
});
afterEach(() => void vi.unstubAllGlobals());

const signal = (sound: boolean, vibration: boolean) =>
  renderHook(() => useSignal(sound, vibration)).result.current;

describe("the bell of the bench", () => {
  it("rings three times and shakes, once the page was touched", () => {
    const { wake, give } = signal(true, true);
    give();
    expect(tones).toEqual([]);
    wake();
    expect(resumed).toHaveBeenCalledTimes(1);
    give();
    expect(
      tones.map(({ from, to, hertz }) => [from, Number((to - from).toFixed(2)), hertz]),
    ).toEqual([
      [10, 0.22, 880],
      [10.35, 0.22, 880],
      [10.7, 0.22, 880],
    ]);
    expect(shook).toHaveBeenLastCalledWith([300, 150, 300, 150, 300]);
  });

  it("ticks short and high", () => {
    const { wake, tick } = signal(true, true);
    wake();
    tick();
    expect(tones.map(({ from, to, hertz }) => [Number((to - from).toFixed(2)), hertz])).toEqual([
      [0.03, 1600],
    ]);
    expect(shook).not.toHaveBeenCalled();
  });

  it("is silent where it is switched off, and still where it is not to shake", () => {
    const silent = signal(false, true);
    silent.wake();
    silent.give();
    silent.tick();
    expect([tones.length, resumed.mock.calls.length, shook.mock.calls.length]).toEqual([0, 0, 1]);
    const still = signal(true, false);
    still.wake();
    still.give();
    expect([tones.length, shook.mock.calls.length]).toEqual([3, 1]);
  });

  it("does not shake a page that was never touched, and is heard of all the same", () => {
    Object.defineProperty(navigator, "userActivation", {
      value: { hasBeenActive: false },
      configurable: true,
    });
    const heard = vi.fn();
    document.addEventListener("pellak:signal", heard);
    signal(true, true).give();
    expect([heard.mock.calls.length, shook.mock.calls.length]).toEqual([1, 0]);
    Object.defineProperty(navigator, "userActivation", { value: undefined, configurable: true });
    signal(true, true).give();
    expect(shook).toHaveBeenCalledTimes(1);
    document.removeEventListener("pellak:signal", heard);
  });

  it("wakes nothing where the browser has no sound", () => {
    vi.unstubAllGlobals();
    const { wake, give } = signal(true, false);
    wake();
    give();
    expect([tones.length, resumed.mock.calls.length]).toEqual([0, 0]);
  });
});
