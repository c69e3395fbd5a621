import type { PuddleHello } from "../../api/client";

// How a frame and the hand lie in their bytes; told with the trainer's own description.
const MAGIC = 0x4c50;
const PUDDLE_KIND = 2;
const NUMBERS_AT = 12;
const NUMBER_BYTES = 4;
const HANDS_BYTES = 24;
const HUNDREDTHS = 100;
const TENTHS = 10;
export const DAB = 1;
export const BRUSH = 2;
export const END = 4;
export const MIRROR = 8;
const LIT = 1;
const BACK_SHOWN = 2;
const POPPED = 4;
const FLAME_NEAR = 8;
const BITS = { joined: 1, rooted: 2, lapped: 4, burnt: 8, holed: 16, skinned: 32, keyholed: 64 };

/** One column of the seam: how wide it melted, and what became of it. */
export type SeamColumn = { widthMm: number } & Record<keyof typeof BITS, boolean>;

export interface PuddleFrame {
  lit: boolean;
  backShown: boolean;
  popped: boolean;
  flameNear: boolean;
  /** Steps of the trainer so far, and its seconds. */
  number: number;
  seconds: number;
  numbers: Record<string, number>;
  seam: SeamColumn[];
  /** Places in the palette, column by column. */
  face: Uint8Array;
  back: Uint8Array;
}

/** A frame kept of a try, with how its bytes were to be read. */
export interface KeptFrame {
  frame: PuddleFrame;
  hello: PuddleHello;
}

/** Reads a frame as it was told to lie; null where it is none. */
export function readPuddle(bytes: ArrayBuffer, hello: PuddleHello): PuddleFrame | null {
  const { columns, face_rows: faceRows, back_rows: backRows, back_every: every } = hello;
  const seamAt = NUMBERS_AT + hello.numbers.length * NUMBER_BYTES;
  const faceAt = seamAt + 2 * columns;
  const backAt = faceAt + columns * faceRows;
  const backBytes = (columns / every) * backRows;
  if (bytes.byteLength !== backAt + backBytes) return null;
  const view = new DataView(bytes);
  if (view.getUint16(0, true) !== MAGIC || view.getUint8(2) !== PUDDLE_KIND) return null;
  const flags = view.getUint8(3);
  const numbers: Record<string, number> = {};
  hello.numbers.forEach((name, at) => {
    numbers[name] = view.getFloat32(NUMBERS_AT + at * NUMBER_BYTES, true);
  });
  const seam = Array.from({ length: columns }, (_, at) => {
    const bits = view.getUint8(seamAt + 2 * at + 1);
    const is = (bit: number) => (bits & bit) !== 0;
    return {
      widthMm: view.getUint8(seamAt + 2 * at) / TENTHS,
      joined: is(BITS.joined),
      rooted: is(BITS.rooted),
      lapped: is(BITS.lapped),
      burnt: is(BITS.burnt),
      holed: is(BITS.holed),
      skinned: is(BITS.skinned),
      keyholed: is(BITS.keyholed),
    };
  });
  return {
    lit: (flags & LIT) !== 0,
    backShown: (flags & BACK_SHOWN) !== 0,
    popped: (flags & POPPED) !== 0,
    flameNear: (flags & FLAME_NEAR) !== 0,
    number: view.getUint32(4, true),
    seconds: view.getFloat32(8, true),
    numbers,
    seam,
    face: new Uint8Array(bytes, faceAt, columns * faceRows),
    back: new Uint8Array(bytes, backAt, backBytes),
  };
}

export interface PuddleHand {
  xMm: number;
  yMm: number;
  heightMm: number;
  leanDeg: number;
  rodXMm: number;
  rodYMm: number;
  mirror: boolean;
}

const MOST = 0x7fff;
const whole = (value: number) => Math.min(MOST, Math.max(-MOST, Math.round(value)));

/** Writes where the hand is, as the trainer takes it. */
export function writePuddleHand(hand: PuddleHand, buttons: number, number: number): ArrayBuffer {
  const view = new DataView(new ArrayBuffer(HANDS_BYTES));
  view.setUint16(0, MAGIC, true);
  view.setUint8(2, PUDDLE_KIND);
  view.setUint8(3, buttons | (hand.mirror ? MIRROR : 0));
  view.setUint32(4, number, true);
  const numbers = [hand.xMm, hand.yMm, hand.heightMm].map((mm) => mm * HUNDREDTHS);
  numbers.push(hand.leanDeg * TENTHS, hand.rodXMm * HUNDREDTHS, hand.rodYMm * HUNDREDTHS);
  numbers.forEach((value, at) => view.setInt16(8 + 2 * at, whole(value), true));
  return view.buffer;
}
