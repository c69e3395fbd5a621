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
/** Farther than this no flame of the ladder reaches; it sets the scale of the whole flame. */
const REACH_MM = 150;
/** What is seen close to the tip, where cone and feather are told apart. */
const CLOSE_TIP_MM = 3;
const CLOSE_REACH_MM = 34;
const WHOLE_SHARE = 0.6;
const MOST_DRAWN_JETS = 5;
const ENVELOPE_LAYERS = 9;
const ENVELOPE_STRENGTH = 0.15;
const HALF_TIP_MM = 4;

interface Tip {
  jets: number;
  steel: string;
}

/** Paints the whole flame at the left and what is close to its tip at the right. */
export function paintFlame(
  canvas: CanvasRenderingContext2D,
  width: number,
  height: number,
  flame: PaintedFlame | null,
  tip: Tip,
): void {
  canvas.clearRect(0, 0, width, height);
  const parted = Math.round(WHOLE_SHARE * width);
  within(canvas, 0, parted, height, () =>
    scene(canvas, flame, tip, parted / (REACH_MM + TIP_MM), TIP_MM, height),
  );
  within(canvas, parted, width - parted, height, () =>
    scene(
      canvas,
      flame,
      { ...tip, jets: 1 },
      (width - parted) / (CLOSE_REACH_MM + CLOSE_TIP_MM),
      CLOSE_TIP_MM,
      height,
    ),
  );
  canvas.fillStyle = tip.steel;
  canvas.fillRect(parted - 1, 0, 1, height);
}

function within(
  canvas: CanvasRenderingContext2D,
  x: number,
  width: number,
  height: number,
  paint: () => void,
) {
  canvas.save();
  canvas.translate(x, 0);
  canvas.beginPath();
  canvas.rect(0, 0, width, height);
  canvas.clip();
  paint();
  canvas.restore();
}

function scene(
  canvas: CanvasRenderingContext2D,
  flame: PaintedFlame | null,
  tip: Tip,
  mm: number,
  tipMm: number,
  height: number,
) {
  const middle = height / 2;
  const jets = Math.min(MOST_DRAWN_JETS, tip.jets);
  const gap = jets > 1 ? Math.min(height / (jets + 1), 9 * mm) : 0;
  const rows = Array.from({ length: jets }, (_, at) => middle + (at - (jets - 1) / 2) * gap);
  if (flame) {
    const x = (tipMm + flame.liftMm) * mm;
    canvas.globalCompositeOperation = "lighter";
    for (const y of rows) envelope(canvas, flame, mm, x, y);
    canvas.globalCompositeOperation = "source-over";
    for (const y of rows) cone(canvas, flame, mm, x, y);
    if (flame.soot > 0) for (const y of rows) smoke(canvas, flame, mm, x, y);
  }
  const half = ((jets - 1) / 2) * gap + HALF_TIP_MM * mm;
  canvas.fillStyle = tip.steel;
  canvas.beginPath();
  canvas.moveTo(0, middle - half);
  canvas.lineTo(0.7 * tipMm * mm, middle - half);
  canvas.lineTo(tipMm * mm, middle - half + 2 * mm);
  canvas.lineTo(tipMm * mm, middle + half - 2 * mm);
  canvas.lineTo(0.7 * tipMm * mm, middle + half);
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

function envelope(
  canvas: CanvasRenderingContext2D,
  flame: PaintedFlame,
  mm: number,
  x: number,
  y: number,
) {
  const length = Math.max(4, flame.envelopeMm) * mm;
  const bend = flame.draught * 5 * mm;
  // Many thin layers: the envelope has no edge.
  for (let layer = 0; layer < ENVELOPE_LAYERS; layer += 1) {
    const share = 1 - (0.7 * layer) / ENVELOPE_LAYERS;
    const fade = canvas.createLinearGradient(x, y, x + share * length, y);
    fade.addColorStop(0, `rgba(${flame.envelope}, ${ENVELOPE_STRENGTH})`);
    fade.addColorStop(1, `rgba(${flame.envelope}, 0)`);
    canvas.fillStyle = fade;
    drop(canvas, x, y, share * length, share * 0.16 * length, share * bend);
  }
}

function cone(
  canvas: CanvasRenderingContext2D,
  flame: PaintedFlame,
  mm: number,
  x: number,
  y: number,
) {
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

function smoke(
  canvas: CanvasRenderingContext2D,
  flame: PaintedFlame,
  mm: number,
  x: number,
  y: number,
) {
  const end = x + flame.envelopeMm * mm;
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
