import { act, renderHook } from "@testing-library/react";
import { http, HttpResponse } from "msw";
import { createElement, type ReactNode } from "react";
import { describe, expect, it, vi } from "vitest";

import type { OwnedItem, RackForm } from "../../api/client";
import { server } from "../../testing/server";
import { withinPage } from "../../testing/within";
import { useSaveItem } from "./useSaveItem";

vi.mock("../../shell/settings", () => ({
  // What is typed without a unit is in the page's own: here inches and psi.
  useUnits: () => ({
    whole: (text: string, unit: string) => (/^[\d.]+$/.test(text) ? `${text} of ${unit}` : text),
  }),
}));

const FORM = { kind: "tip", label: "Tips", fields: [] } as unknown as RackForm;
const ASKED = [
  { field: "orifice_mm", unit: "mm" },
  { field: "mixer", unit: "" },
] as unknown as RackForm["fields"];
const NONE = { weight: "", gauge: "", temperature: "" };
const problem = (status: number, more: object = {}) =>
  HttpResponse.json({ title: "No", status, detail: "no", errors: [], ...more }, { status });

function saving(more: object = {}) {
  const { wrapper: page } = withinPage();
  const onSaved = vi.fn();
  const given = {
    form: FORM, owned: null, asked: ASKED, stood: { name: "", orifice_mm: "" },
    typed: { name: "B3", orifice_mm: "0.9", mixer: "injector" }, reading: NONE, onSaved, ...more,
  }; // prettier-ignore
  const wrapper = ({ children }: { children: ReactNode }) => createElement(page, null, children);
  const { result } = renderHook(() => useSaveItem(given), { wrapper });
  const save = () =>
    act(async () => void (await result.current.save.mutateAsync().catch(() => {})));
  return { now: () => result.current, save, onSaved };
}
const owned = {
  id: "i1",
  version: 4,
  item: { name: "B3", readings: [{ at: "2026-11-19T16:05" }] },
} as unknown as OwnedItem;

describe("an item of the rack", () => {
  it("new is sent whole, measures in the units of the page", async () => {
    const sent: unknown[] = [];
    server.use(
      http.post("*/api/rack", async ({ request }) => {
        sent.push(await request.json());
        return HttpResponse.json({});
      }),
    );
    const { save, onSaved } = saving();
    await save();
    expect(sent).toEqual([{ kind: "tip", name: "B3", orifice_mm: "0.9 of mm", mixer: "injector" }]);
    expect(onSaved).toHaveBeenCalledTimes(1);
  });

  it("that stands is sent what was touched and nothing else", async () => {
    const sent: unknown[] = [];
    server.use(
      http.patch("*/api/rack/i1", async ({ request }) => {
        sent.push(await request.json());
        return HttpResponse.json({});
      }),
    );
    const stood = { name: "B3", orifice_mm: "0.9", mixer: "equal-pressure" };
    const { save } = saving({ owned, stood });
    await save();
    expect(sent).toEqual([{ version: 4, changes: { kind: "tip", mixer: "injector" } }]);
  });

  it("saved elsewhere first keeps what was typed, and saves on top the next time", async () => {
    const versions: number[] = [];
    server.use(
      http.patch("*/api/rack/i1", async ({ request }) => {
        const { version } = (await request.json()) as { version: number };
        versions.push(version);
        return version === 9
          ? HttpResponse.json({})
          : problem(409, { current: { ...owned, version: 9 } });
      }),
    );
    const { save, onSaved } = saving({ owned });
    await save();
    expect(onSaved).not.toHaveBeenCalled();
    await save();
    expect(versions).toEqual([4, 9]);
    expect(onSaved).toHaveBeenCalledTimes(1);
  });

  it("refused for another reason is tried again as it stood", async () => {
    const versions: number[] = [];
    server.use(
      http.patch("*/api/rack/i1", async ({ request }) => {
        versions.push(((await request.json()) as { version: number }).version);
        return problem(422, { current: { ...owned, version: 9 } });
      }),
    );
    const { save } = saving({ owned });
    await save();
    await save();
    expect(versions).toEqual([4, 4]);
  });
});

describe("a cylinder that is read", () => {
  const reads = (accepts: (text: string) => number | null) =>
    http.post("*/api/reckon/quantity", async ({ request }) => {
      const { text } = (await request.json()) as { text: string };
      const value = accepts(text);
      return value === null ? problem(422) : HttpResponse.json({ values: { value } });
    });

  it("keeps every reading with the day, no temperature where none was taken", async () => {
    const sent: { changes: { readings: object[] } }[] = [];
    server.use(
      reads((text) => (text === "47.3 of kg" ? 47.3 : null)),
      http.patch("*/api/rack/i1", async ({ request }) => {
        sent.push((await request.json()) as (typeof sent)[number]);
        return HttpResponse.json({});
      }),
    );
    const { save } = saving({ owned, reading: { ...NONE, weight: "47.3" } });
    await save();
    const [old, read] = sent[0]?.changes.readings ?? [];
    expect(old).toEqual({ at: "2026-11-19T16:05" });
    expect(read).toMatchObject({ weight_kg: 47.3, gauge_bar: null });
    expect(read).not.toHaveProperty("temperature_c");
    expect((read as { at: string }).at).toMatch(/^\d{4}-\d\d-\d\dT\d\d:\d\d$/);
  });

  it("that could not be read says in which box, and sends nothing", async () => {
    server.use(reads(() => null));
    const { now, save, onSaved } = saving({ owned, reading: { ...NONE, gauge: "much" } });
    await save();
    expect(now().misread?.field).toBe("gauge_bar");
    expect(onSaved).not.toHaveBeenCalled();
  });

  it("is dated by the clock on the wall, wherever that is", async () => {
    const sent: { changes: { readings: { at: string }[] } }[] = [];
    server.use(
      reads(() => 47.3),
      http.patch("*/api/rack/i1", async ({ request }) => {
        sent.push((await request.json()) as (typeof sent)[number]);
        return HttpResponse.json({});
      }),
    );
    // Half past five in the afternoon where it is noon in Greenwich.
    vi.useFakeTimers({ toFake: ["Date"], now: new Date("2026-11-25T12:00:00Z") });
    vi.spyOn(Date.prototype, "getTimezoneOffset").mockReturnValue(-330);
    const { save } = saving({
      owned,
      reading: { ...NONE, weight: "47.3 kg", temperature: "12 °C" },
    });
    await save();
    vi.restoreAllMocks();
    vi.useRealTimers();
    expect(sent[0]?.changes.readings[1]).toMatchObject({
      at: "2026-11-25T17:30",
      temperature_c: 47.3,
    });
  });
});
