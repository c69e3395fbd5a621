import { renderHook } from "@testing-library/react";
import { afterEach, describe, expect, it, vi } from "vitest";

import { useKeys } from "./useKeys";

afterEach(() => (document.body.innerHTML = ""));

const press = (key: string, more: KeyboardEventInit = {}, on: EventTarget = document.body) => {
  const event = new KeyboardEvent("keydown", { key, bubbles: true, cancelable: true, ...more });
  on.dispatchEvent(event);
  return event;
};

describe("keys anywhere on the page", () => {
  it("do what they are for, and are then nobody else's", () => {
    const y = vi.fn();
    renderHook(() => useKeys({ y }));
    expect(press("y").defaultPrevented).toBe(true);
    expect(press("x").defaultPrevented).toBe(false);
    expect(y).toHaveBeenCalledTimes(1);
  });

  it("held down are one press", () => {
    const y = vi.fn();
    renderHook(() => useKeys({ y }));
    press("y");
    expect(press("y", { repeat: true }).defaultPrevented).toBe(true);
    expect(press("x", { repeat: true }).defaultPrevented).toBe(false);
    expect(y).toHaveBeenCalledTimes(1);
  });

  it("with Ctrl or the command key are keys of their own", () => {
    const plain = vi.fn();
    const mod = vi.fn();
    renderHook(() => useKeys({ z: plain, "Mod+z": mod }));
    press("z", { ctrlKey: true });
    press("z", { metaKey: true });
    expect([plain.mock.calls.length, mod.mock.calls.length]).toEqual([0, 2]);
    press("z");
    expect(plain).toHaveBeenCalledTimes(1);
  });

  it.each(["input", "textarea", "select"])("typed into a %s stay there", (tag) => {
    const y = vi.fn();
    renderHook(() => useKeys({ y }));
    const field = document.body.appendChild(document.createElement(tag));
    expect(press("y", {}, field).defaultPrevented).toBe(false);
    expect(y).not.toHaveBeenCalled();
  });

  it("that something else took, or that are not to be heard now, do nothing", () => {
    const y = vi.fn();
    const { rerender } = renderHook(({ on }) => useKeys({ y }, on), { initialProps: { on: true } });
    const taken = (event: Event) => event.preventDefault();
    document.body.addEventListener("keydown", taken);
    press("y");
    document.body.removeEventListener("keydown", taken);
    rerender({ on: false });
    press("y");
    expect(y).not.toHaveBeenCalled();
  });

  it("do what they are for now, not what they were for before", () => {
    const before = vi.fn();
    const after = vi.fn();
    const { rerender } = renderHook(({ y }) => useKeys({ y }), { initialProps: { y: before } });
    rerender({ y: after });
    press("y");
    expect([before.mock.calls.length, after.mock.calls.length]).toEqual([0, 1]);
  });
});
