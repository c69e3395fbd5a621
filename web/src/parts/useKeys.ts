import { useEffect, useRef } from "react";

type Keys = Record<string, (event: KeyboardEvent) => void>;

const writes = (target: EventTarget | null) =>
  target instanceof HTMLElement && target.closest("input, textarea, select, [contenteditable]");

/** Run something for keys pressed anywhere but in a field. Names as in KeyboardEvent.key. */
export function useKeys(keys: Keys, active = true) {
  const latest = useRef(keys);
  useEffect(() => {
    latest.current = keys;
  });
  useEffect(() => {
    if (!active) return;
    const press = (event: KeyboardEvent) => {
      if (event.defaultPrevented || writes(event.target)) return;
      // A key held down is one press: what it turns or answers happens once.
      if (event.repeat) {
        if (latest.current[event.key]) event.preventDefault();
        return;
      }
      const held = event.ctrlKey || event.metaKey ? "Mod+" : "";
      const run = latest.current[held + event.key];
      if (run === undefined) return;
      event.preventDefault();
      run(event);
    };
    addEventListener("keydown", press);
    return () => removeEventListener("keydown", press);
  }, [active]);
}
