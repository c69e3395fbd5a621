import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";

import type { PuddleHello } from "../../api/client";
import { recorder } from "../../testing/recorder";
import { MARGIN_MM, paintPuddle, puddleScale, rgbOf, SHOWN_HALF_MM } from "./paintPuddle";
import type { PuddleFrame, SeamColumn } from "./puddleWire";

const hello = { seam_mm: 90 } as PuddleHello;

describe("where the sheet lies in its picture", () => {
  it.each([
    [1120, 336],
    [390, 292],
    [2240, 672],
    [500, 90],
  ])("in %d by %d dots the whole seam is seen, with room at both ends", (width, height) => {
    const { perMm, x0, y0 } = puddleScale(width, height, hello);
    expect(x0).toBeGreaterThanOrEqual(MARGIN_MM * perMm - 1e-9);
    expect(x0 + 90 * perMm + MARGIN_MM * perMm).toBeLessThanOrEqual(width + 1e-9);
    expect(2 * SHOWN_HALF_MM * perMm).toBeLessThanOrEqual(height + 1e-9);
    expect(y0).toBeGreaterThan(0);
    expect(y0).toBeLessThanOrEqual(height / 2);
  });

  it("leaves the foot of a high picture to the finger", () => {
    const { perMm, y0 } = puddleScale(390, 292, hello);
    expect(y0).toBeLessThan(292 / 2);
    expect(292 - y0 - 18 * perMm).toBeGreaterThan(100);
  });
});

describe("a colour of the palette", () => {
  it.each([
    ["#000000", [0, 0, 0]],
    ["#ffffff", [255, 255, 255]],
    ["#fbdc93", [251, 220, 147]],
  ])("%s is read", (hex, rgb) => expect(rgbOf(hex)).toEqual(rgb));
});

const COLUMNS = 8;
const SHEET = {
  seam_mm: 40, columns: COLUMNS, cell_mm: 5, face_rows: 3, back_rows: 1, back_every: 2,
  palette: ["#404448", "#fff6dc", "#000000"], first_liquid: 1, hole: 2,
  task: { piece: "sheet", root_gap_mm: 0 },
} as unknown as PuddleHello; // prettier-ignore
const COLD: SeamColumn = {
  widthMm: 0, joined: false, rooted: false, lapped: false, burnt: false, holed: false,
  skinned: false, keyholed: false,
}; // prettier-ignore
const frameOf = (column: Partial<SeamColumn>, numbers: Record<string, number> = {}, more = {}) =>
  ({
    lit: true, flameNear: true, backShown: false, popped: false, number: 1, seconds: 1,
    numbers: { x_mm: 10, y_mm: 2, height_mm: 4, cover_mm: 8, lean_deg: 30, ...numbers },
    seam: Array.from({ length: COLUMNS }, () => ({ ...COLD, ...column })),
    face: new Uint8Array(24), back: new Uint8Array(4), ...more,
  }) as PuddleFrame; // prettier-ignore

