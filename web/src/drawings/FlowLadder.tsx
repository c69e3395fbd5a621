// Tips as bores to scale on a log axis of flow: each tip's usable band, the piece's steerable
// flows, and this job's flow across them all.
import { scaleLog } from "d3-scale";
import { useId } from "react";

import { useUnits } from "../shell/settings";

export interface Rung {
  label: string;
  boreMm: number;
  low: number;
  high: number;
  /** The flow it would be run at for this job, where there is a job. */
  runsAt?: number;
  words?: string;
  chosen?: boolean;
}

interface FlowLadderProps {
  rungs: readonly Rung[];
  width: number;
  wanted?: number | null;
  steerable?: readonly [number, number] | null;
}

const ROW_PX = 30;
const HEAD_PX = 40;
const FOOT_PX = 22;
const NAME_PX = 74;
const RIGHT_PX = 12;
const TICK_APART_PX = 40;
const BORE_PX_PER_MM = 9;
const TICKS = [10, 20, 50, 100, 200, 500, 1000, 2000, 5000, 10000];

export function FlowLadder({ rungs, width, wanted, steerable }: FlowLadderProps) {
  const units = useUnits();
  const id = useId();
  if (rungs.length === 0 || width < 120) return null;
  const ends = [
    ...rungs.flatMap((rung) => [rung.low, rung.high]),
    ...(wanted ? [wanted] : []),
    ...(steerable ?? []),
  ];
  const x = scaleLog(
    [Math.min(...ends) / 1.15, Math.max(...ends) * 1.15],
    [NAME_PX, width - RIGHT_PX],
  );
  const height = HEAD_PX + rungs.length * ROW_PX + FOOT_PX;
  const foot = height - FOOT_PX;
  const [first, last] = x.domain() as [number, number];
  const ticks: number[] = [];
  for (const tick of TICKS.filter((one) => one >= first && one <= last))
    if (x(tick) - x(ticks.at(-1) ?? first / 100) >= TICK_APART_PX) ticks.push(tick);
  const rungTexts = rungs
    .map(
      (rung) =>
        `${rung.label}: bore ${units.measure(rung.boreMm, "wall", 2)}, ${units.range(rung.low, rung.high, "L/h")} ${units.symbol("L/h")}${rung.words ? `, ${rung.words}` : ""}`,
    )
    .join("; ");
  const wantedLeft = wanted ? x(wanted) > width - 110 : false;
  return (
    <svg
      width={width}
      height={height}
      viewBox={`0 0 ${width} ${height}`}
      role="img"
      aria-labelledby={`${id}-text`}
      className="block text-[13px]"
    >
      <title id={`${id}-text`}>
        {`Flow ladder${wanted ? `, this job wants ${units.measure(wanted, "L/h")}` : ""}. ${rungTexts}.`}
      </title>
      <text x={2} y={13} className="fill-mute">
        usable flow of each tip
      </text>
      {steerable && (
        <g>
          <rect
            x={x(steerable[0])}
            width={Math.max(1, x(steerable[1]) - x(steerable[0]))}
            y={HEAD_PX - 4}
            height={foot - HEAD_PX + 4}
            fill="var(--cone-soft)"
          />
        </g>
      )}
      {rungs.map((rung, row) => {
        const y = HEAD_PX + row * ROW_PX + ROW_PX / 2;
        return (
          <g key={rung.label}>
            <text
              x={2}
              y={y + 4}
              className={rung.chosen ? "fill-cone font-semibold" : "fill-ink font-medium"}
            >
              {rung.label.length > 6 ? `${rung.label.slice(0, 5)}…` : rung.label}
            </text>
            <circle
              cx={NAME_PX - 16}
              cy={y}
              r={Math.max(1, Math.min(12, (rung.boreMm * BORE_PX_PER_MM) / 2))}
              fill="var(--panel)"
              stroke="var(--copper)"
              strokeWidth={3}
            />
            <line
              x1={x(rung.low)}
              x2={x(rung.high)}
              y1={y}
              y2={y}
              stroke={rung.chosen ? "var(--cone)" : "var(--steel)"}
              strokeWidth={8}
              strokeLinecap="butt"
            />
            {rung.runsAt != null && (
              <circle
                cx={x(rung.runsAt)}
                cy={y}
                r={4.5}
                fill="var(--ink)"
                stroke="var(--panel)"
                strokeWidth={1.5}
              />
            )}
          </g>
        );
      })}
      {wanted && (
        <g>
          <line x1={x(wanted)} x2={x(wanted)} y1={HEAD_PX - 4} y2={foot} stroke="var(--ink)" />
          <text
            x={x(wanted) + (wantedLeft ? -4 : 4)}
            y={HEAD_PX - 10}
            textAnchor={wantedLeft ? "end" : "start"}
            className="fill-ink font-medium"
          >
            {`job ${units.measure(wanted, "L/h")}`}
          </text>
        </g>
      )}
      {ticks.map((tick) => (
        <g key={tick}>
          <line x1={x(tick)} x2={x(tick)} y1={foot} y2={foot + 4} stroke="var(--mute)" />
          <text x={x(tick)} y={height - 4} textAnchor="middle" className="fill-mute">
            {units.show(tick, "L/h", 2).number}
          </text>
        </g>
      ))}
      <line x1={NAME_PX} x2={width - RIGHT_PX} y1={foot} y2={foot} stroke="var(--mute)" />
      <text x={2} y={height - 4} className="fill-mute">
        {units.symbol("L/h")}
      </text>
    </svg>
  );
}
