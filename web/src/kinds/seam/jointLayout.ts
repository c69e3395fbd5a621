// Where a joint's section, its torch and the boxes of its dimensions stand, px.
import type { Dimension, JointDrawing, SeamDrawing } from "../../api/client";
import { mouthMm, TIP_MM, type TorchMm } from "../../drawings/torch";

const TALLEST_PX = 240;
export const HEAD_PX = 50;
export const SIDE_PX = 16;
export const LEADER_PX = 26;
const BOX_PX = 148;
const BOX_GAP_PX = 8;
const ROW_PX = 62;
const BOXES_A_ROW = 3;
const BOXES_A_NARROW_ROW = 2;
const NARROW_PX = 440;

export interface PlacedDimension {
  dimension: Dimension;
  /** In the second row, its line running down between the others. */
  below: boolean;
  left: number;
  top: number;
  width: number;
}

/** Lays a joint out in a width, px: one scale for metal and torch, up to three boxes under it. */
export function jointLayout(
  drawing: Pick<SeamDrawing, "orifice_mm" | "cone_mm" | "feather_mm" | "stand_off_mm">,
  joint: Pick<JointDrawing, "view" | "torch_at" | "torch_deg" | "dimensions">,
  width: number,
) {
  const { left, bottom, right, top } = joint.view;
  const torch: TorchMm | null =
    drawing.orifice_mm == null || drawing.cone_mm == null
      ? null
      : {
          orifice: drawing.orifice_mm,
          cone: drawing.cone_mm,
          feather: drawing.feather_mm ?? null,
          standOff: drawing.stand_off_mm ?? 0,
        };
  const { x: torchX, y: torchY } = joint.torch_at;
  const turn = (joint.torch_deg * Math.PI) / 180;
  // A point of the upright torch, turned by its lean about the place it points at.
  const turned = (x: number, y: number): [number, number] => [
    torchX + x * Math.cos(turn) + y * Math.sin(turn),
    torchY - x * Math.sin(turn) + y * Math.cos(turn),
  ];
  const reach = torch ? mouthMm(torch) + TIP_MM : 2;
  const ends = torch
    ? [turned(-3, reach), turned(3, reach), turned(0, 0)]
    : ([[left, top + 2]] as Array<[number, number]>);
  const minX = Math.min(left, ...ends.map(([x]) => x));
  const maxX = Math.max(right, ...ends.map(([x]) => x));
  const maxY = Math.max(top, ...ends.map(([, y]) => y));
  const pxPerMm = Math.min((width - 2 * SIDE_PX) / (maxX - minX), TALLEST_PX / (maxY - bottom));
  const middle = (minX + maxX) / 2;
  const sx = (mm: number) => width / 2 + (mm - middle) * pxPerMm;
  const sy = (mm: number) => HEAD_PX + (maxY - mm) * pxPerMm;
  const at = (x: number, y: number) => {
    const [px, py] = turned(x, y);
    return `${sx(px)},${sy(py)}`;
  };
  const foot = sy(bottom);
  const perRow = Math.min(
    width < NARROW_PX ? BOXES_A_NARROW_ROW : BOXES_A_ROW,
    joint.dimensions.length,
  );
  const boxPx = Math.min(BOX_PX, (width - 2 * BOX_GAP_PX) / perRow - BOX_GAP_PX);
  const rows = Math.ceil(joint.dimensions.length / perRow);
  const height = foot + LEADER_PX + rows * ROW_PX;
  // Where not all fit in a row the middle one stands below: its line runs down between the others.
  const count = joint.dimensions.length;
  const placed: PlacedDimension[] = joint.dimensions.map((dimension, index) => {
    const below = count > perRow && index > 0 && index < count - 1;
    const inRow = below ? count - perRow : perRow;
    const place = below ? index - 1 : index === 0 ? 0 : Math.min(index, perRow - 1);
    const step = width / inRow;
    return {
      dimension,
      below,
      left: place * step + (step - boxPx) / 2,
      top: foot + LEADER_PX + (below ? ROW_PX : 0),
      width: boxPx,
    };
  });
  return { torch, sx, sy, at, foot, height, pxPerMm, placed };
}
