import { describe, expect, it } from "vitest";

import type { PuddleHello } from "../../api/client";
import { BRUSH, DAB, MIRROR, readPuddle, writePuddleHand } from "./puddleWire";

const COLUMNS = 6;
const FACE_ROWS = 4;
const BACK_ROWS = 2;
const NAMES = ["x_mm", "pool_mm"];
const HELLO = {
  columns: COLUMNS,
  face_rows: FACE_ROWS,
  back_rows: BACK_ROWS,
  back_every: 2,
  numbers: NAMES,
} as unknown as PuddleHello;
const BYTES = 12 + 4 * NAMES.length + 2 * COLUMNS + COLUMNS * FACE_ROWS + (COLUMNS / 2) * BACK_ROWS;

function frame(flags = 0, size = BYTES): ArrayBuffer {
  const view = new DataView(new ArrayBuffer(size));
  view.setUint16(0, 0x4c50, true);
  view.setUint8(2, 2);
  view.setUint8(3, flags);
  view.setUint32(4, 14, true);
  view.setFloat32(8, 0.25, true);
  view.setFloat32(12, 31.5, true);
  view.setFloat32(16, 5.75, true);
  return view.buffer;
}

describe("a frame of the puddle", () => {
  it("is read by the names its numbers were told to have", () => {
    const read = readPuddle(frame(1 | 8), HELLO);
    expect(read).toMatchObject({
      lit: true,
      flameNear: true,
      backShown: false,
      popped: false,
      number: 14,
      seconds: 0.25,
      numbers: { x_mm: 31.5, pool_mm: 5.75 },
    });
    expect(read?.seam).toHaveLength(COLUMNS);
    expect(read?.face).toHaveLength(COLUMNS * FACE_ROWS);
    expect(read?.back).toHaveLength(6);
  });

  it.each([
    [1, "joined"],
    [2, "rooted"],
    [4, "lapped"],
    [8, "burnt"],
    [16, "holed"],
    [32, "skinned"],
    [64, "keyholed"],
  ])("reads bit %d of a column as %s", (bit, name) => {
    const bytes = frame();
    const at = 12 + 4 * NAMES.length + 2 * 3;
    new DataView(bytes).setUint8(at, 57);
    new DataView(bytes).setUint8(at + 1, bit);
    const column = readPuddle(bytes, HELLO)?.seam[3];
    const { widthMm, ...bits } = column ?? { widthMm: 0 };
    expect(widthMm).toBe(5.7);
    expect(Object.entries(bits).filter(([, set]) => set)).toEqual([[name, true]]);
  });

  it("is none where its size, magic or kind is another", () => {
    expect(readPuddle(frame(0, BYTES - 1), HELLO)).toBeNull();
    expect(readPuddle(frame(0, BYTES + 8), HELLO)).toBeNull();
    const flame = frame();
    new DataView(flame).setUint8(2, 1);
    expect(readPuddle(flame, HELLO)).toBeNull();
    const strange = frame();
    new DataView(strange).setUint16(0, 1, true);
    expect(readPuddle(strange, HELLO)).toBeNull();
  });
});

describe("a hand at the puddle", () => {
  const hand = {
    xMm: 12.34,
    yMm: -1.5,
    heightMm: 3,
    leanDeg: 27.5,
    rodXMm: 13,
    rodYMm: 0.25,
    mirror: false,
  };

  it("is written in hundredths of a millimetre and tenths of a degree", () => {
    const view = new DataView(writePuddleHand(hand, DAB | BRUSH, 9));
    expect(view.byteLength).toBe(24);
    expect([view.getUint16(0, true), view.getUint8(2), view.getUint8(3)]).toEqual([0x4c50, 2, 3]);
    expect(view.getUint32(4, true)).toBe(9);
    const numbers = [0, 1, 2, 3, 4, 5].map((at) => view.getInt16(8 + 2 * at, true));
    expect(numbers).toEqual([1234, -150, 300, 275, 1300, 25]);
  });

  it("says by a bit that it looks into the mirror, and stays within its bytes", () => {
    const far = { ...hand, xMm: 1e6, yMm: -1e6, mirror: true };
    const view = new DataView(writePuddleHand(far, 0, 1));
    expect(view.getUint8(3)).toBe(MIRROR);
    expect([view.getInt16(8, true), view.getInt16(10, true)]).toEqual([32767, -32767]);
  });
});
