/** A flame as it is painted: lengths in mm, colours as the trainer sent them, shares 0 to 1. */
export interface PaintedFlame {
  jets: number;
  orificeMm: number;
  coneMm: number;
  featherMm: number;
  envelopeMm: number;
  inner: number;
  sharp: number;
  soot: number;
  liftMm: number;
  /** How the air bends it, and how a foul tip leans its cone, both -1 to 1. */
  draught: number;
  lean: number;
  split: boolean;
  cone: string;
  feather: string;
  envelope: string;
}

const TIP_MM = 16;
/** Farther than this no flame of the ladder reaches; it sets the scale. */
const REACH_MM = 150;
const MOST_DRAWN_JETS = 5;

/** Paints a flame from a tip at the left; nothing else is on the canvas. */
export function paintFlame(
  canvas: CanvasRenderingContext2D,
  width: number,
  height: number,
  flame: PaintedFlame | null,
  tip: { jets: number; steel: string },
): void {
  canvas.clearRect(0, 0, width, height);
  const mm = width / (REACH_MM + TIP_MM);
  const middle = height / 2;
  const jets = Math.min(MOST_DRAWN_JETS, tip.jets);
  const gap = jets > 1 ? Math.min(height / (jets + 1), 9 * mm) : 0;
  const rows = Array.from({ length: jets }, (_, at) => middle + (at - (jets - 1) / 2) * gap);
  if (flame) {
    canvas.globalCompositeOperation = "lighter";
    for (const y of rows) envelope(canvas, flame, mm, y);
    canvas.globalCompositeOperation = "source-over";
    for (const y of rows) cone(canvas, flame, mm, y);
    if (flame.soot > 0) for (const y of rows) smoke(canvas, flame, mm, y);
  }
  canvas.fillStyle = tip.steel;
  const half = jets > 1 ? ((jets - 1) / 2) * gap + 4 * mm : 4 * mm;
  canvas.beginPath();
  canvas.moveTo(0, middle - half);
  canvas.lineTo(0.7 * TIP_MM * mm, middle - half);
  canvas.lineTo(TIP_MM * mm, middle - half + 2 * mm);
  canvas.lineTo(TIP_MM * mm, middle + half - 2 * mm);
  canvas.lineTo(0.7 * TIP_MM * mm, middle + half);
  canvas.lineTo(0, middle + half);
  canvas.fill();
}

function drop(
  canvas: CanvasRenderingContext2D,
  x: number,
  y: number,
  length: number,
  half: number,
  bend: number,
): void {
  canvas.beginPath();
  canvas.moveTo(x, y - 0.35 * half);
  canvas.bezierCurveTo(
    x + 0.25 * length,
    y - 1.3 * half,
    x + 0.7 * length,
    y - 0.8 * half + 0.5 * bend,
    x + length,
    y + bend,
  );
  canvas.bezierCurveTo(
    x + 0.7 * length,
    y + 0.8 * half + 0.5 * bend,
    x + 0.25 * length,
    y + 1.3 * half,
    x,
    y + 0.35 * half,
  );
  canvas.fill();
}

function envelope(canvas: CanvasRenderingContext2D, flame: PaintedFlame, mm: number, y: number) {
  const x = (TIP_MM + flame.liftMm) * mm;
  const length = Math.max(8, flame.envelopeMm) * mm;
  const bend = flame.draught * 5 * mm;
  for (const [share, strength] of [
    [1, 0.35],
    [0.8, 0.3],
    [0.55, 0.3],
  ] as const) {
    const fade = canvas.createLinearGradient(x, y, x + share * length, y);
    fade.addColorStop(0, `rgba(${flame.envelope}, ${strength})`);
    fade.addColorStop(1, `rgba(${flame.envelope}, 0)`);
    canvas.fillStyle = fade;
    drop(canvas, x, y, share * length, share * 0.16 * length, share * bend);
  }
}

function cone(canvas: CanvasRenderingContext2D, flame: PaintedFlame, mm: number, y: number) {
  const x = (TIP_MM + flame.liftMm) * mm;
  const half = Math.max(1.5, 1.1 * flame.orificeMm * mm);
  const lean = flame.lean * flame.coneMm * mm;
  if (flame.featherMm > flame.coneMm * 1.03) {
    const length = flame.featherMm * mm;
    const fade = canvas.createLinearGradient(x, y, x + length, y);
    fade.addColorStop(0, `rgba(${flame.feather}, ${0.85 * flame.inner})`);
    fade.addColorStop(0.75, `rgba(${flame.feather}, ${0.55 * flame.inner})`);
    fade.addColorStop(1, `rgba(${flame.feather}, 0)`);
    canvas.fillStyle = fade;
    drop(canvas, x, y, length, 1.5 * half, lean);
  }
  const ends = flame.split ? [lean - 2 * half, lean + 2 * half] : [lean];
  canvas.fillStyle = `rgba(${flame.cone}, ${flame.inner * (0.6 + 0.4 * flame.sharp)})`;
  canvas.shadowColor = `rgb(${flame.cone})`;
  canvas.shadowBlur = (1 - flame.sharp) * 3 * mm;
  for (const bend of ends) drop(canvas, x, y, Math.max(half, flame.coneMm * mm), half, bend);
  canvas.shadowBlur = 0;
}

function smoke(canvas: CanvasRenderingContext2D, flame: PaintedFlame, mm: number, y: number) {
  const end = (TIP_MM + flame.liftMm + flame.envelopeMm) * mm;
  for (let puff = 0; puff < 6; puff += 1) {
    canvas.fillStyle = `rgba(40, 38, 36, ${0.5 * flame.soot * (1 - puff / 7)})`;
    canvas.beginPath();
    canvas.arc(
      end + (puff - 2) * 6 * mm,
      y - puff * 2.2 * mm + flame.draught * 3 * mm,
      (2 + 1.4 * puff) * mm,
      0,
      2 * Math.PI,
    );
    canvas.fill();
  }
}
