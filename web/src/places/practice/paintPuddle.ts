import type { PuddleHello } from "../../api/client";
import type { PuddleFrame, SeamColumn } from "./puddleWire";

/** Millimetres shown to either side of the joint. */
export const SHOWN_HALF_MM = 14;
const FACE_HALF_MM = 18;
/** And beyond either end of the seam, where a hand sets off and lifts. */
export const MARGIN_MM = 5;
const RULER_MM = 10;
const BEAD = "rgba(20, 24, 28, 0.35)";
const JOINT_LINE = "rgba(10, 12, 14, 0.8)";
const OPEN = "#050607";
const BENCH = "#2b2f33";
const LAP = "#7fb6ff";
const BURNT = "#3a2a22";
const SKIN = "rgba(40, 44, 52, 0.9)";

/** Where the picture lies in its canvas: pixels of a millimetre, and of the seam's beginning. */
export interface PuddleScale {
  perMm: number;
  x0: number;
  y0: number;
}

export const puddleScale = (width: number, height: number, hello: PuddleHello): PuddleScale => {
  const perMm = Math.min(width / (hello.seam_mm + 2 * MARGIN_MM), height / (2 * SHOWN_HALF_MM));
  // Where there is room below the sheet, that is where a finger is put.
  const y0 = Math.min(height / 2, FACE_HALF_MM * perMm);
  return { perMm, x0: (width - perMm * hello.seam_mm) / 2, y0 };
};

/** A face as a picture one pixel a cell, to be drawn larger. */
function faceImage(
  places: Uint8Array,
  columns: number,
  rows: number,
  colours: readonly (readonly [number, number, number])[],
): OffscreenCanvas | null {
  const canvas = new OffscreenCanvas(columns, rows);
  const context = canvas.getContext("2d");
  if (!context) return null;
  const image = context.createImageData(columns, rows);
  for (let column = 0; column < columns; column += 1)
    for (let row = 0; row < rows; row += 1) {
      const [red, green, blue] = colours[places[column * rows + row] ?? 0] ?? [0, 0, 0];
      image.data.set([red, green, blue, 255], 4 * (row * columns + column));
    }
  context.putImageData(image, 0, 0);
  return canvas;
}

export const rgbOf = (hex: string): [number, number, number] => [
  parseInt(hex.slice(1, 3), 16),
  parseInt(hex.slice(3, 5), 16),
  parseInt(hex.slice(5, 7), 16),
];

const palettes = new WeakMap<PuddleHello, [number, number, number][]>();
const coloursOf = (hello: PuddleHello) => {
  const known = palettes.get(hello);
  if (known) return known;
  const made = hello.palette.map(rgbOf);
  palettes.set(hello, made);
  return made;
};

/** Paints the sheet as it lies: its face or its back, the joint, the bead, the torch over it. */
export function paintPuddle(
  context: CanvasRenderingContext2D,
  width: number,
  height: number,
  frame: PuddleFrame,
  hello: PuddleHello,
  side: "face" | "back",
): void {
  const scale = puddleScale(width, height, hello);
  const { perMm, x0, y0 } = scale;
  const every = side === "face" ? 1 : hello.back_every;
  const rows = side === "face" ? hello.face_rows : hello.back_rows;
  const columns = hello.columns / every;
  const colours = coloursOf(hello);
  context.fillStyle = hello.task.piece === "coupon" ? BENCH : (hello.palette[0] ?? OPEN);
  context.fillRect(0, 0, width, height);
  const image = faceImage(frame[side], columns, rows, colours);
  if (image) {
    context.imageSmoothingEnabled = true;
    context.imageSmoothingQuality = "high";
    const faceHeight = rows * every * hello.cell_mm * perMm;
    const top = y0 - faceHeight / 2;
    const long = hello.seam_mm * perMm;
    context.drawImage(image, x0, top, long, faceHeight);
    if (hello.task.piece === "sheet") {
      // The sheet goes on past the seam; nothing is told of it there but what its end shows.
      context.drawImage(image, 0, 0, 1, rows, 0, top, x0, faceHeight);
      const end = x0 + long;
      context.drawImage(image, columns - 1, 0, 1, rows, end, top, width - end, faceHeight);
      const cold = hello.palette[0] ?? OPEN;
      for (const [from, to] of [
        [x0, 0],
        [end, width],
      ] as const) {
        const fade = context.createLinearGradient(from, 0, to, 0);
        fade.addColorStop(0, `${cold}00`);
        fade.addColorStop(1, cold);
        context.fillStyle = fade;
        context.fillRect(Math.min(from, to), 0, Math.abs(to - from), height);
      }
    }
  }
  const foot = y0 + FACE_HALF_MM * perMm;
  if (height > foot + 1) {
    context.fillStyle = BENCH;
    context.fillRect(0, foot, width, height - foot);
  }
  const middle = Math.floor(rows / 2);
  frame.seam.forEach((column, at) => {
    const place = frame[side][Math.floor(at / every) * rows + middle] ?? 0;
    const liquid = place >= hello.first_liquid && place < hello.hole;
    paintColumn(context, column, at, liquid, hello, scale, side);
  });
  paintRuler(context, Math.min(height, foot), hello, scale);
  if (side === "face") paintTorch(context, frame, scale);
}

