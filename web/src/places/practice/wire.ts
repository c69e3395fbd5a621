import type { FlameHello } from "../../api/client";

// How a frame and the hands lie in their bytes; told with the trainer's own description.
const MAGIC = 0x4c50;
const FLAME_KIND = 1;
const NUMBERS_AT = 12;
const NUMBER_BYTES = 4;
const COLOURS_AT = 100;
const POPS_AT = 109;
const HANDS_BYTES = 24;
const LIT = 1;
const STOPPED = 2;
const SPLIT = 4;
export const SPARK = 1;
export const CLEAN = 2;
export const END = 4;

export interface FlameFrame {
  lit: boolean;
  stopped: boolean;
  split: boolean;
  /** Steps of the trainer so far. */
  number: number;
  numbers: Record<string, number>;
  cone: string;
  feather: string;
  envelope: string;
  pops: number;
}

/** Reads a frame by the names its numbers were told to have; null where it is none. */
export function readFrame(bytes: ArrayBuffer, hello: FlameHello): FlameFrame | null {
  const view = new DataView(bytes);
  if (bytes.byteLength < POPS_AT + 1) return null;
  if (view.getUint16(0, true) !== MAGIC || view.getUint8(2) !== FLAME_KIND) return null;
  const flags = view.getUint8(3);
  const numbers: Record<string, number> = {};
  hello.numbers.forEach((name, at) => {
    numbers[name] = view.getFloat32(NUMBERS_AT + at * NUMBER_BYTES, true);
  });
  const colour = (which: number) => {
    const at = COLOURS_AT + which * 3;
    return `${view.getUint8(at)}, ${view.getUint8(at + 1)}, ${view.getUint8(at + 2)}`;
  };
  return {
    lit: (flags & LIT) !== 0,
    stopped: (flags & STOPPED) !== 0,
    split: (flags & SPLIT) !== 0,
    number: view.getUint32(4, true),
    numbers,
    cone: colour(0),
    feather: colour(1),
    envelope: colour(2),
    pops: view.getUint8(POPS_AT),
  };
}

export interface Valves {
  acetylene_open: number;
  oxygen_open: number;
  acetylene_bar: number;
  oxygen_bar: number;
}

const MOST = 0xffff;
const whole = (value: number) => Math.min(MOST, Math.max(0, Math.round(value)));

/** Writes where the hands are, as the trainer takes it. */
export function writeHands(
  valves: Valves,
  buttons: number,
  number: number,
  hello: FlameHello,
): ArrayBuffer {
  const view = new DataView(new ArrayBuffer(HANDS_BYTES));
  view.setUint16(0, MAGIC, true);
  view.setUint8(2, FLAME_KIND);
  view.setUint8(3, buttons);
  view.setUint32(4, number, true);
  view.setUint16(8, whole(valves.acetylene_open * hello.open_steps), true);
  view.setUint16(10, whole(valves.oxygen_open * hello.open_steps), true);
  view.setUint16(12, whole(valves.acetylene_bar * hello.bar_steps), true);
  view.setUint16(14, whole(valves.oxygen_bar * hello.bar_steps), true);
  return view.buffer;
}
