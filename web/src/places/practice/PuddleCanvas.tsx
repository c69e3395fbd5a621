import { useEffect, useImperativeHandle, useRef, type PointerEvent, type Ref } from "react";

import type { PuddleHello } from "../../api/client";
import { fitted } from "./fitted";
import { paintPuddle, puddleScale } from "./paintPuddle";
import type { PuddleFrame } from "./puddleWire";
import { useNextPaint } from "./useNextPaint";

export interface PuddlePainter {
  paint: (frame: PuddleFrame, hello: PuddleHello) => void;
}

/** A place on the sheet, and by what it was pointed at. */
export interface SheetPoint {
  xMm: number;
  yMm: number;
  pointer: number;
  touch: boolean;
  /** How a pen is tilted along the seam, degrees; null where nothing tells. */
  leanDeg: number | null;
}

interface PuddleCanvasProps {
  ref: Ref<PuddlePainter>;
  label: string;
  side?: "face" | "back";
  /** What it shows until the next frame. */
  first?: [PuddleFrame, PuddleHello] | null;
  onDown?: (at: SheetPoint) => void;
  onMove?: (at: SheetPoint) => void;
  onUp?: (at: SheetPoint) => void;
  onWheel?: ((turns: number) => void) | undefined;
}

/** The sheet from above, as large as there is room. */
export function PuddleCanvas({
  ref,
  label,
  side = "face",
  first = null,
  onDown,
  onMove,
  onUp,
  onWheel,
}: PuddleCanvasProps) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const last = useRef<[PuddleFrame, PuddleHello] | null>(null);
  const paint = (frame: PuddleFrame, hello: PuddleHello) => {
    const context = fitted(canvas.current);
    if (!context) return;
    const { width, height } = context.canvas;
    paintPuddle(context, width, height, frame, hello, side);
  };
  const soon = useNextPaint();
  useImperativeHandle(ref, () => ({
    paint: (frame, hello) => {
      last.current = [frame, hello];
      soon(() => paint(frame, hello));
    },
  }));
  const turned = useRef(onWheel);
  useEffect(() => {
    turned.current = onWheel;
  });
  useEffect(() => {
    const element = canvas.current;
    const again = () => {
      const shown = last.current ?? first;
      if (shown) paint(...shown);
    };
    again();
    // React listens to the wheel without the right to hold the page still.
    const wheel = (event: WheelEvent) => {
      if (!turned.current) return;
      event.preventDefault();
      turned.current(Math.sign(event.deltaY));
    };
    addEventListener("resize", again);
    element?.addEventListener("wheel", wheel, { passive: false });
    return () => {
      removeEventListener("resize", again);
      element?.removeEventListener("wheel", wheel);
    };
  });
  const tell = (
    event: PointerEvent<HTMLCanvasElement>,
    then: ((point: SheetPoint) => void) | undefined,
  ) => {
    const hello = last.current?.[1];
    if (!hello || !then) return;
    const box = event.currentTarget.getBoundingClientRect();
    const { perMm, x0, y0 } = puddleScale(box.width, box.height, hello);
    then({
      xMm: (event.clientX - box.left - x0) / perMm,
      yMm: (event.clientY - box.top - y0) / perMm,
      pointer: event.pointerId,
      touch: event.pointerType !== "mouse",
      leanDeg: event.pointerType === "pen" && event.tiltX !== 0 ? event.tiltX : null,
    });
  };
  return (
    <canvas
      ref={canvas}
      role="img"
      aria-label={label}
      className="block aspect-[4/3] w-full sm:aspect-[10/3] touch-none rounded bg-[#9aa3ab] select-none"
      onPointerDown={(event) => {
        if (event.pointerType !== "mouse") event.currentTarget.setPointerCapture(event.pointerId);
        tell(event, onDown);
      }}
      onPointerMove={(event) => tell(event, onMove)}
      onPointerUp={(event) => tell(event, onUp)}
      onPointerCancel={(event) => tell(event, onUp)}
      onContextMenu={(event) => event.preventDefault()}
    />
  );
}
