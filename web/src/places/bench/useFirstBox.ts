import { useEffect } from "react";

const EMPTY_BOX = 'main input[placeholder$="?"]';
const FRAMES = 60;

/** Types into the first empty box of the drawing, if there is one. Says whether there was. */
export function focusFirstBox(): boolean {
  const boxes = document.querySelectorAll<HTMLInputElement>(EMPTY_BOX);
  const first = [...boxes].find((box) => box.value === "");
  first?.focus({ preventScroll: true });
  first?.scrollIntoView({ block: "nearest" });
  return first !== undefined;
}

/** On a job just made, the first empty box of its drawing is typed into at once. */
export function useFirstBox(fresh: boolean) {
  useEffect(() => {
    if (!fresh) return;
    let left = FRAMES;
    let frame = 0;
    const look = () => {
      // The drawing measures its room before its boxes stand.
      if (!focusFirstBox() && --left > 0) frame = requestAnimationFrame(look);
    };
    frame = requestAnimationFrame(look);
    return () => cancelAnimationFrame(frame);
  }, [fresh]);
}