describe("the sheet as it is painted", () => {
  beforeEach(() => {
    const image = { getContext: () => null };
    vi.stubGlobal("OffscreenCanvas", function () {
      return image;
    });
  });
  afterEach(() => void vi.unstubAllGlobals());
  // A thousand dots wide: twenty to a millimetre, the seam from 100 to 900, its middle at 280.
  const painted = (frame: PuddleFrame, side: "face" | "back" = "face", hello = SHEET) => {
    const made = recorder();
    paintPuddle(made.context, 1000, 700, frame, hello, side);
    return made;
  };
  const task = (more: object) => ({ ...SHEET, task: { ...SHEET.task, ...more } }) as PuddleHello;

  it("lies at twenty dots a millimetre", () => {
    expect(puddleScale(1000, 700, SHEET)).toEqual({ perMm: 20, x0: 100, y0: 350 });
  });

  it("marks every ten millimetres of the seam at its foot", () => {
    const marks = painted(frameOf({})).called("fillRect", "rgba(0, 0, 0, 0.55)");
    expect(marks.map(({ args }) => args[0])).toEqual([100, 300, 500, 700, 900]);
    expect(marks.every(({ args }) => args[1] === 692 && args[3] === 8)).toBe(true);
  });

  it("shows the joint as a line where it touches, as wide as its gap where it gapes", () => {
    const line = painted(frameOf({})).called("fillRect", "rgba(10, 12, 14, 0.8)");
    expect(line).toHaveLength(COLUMNS);
    expect(line[1]?.args).toEqual([200, 350 - 0.75, 100.5, 1.5]);
    const gap = painted(frameOf({}), "face", task({ root_gap_mm: 2 })).called(
      "fillRect",
      "#050607",
    );
    expect(gap[1]?.args).toEqual([200, 330, 100.5, 40]);
    expect(painted(frameOf({ joined: true })).called("fillRect", "rgba(10, 12, 14, 0.8)")).toEqual(
      [],
    );
    const back = painted(frameOf({ joined: true }), "back");
    expect(back.called("fillRect", "rgba(10, 12, 14, 0.8)")).toHaveLength(COLUMNS);
  });

  it("leaves a ripple at every second column that ran and is solid, as wide as it melted", () => {
    const ran = { joined: true, rooted: true, widthMm: 5 };
    const ripples = painted(frameOf(ran)).called("ellipse");
    expect(ripples.map(({ args }) => args[0])).toEqual([100, 300, 500, 700]);
    expect(ripples[0]?.args.slice(1, 4)).toEqual([350, 140, 50]);
    expect(painted(frameOf(ran), "back").called("ellipse")[0]?.args[3]).toBeCloseTo(40);
    expect(painted(frameOf({ ...ran, widthMm: 0 })).called("ellipse")).toEqual([]);
    expect(painted(frameOf({ ...ran, joined: false })).called("ellipse")).toEqual([]);
    expect(painted(frameOf({ ...ran, rooted: false }), "back").called("ellipse")).toEqual([]);
    const liquid = frameOf(ran, {}, { face: new Uint8Array(24).fill(1) });
    expect(painted(liquid).called("ellipse")).toEqual([]);
    const holes = frameOf(ran, {}, { face: new Uint8Array(24).fill(2) });
    expect(painted(holes).called("ellipse")).toHaveLength(4);
  });

  it("marks what went wrong where it went wrong, on the face alone", () => {
    const at = (column: Partial<SeamColumn>, call: string, colour: string) => {
      expect(
        painted(frameOf({ ...column, joined: true, rooted: true }), "back").called(call, colour),
      ).toEqual([]);
      return painted(frameOf({ ...column, joined: true })).called(call, colour);
    };
    expect(
      at({ keyholed: true }, "ellipse", "#050607").map(({ args }) => args.slice(0, 4))[0],
    ).toEqual([150, 350, 100, 18]);
    const skins = at({ skinned: true }, "fillRect", "rgba(40, 44, 52, 0.9)");
    expect(skins.map(({ args }) => args.slice(0, 2))).toEqual(
      [100, 300, 500, 700].flatMap((x) => [332, 354, 370].map((y) => [x, y])),
    );
    const burns = at({ burnt: true }, "fillRect", "#3a2a22");
    expect(burns.map(({ args }) => args.slice(0, 2))).toEqual(
      [200, 400, 600, 800].flatMap((x) => [326, 358].map((y) => [x, y])),
    );
    const laps = at({ lapped: true }, "fillRect", "#7fb6ff");
    expect([laps.length, laps[0]?.args]).toEqual([COLUMNS, [100, 338, 100, 7]]);
  });

  it("shows the torch over its place: how far it covers, how far its nozzle stands back", () => {
    const { called, strokes } = painted(frameOf({}));
    expect(called("arc").map(({ args }) => args.slice(0, 3))).toEqual([
      [300, 390, 160],
      [300, 390, 18],
    ]);
    const [from] = called("moveTo");
    // 12 mm and six tenths of its height, by the sine of its lean.
    expect(from?.args[0]).toBeCloseTo(300 - 20 * 14.4 * 0.5);
    expect(called("lineTo")[0]?.args[0]).toBeCloseTo(300 - 20 * 14.4 * 0.5 - 120);
    expect(strokes.find(({ call }) => call === "moveTo")?.wide).toBeCloseTo(24);
  });

  it("shows no torch from behind, none that is far, and no flame that is out", () => {
    expect(painted(frameOf({}), "back").called("moveTo")).toEqual([]);
    const far = frameOf({}, { height_mm: 61 }, { flameNear: false });
    expect(painted(far).called("moveTo")).toEqual([]);
    expect(painted(frameOf({}, { height_mm: 61 })).called("moveTo")).toHaveLength(1);
    expect(
      painted(frameOf({}, { height_mm: 60 }, { flameNear: false })).called("moveTo"),
    ).toHaveLength(1);
    const out = painted(frameOf({}, {}, { lit: false }));
    expect([out.called("arc"), out.called("moveTo").length]).toEqual([[], 1]);
    expect(painted(frameOf({}, { cover_mm: 0 })).called("arc")).toHaveLength(1);
    // High up the flame's middle is drawn larger, never smaller than two dots.
    expect(painted(frameOf({}, { height_mm: 20 })).called("arc")[1]?.args[2]).toBeCloseTo(34);
  });

  it("lies on the bench where it is a coupon, and the bench shows under it", () => {
    const [ground] = painted(frameOf({}), "face", task({ piece: "coupon" })).called("fillRect");
    expect(ground).toMatchObject({ args: [0, 0, 1000, 700], fill: "#2b2f33" });
    expect(painted(frameOf({})).called("fillRect")[0]).toMatchObject({ fill: "#404448" });
    const tall = recorder();
    paintPuddle(tall.context, 500, 900, frameOf({}), SHEET, "face");
    // Ten dots a millimetre: eighteen of them over and under the joint, then the bench.
    expect(tall.called("fillRect", "#2b2f33").map(({ args }) => args)).toEqual([
      [0, 360, 500, 540],
    ]);
  });
});
