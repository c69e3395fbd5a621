import { describe, expect, it } from "vitest";

import type { FlameHello } from "../../api/client";
import { readFrame, SPARK, writeHands } from "./wire";

const hello = { numbers: ["acetylene_l_per_h", "ratio"], open_steps: 65535, bar_steps: 10000 };
const description = hello as unknown as FlameHello;

describe("what goes over the socket", () => {
  it("lies where the trainer says", () => {
    const bytes = writeHands(
      { acetylene_open: 1, oxygen_open: 0.5, acetylene_bar: 0.35, oxygen_bar: 9 },
      SPARK,
      7,
      description,
    );
    const view = new DataView(bytes);
    expect(bytes.byteLength).toBe(24);
    expect([view.getUint16(0, true), view.getUint8(2), view.getUint8(3)]).toEqual([0x4c50, 1, 1]);
    expect(view.getUint32(4, true)).toBe(7);
    expect([8, 10, 12, 14].map((at) => view.getUint16(at, true))).toEqual([
      65535, 32768, 3500, 65535,
    ]);
  });

  it("is read back by name, and refused where it is something else", () => {
    const view = new DataView(new ArrayBuffer(112));
    view.setUint16(0, 0x4c50, true);
    view.setUint8(2, 1);
    view.setUint8(3, 1 | 4);
    view.setUint32(4, 90, true);
    view.setFloat32(16, 1.0625, true);
    [10, 20, 30].forEach((part, at) => view.setUint8(100 + at, part));
    view.setUint8(109, 3);
    const frame = readFrame(view.buffer, description);
    expect(frame).toMatchObject({ lit: true, stopped: false, split: true, number: 90, pops: 3 });
    expect(frame?.numbers["ratio"]).toBe(1.0625);
    expect(frame?.cone).toBe("10, 20, 30");
    expect(readFrame(new ArrayBuffer(112), description)).toBeNull();
    expect(readFrame(new ArrayBuffer(4), description)).toBeNull();
  });

  it("keeps a hand inside what its bytes hold", () => {
    const at = (acetylene_open: number) =>
      new DataView(
        writeHands(
          { acetylene_open, oxygen_open: 0, acetylene_bar: 0, oxygen_bar: 0 },
          0,
          0,
          description,
        ),
      ).getUint16(8, true);
    expect([at(-0.5), at(0), at(0.25), at(3)]).toEqual([0, 0, 16384, 65535]);
  });

  const frame = () => {
    const view = new DataView(new ArrayBuffer(110));
    view.setUint16(0, 0x4c50, true);
    view.setUint8(2, 1);
    return view;
  };
  it.each([
    [1, [true, false, false]],
    [2, [false, true, false]],
    [4, [false, false, true]],
    [7, [true, true, true]],
    [8, [false, false, false]],
  ] as const)("flags %s are read bit by bit", (flags, [lit, stopped, split]) => {
    const view = frame();
    view.setUint8(3, flags);
    expect(readFrame(view.buffer, description)).toMatchObject({ lit, stopped, split });
  });

  it("reads three colours and every number where it lies", () => {
    const view = frame();
    [1, 2, 3, 4, 5, 6, 7, 8, 9].forEach((part, at) => view.setUint8(100 + at, part));
    view.setFloat32(12, 120, true);
    view.setFloat32(16, 1.5, true);
    expect(readFrame(view.buffer, description)).toMatchObject({
      numbers: { acetylene_l_per_h: 120, ratio: 1.5 },
      cone: "1, 2, 3",
      feather: "4, 5, 6",
      envelope: "7, 8, 9",
    });
  });

  it.each([
    ["another kind", 2, 3],
    ["another sender", 0, 0x11],
  ])("refuses %s", (_why, at, byte) => {
    const view = frame();
    view.setUint8(at, byte);
    expect(readFrame(view.buffer, description)).toBeNull();
    expect(readFrame(frame().buffer.slice(0, 109), description)).toBeNull();
    expect(readFrame(frame().buffer, description)).not.toBeNull();
  });
});
