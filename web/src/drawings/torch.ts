// The torch's shapes in millimetres, upright with the cone's tip above the metal at the origin:
// every drawing turns and scales the same ones.

export const TIP_MM = 2.6;
const TIP_WALL_MM = 1.1;

export interface TorchMm {
  orifice: number;
  cone: number;
  feather: number | null;
  standOff: number;
}

/** The height of the tip's end above the metal. */
export const mouthMm = (torch: TorchMm) => torch.standOff + torch.cone;

/** The flame's inner cone, or its feather, as a path. */
export function flamePath(
  lengthMm: number,
  halfMm: number,
  mouth: number,
  at: (x: number, y: number) => string,
): string {
  const low = mouth - 0.6 * lengthMm;
  const near = mouth - 0.85 * lengthMm;
  return `M${at(-halfMm, mouth)} C${at(-halfMm, low)} ${at(-0.12, near)} ${at(0, mouth - lengthMm)} C${at(0.12, near)} ${at(halfMm, low)} ${at(halfMm, mouth)} Z`;
}

/** The tip's two walls, either side of the bore, as a path. */
export function tipPath(torch: TorchMm, at: (x: number, y: number) => string): string {
  const mouth = mouthMm(torch);
  const bore = torch.orifice / 2;
  return [-1, 1]
    .map(
      (side) =>
        `M${at(side * bore, mouth)} L${at(side * (bore + TIP_WALL_MM), mouth)} L${at(side * (bore + TIP_WALL_MM + 0.5), mouth + TIP_MM)} L${at(side * bore, mouth + TIP_MM)} Z`,
    )
    .join(" ");
}
