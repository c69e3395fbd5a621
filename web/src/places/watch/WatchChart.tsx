// Heat against time as it is read, the plan behind it, the levels that matter across it.
import uPlot from "uplot";
import { useEffect, useRef } from "react";
import "uplot/dist/uPlot.min.css";

import type { Watch } from "../../api/client";
import { clockWords } from "../../parts/useCounting";
import { useWidth } from "../../parts/useWidth";
import { useSettings } from "../../shell/settings";
import type { Drawn } from "./useCurves";

const HEIGHT_PX = 340;
const STROKES = ["--cone", "--copper", "--good", "--ink"] as const;
/** Told apart without colour too: through a tinted lens there is little of it. */
const DASHES = [[], [9, 4], [3, 3], [12, 3, 2, 3]];
/** A stretch without readings this long is drawn as one. */
const GAP_S = 180;
const TICKS_S = [1, 5, 10, 30, 60, 120, 300, 600, 900, 1800, 3600, 7200, 14_400, 43_200, 86_400];

export const strokeOf = (place: number) => STROKES[place % STROKES.length] ?? STROKES[0];
export const dashOf = (place: number) => DASHES[place % DASHES.length] ?? [];

interface Level {
  label: string;
  y: number;
}

/** A channel's points, with a break where nothing was read for long. */
function broken(one: Drawn, toShown: (c: number) => number): [number[], (number | null)[]] {
  const x: number[] = [];
  const y: (number | null)[] = [];
  one.at_s.forEach((at_s, n) => {
    const before = one.at_s[n - 1];
    if (before !== undefined && at_s - before > GAP_S) {
      x.push((at_s + before) / 2);
      y.push(null);
    }
    const c = one.c[n];
    x.push(at_s);
    y.push(c == null ? null : toShown(c));
  });
  return [x, y];
}

export function WatchChart({ watch, drawn }: { watch: Watch; drawn: readonly Drawn[] }) {
  const { units, theme } = useSettings();
  const [box, width] = useWidth<HTMLDivElement>();
  const place = useRef<HTMLDivElement>(null);
  const chart = useRef<uPlot | null>(null);
  const levels = useRef<Level[]>([]);
  const names = drawn.map((one) => one.name).join(" ");
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
        cursor: { y: false, drag: { x: true, y: false } },
        scales: {
          x: { time: false },
          y: {
            range: (_self, low, high) => {
              const all = [low, high, ...levels.current.map((one) => one.y)].filter(
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
          { stroke: ink("--mute"), width: 6, alpha: 0.35, points: { show: false } },
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
                ctx.fillText(label, bbox.left + bbox.width - 6, at - 3 * devicePixelRatio);
              }
              ctx.restore();
            },
          ],
        },
      },
      [[], ...Array.from({ length: shown.length + 1 }, () => [])] as uPlot.AlignedData,
      spot,
    );
    chart.current = made;
    return () => {
      made.destroy();
      chart.current = null;
    };
  }, [width, names, theme, symbol]);

  useEffect(() => {
    const planned: [number[], (number | null)[]] = [
      watch.planned.map(([at_s = 0]) => at_s),
      watch.planned.map(([, c = 0]) => toShown(c)),
    ];
    const tables = [planned, ...drawn.map((one) => broken(one, toShown))];
    chart.current?.setData(uPlot.join(tables as uPlot.AlignedData[]));
    // Drawn anew with each reading and after each change of the chart itself.
  });

  return (
    <figure ref={box} className="panel p-2" aria-label="Heat against time">
      <div
        ref={place}
        role="img"
        aria-label={`${drawn.length} places read over ${clockWords(watch.now_s)}, beside the plan`}
      />
    </figure>
  );
}
