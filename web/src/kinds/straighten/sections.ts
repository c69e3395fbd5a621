// Outlines of common sections, drawn to scale into a square.
import type { MemberDrawing } from "../../api/client";

export interface SectionShape {
  path: string;
  top: number;
  bottom: number;
}

const box = (x: number, y: number, w: number, h: number) => `M${x},${y}h${w}v${h}h${-w}Z`;
const ring = (cx: number, cy: number, r: number) =>
  `M${cx - r},${cy}a${r},${r} 0 1 0 ${2 * r},0a${r},${r} 0 1 0 ${-2 * r},0Z`;

/** Return the outline of a section in a square of `side` pixels; null while a measure lacks. */
export function sectionPath(drawing: MemberDrawing, side: number): SectionShape | null {
  const { section, depth_mm: depth, wall_mm: wall } = drawing;
  if (!depth || !wall) return null;
  const width =
    section === "round-tube" ? depth : section === "flat" ? wall : (drawing.width_mm ?? 0);
  if (!width) return null;
  const scale = (0.85 * side) / Math.max(depth, width);
  const [w, d, t] = [width * scale, depth * scale, Math.min(wall, width / 2, depth / 2) * scale];
  const [x, y] = [(side - w) / 2, (side - d) / 2];
  const paths: Record<MemberDrawing["section"], string> = {
    "rect-tube": box(x, y, w, d) + box(x + t, y + t, w - 2 * t, d - 2 * t),
    "round-tube": ring(side / 2, side / 2, d / 2) + ring(side / 2, side / 2, d / 2 - t),
    flat: box(x, y, w, d),
    angle: box(x, y, t, d) + box(x + t, y + d - t, w - t, t),
    tee: box(x, y, w, t) + box(x + (w - t) / 2, y + t, t, d - t),
    i: box(x, y, w, t) + box(x + (w - t) / 2, y + t, t, d - 2 * t) + box(x, y + d - t, w, t),
    channel: box(x, y, w, t) + box(x, y + t, t, d - 2 * t) + box(x, y + d - t, w, t),
  };
  return { path: paths[section], top: y, bottom: y + d };
}