function paintColumn(
  context: CanvasRenderingContext2D,
  column: SeamColumn,
  at: number,
  liquid: boolean,
  hello: PuddleHello,
  { perMm, x0, y0 }: PuddleScale,
  side: "face" | "back",
): void {
  const cell = hello.cell_mm * perMm;
  const left = x0 + at * cell;
  const ran = (side === "face" ? column.joined : column.rooted) && column.widthMm > 0;
  if (ran && !liquid && at % 2 === 0) {
    // A ripple, as the pool left it behind.
    const half = (column.widthMm * perMm * (side === "face" ? 1 : 0.8)) / 2;
    context.strokeStyle = BEAD;
    context.lineWidth = Math.max(1, cell / 5);
    context.beginPath();
    context.ellipse(left, y0, cell * 1.4, half, 0, -Math.PI / 2, Math.PI / 2);
    context.stroke();
  }
  if (side === "face" ? !column.joined : !column.rooted) {
    const gap = Math.max(1.5, hello.task.root_gap_mm * perMm);
    context.fillStyle = hello.task.root_gap_mm > 0 ? OPEN : JOINT_LINE;
    context.fillRect(left, y0 - gap / 2, cell + 0.5, gap);
  }
  if (side === "back") return;
  if (column.keyholed) {
    context.fillStyle = OPEN;
    context.beginPath();
    context.ellipse(left + cell / 2, y0, cell, perMm * 0.9, 0, 0, 2 * Math.PI);
    context.fill();
  }
  if (column.skinned && at % 2 === 0) {
    context.fillStyle = SKIN;
    for (const off of [-0.9, 0.2, 1]) context.fillRect(left, y0 + off * perMm, 2, 2);
  }
  if (column.burnt && at % 2 === 1) {
    context.fillStyle = BURNT;
    for (const off of [-1.2, 0.4]) context.fillRect(left, y0 + off * perMm, 3, 3);
  }
  if (column.lapped) {
    context.fillStyle = LAP;
    context.fillRect(left, y0 - perMm * 0.6, cell, perMm * 0.35);
  }
}

function paintRuler(
  context: CanvasRenderingContext2D,
  foot: number,
  hello: PuddleHello,
  { perMm, x0 }: PuddleScale,
): void {
  context.fillStyle = "rgba(0, 0, 0, 0.55)";
  for (let mm = 0; mm <= hello.seam_mm; mm += RULER_MM)
    context.fillRect(x0 + mm * perMm, foot - 8, 1.5, 8);
}

/** The torch from above: the cone's tip, how far its envelope covers, its shadow by its height. */
function paintTorch(
  context: CanvasRenderingContext2D,
  { numbers, lit, flameNear }: PuddleFrame,
  { perMm, x0, y0 }: PuddleScale,
): void {
  const of = (name: string) => numbers[name] ?? 0;
  if (!flameNear && of("height_mm") > 60) return;
  const x = x0 + of("x_mm") * perMm;
  const y = y0 + of("y_mm") * perMm;
  const cover = Math.max(0, of("cover_mm")) * perMm;
  if (lit && cover > 0) {
    paintGlow(context, x, y, cover, ["rgba(150, 190, 255, 0.30)", "rgba(150, 190, 255, 0)"]);
  }
  // The nozzle stands back from its cone by its lean and height.
  const back = (12 + 0.6 * of("height_mm")) * Math.sin((of("lean_deg") * Math.PI) / 180) * perMm;
  context.strokeStyle = "rgba(184, 115, 51, 0.6)";
  context.lineWidth = 1.2 * perMm;
  context.lineCap = "round";
  context.beginPath();
  context.moveTo(x - back, y);
  context.lineTo(x - back - 6 * perMm, y);
  context.stroke();
  if (!lit) return;
  const radius = Math.max(2, (0.7 + 0.05 * of("height_mm")) * perMm);
  paintGlow(context, x, y, radius, ["rgba(200, 228, 255, 0.9)", "rgba(120, 180, 255, 0)"]);
}

function paintGlow(
  context: CanvasRenderingContext2D,
  x: number,
  y: number,
  radius: number,
  [middle, rim]: readonly [string, string],
): void {
  const glow = context.createRadialGradient(x, y, 0, x, y, radius);
  glow.addColorStop(0, middle);
  glow.addColorStop(1, rim);
  context.fillStyle = glow;
  context.beginPath();
  context.arc(x, y, radius, 0, 2 * Math.PI);
  context.fill();
}
