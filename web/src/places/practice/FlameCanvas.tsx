import { useEffect, useImperativeHandle, useRef, type Ref } from "react";

import { useSettings } from "../../shell/settings";
import { fitted } from "./fitted";
import { paintFlame, type PaintedFlame } from "./paintFlame";
import { useNextPaint } from "./useNextPaint";

export interface FlamePainter {
  paint: (flame: PaintedFlame | null, jets: number) => void;
}

interface FlameCanvasProps {
  ref: Ref<FlamePainter>;
  label: string;
}

/** The flame as it burns, always before the dark: by daylight its envelope is not seen. */
export function FlameCanvas({ ref, label }: FlameCanvasProps) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const last = useRef<[PaintedFlame | null, number]>([null, 1]);
  const { theme } = useSettings();
  const paint = (flame: PaintedFlame | null, jets: number) => {
    const context = fitted(canvas.current);
    if (!context) return;
    const { width, height } = context.canvas;
    const steel = getComputedStyle(context.canvas).getPropertyValue("--steel") || "gray";
    paintFlame(context, width, height, flame, { jets, steel });
  };
  const soon = useNextPaint();
  useImperativeHandle(ref, () => ({
    paint: (flame, jets) => {
      last.current = [flame, jets];
      soon(() => paint(flame, jets));
    },
  }));
  useEffect(() => {
    const again = () => paint(...last.current);
    again();
    addEventListener("resize", again);
    return () => removeEventListener("resize", again);
  }, [theme]);
  return (
    <canvas
      ref={canvas}
      role="img"
      aria-label={label}
      className="block h-44 w-full rounded bg-[#0b0d10] sm:h-56"
    />
  );
}
