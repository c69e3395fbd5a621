// Heat against time as it is read, the plan behind it, the levels that matter across it.
import uPlot from "uplot";
import { useEffect, useRef } from "react";
import "uplot/dist/uPlot.min.css";

import type { Watch } from "../../api/client";
import { clockWords } from "../../parts/useCounting";
import { useWidth } from "../../parts/useWidth";
import { useSettings } from "../../shell/settings";
import type { Sheet } from "./sheet";

const HEIGHT_PX = 340;
const STROKES = ["--cone", "--copper", "--good", "--ink"] as const;
/** Told apart without colour too: through a tinted lens there is little of it. */
const DASHES = [[], [9, 4], [3, 3], [12, 3, 2, 3]];
const TICKS_S = [1, 5, 10, 30, 60, 120, 300, 600, 900, 1800, 3600, 7200, 14_400, 43_200, 86_400];

export const strokeOf = (place: number) => STROKES[place % STROKES.length] ?? STROKES[0];
export const dashOf = (place: number) => DASHES[place % DASHES.length] ?? [];

interface Level {
  label: string;
  y: number;
}

export function WatchChart({ watch, drawn }: { watch: Watch; drawn: Sheet }) {
  const { units, theme } = useSettings();
  const [box, width] = useWidth<HTMLDivElement>();
  const place = useRef<HTMLDivElement>(null);
  const chart = useRef<uPlot | null>(null);
  const levels = useRef<Level[]>([]);
  const planned = useRef<[number, number][]>([]);
  /** Drawn closer by a hand: readings that come do not take it back to the whole. */
  const closer = useRef(false);
  const names = drawn.names.join(" ");
  const toShown = (c: number) => units.convert(c, "°C");
  const symbol = units.symbol("°C");

  useEffect(() => {
    const { plan } = watch;
    levels.current = [
      { label: "target", y: toShown(plan.target_c) },
      ...(plan.ceiling_c == null ? [] : [{ label: "not over", y: toShown(plan.ceiling_c) }]),
      ...(plan.floor_c == null ? [] : [{ label: "not under", y: toShown(plan.floor_c) }]),
      { label: "a hand rests", y: toShown(plan.touch_c) },
    ];
    planned.current = watch.planned.map(([at_s = 0, c = 0]) => [at_s, toShown(c)]);
  });

  useEffect(() => {
    const spot = place.current;
    if (spot === null || width <= 0) return;
    const ink = (name: string) => getComputedStyle(spot).getPropertyValue(name).trim();
    const axis = { stroke: ink("--mute"), grid: { stroke: ink("--line"), width: 1 } };
    const font = "14px Barlow, sans-serif";
    const shown = names === "" ? [] : names.split(" ");
    const made = new uPlot(
      {
        width,
        height: HEIGHT_PX,
        legend: { show: false },
        padding: [10, 26, 0, 0],
        cursor: { y: false, drag: { x: true, y: false } },
        scales: {
          x: { time: false },
          y: {
            range: (_self, low, high) => {
              const edges = [...levels.current.map((one) => one.y), low, high];
              const all = [...edges, ...planned.current.map(([, y]) => y)].filter(
                (one) => one != null,
              );
              return [Math.min(...all) - 10, Math.max(...all) + 25];
            },
          },
        },
        axes: [
          {
            ...axis,
            font,
            size: 34,
            incrs: TICKS_S,
            values: (_self, ticks) => ticks.map((at_s) => clockWords(at_s)),
          },
          { ...axis, font, size: 56, values: (_self, ticks) => ticks.map((y) => `${y} ${symbol}`) },
        ],
        series: [
          {},
          ...shown.map((name, n) => ({
            label: name,
            stroke: ink(strokeOf(n)),
            width: 2,
            dash: dashOf(n),
            points: { show: name === "by-hand", size: 9, fill: ink(strokeOf(n)) },
            ...(name === "by-hand" && { paths: () => null }),
          })),
        ],
        hooks: {
          ready: [(self) => self.over.addEventListener("dblclick", () => (closer.current = false))],
          setSelect: [(self) => (closer.current ||= self.select.width > 0)],
          // The plan lies under what was read.
          drawAxes: [
            (self) => {
              const { ctx } = self;
              ctx.save();
              ctx.beginPath();
              ctx.rect(self.bbox.left, self.bbox.top, self.bbox.width, self.bbox.height);
              ctx.clip();
              ctx.beginPath();
              for (const [at_s, y] of planned.current)
                ctx.lineTo(self.valToPos(at_s, "x", true), self.valToPos(y, "y", true));
              ctx.strokeStyle = ink("--mute");
              ctx.globalAlpha = 0.35;
              ctx.lineWidth = 6 * devicePixelRatio;
              ctx.stroke();
              ctx.restore();
            },
          ],
          draw: [
            (self) => {
              const { ctx, bbox } = self;
              ctx.save();
              ctx.font = `${13 * devicePixelRatio}px Barlow, sans-serif`;
              ctx.textAlign = "right";
              ctx.textBaseline = "bottom";
              ctx.setLineDash([]);
              ctx.lineWidth = devicePixelRatio;
              ctx.strokeStyle = ctx.fillStyle = ink("--stop");
              for (const { label, y } of levels.current) {
                const at = self.valToPos(y, "y", true);
                ctx.beginPath();
                ctx.moveTo(bbox.left, at);
                ctx.lineTo(bbox.left + bbox.width, at);
                ctx.stroke();
                const [x, y0] = [bbox.left + bbox.width - 6, at - 3 * devicePixelRatio];
                // A rim of the ground keeps the word clear of the curves.
                ctx.strokeStyle = ink("--panel");
                ctx.lineWidth = 4 * devicePixelRatio;
                ctx.strokeText(label, x, y0);
                ctx.fillText(label, x, y0);
                ctx.strokeStyle = ink("--stop");
                ctx.lineWidth = devicePixelRatio;
              }
              ctx.restore();
            },
          ],
        },
      },
      [[], ...Array.from({ length: shown.length }, () => [])] as uPlot.AlignedData,
      spot,
    );
    chart.current = made;
    return () => {
      made.destroy();
      chart.current = null;
    };
  }, [width, names, theme, symbol]);

  useEffect(() => {
    // One row more, without readings, makes room for what is planned and yet to come.
    const ahead = planned.current.at(-1)?.[0] ?? 0;
    const rows = (drawn.at_s.at(-1) ?? 0) < ahead ? [...drawn.at_s, ahead] : drawn.at_s;
    const columns =
      symbol === "°C"
        ? drawn.c
        : drawn.c.map((column) => column.map((c) => (c == null ? c : toShown(c))));
    chart.current?.setData([rows, ...columns] as uPlot.AlignedData, !closer.current);
    if (closer.current) chart.current?.redraw();
    // Drawn anew with each reading, each mark, and each change of the chart itself.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [drawn, watch.marks.length, width, names, theme, symbol]);

  return (
    <figure ref={box} className="panel p-2" aria-label="Heat against time">
      <div
        ref={place}
        role="img"
        aria-label={`${drawn.names.length} places read over ${clockWords(watch.now_s)}, beside the plan`}
      />
    </figure>
  );
}
