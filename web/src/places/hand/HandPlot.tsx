import { scaleLog } from "d3-scale";
import { Link } from "react-router";
import { useState } from "react";

import type { HandPoint } from "../../api/client";
import { useWidth } from "../../parts/useWidth";
import { useUnits } from "../../shell/settings";

const LEAST_WIDE = 280;
const LEFT = 52;
const BOTTOM = 44;
const TICKS = [0.5, 1, 2, 5, 10, 20, 50, 100, 200, 500];
const MARK = 5;
const APART = 11;

/** Our own mark for each person, told apart by form before colour. */
const FORMS = [
  (x: number, y: number) => <circle cx={x} cy={y} r={MARK} />,
  (x: number, y: number) => (
    <rect x={x - MARK} y={y - MARK} width={2 * MARK} height={2 * MARK} rx={1} />
  ),
  (x: number, y: number) => (
    <path d={`M${x} ${y - MARK - 1}L${x + MARK + 1} ${y + MARK}L${x - MARK - 1} ${y + MARK}Z`} />
  ),
  (x: number, y: number) => (
    <path
      d={`M${x} ${y - MARK - 1}L${x + MARK + 1} ${y}L${x} ${y + MARK + 1}L${x - MARK - 1} ${y}Z`}
    />
  ),
] as const;

export const formOf = (place: number) => FORMS[place % FORMS.length] ?? FORMS[0];

interface HandPlotProps {
  points: readonly HandPoint[];
  people: readonly string[];
}

/** Every timed puddle: what the model's own hand would take, across; what it took, up. */
export function HandPlot({ points, people }: HandPlotProps) {
  const units = useUnits();
  const [frame, width] = useWidth<HTMLElement>();
  const wide = Math.max(LEAST_WIDE, width);
  const high = Math.round(Math.min(460, Math.max(340, 0.72 * wide)));
  const [at, setAt] = useState<(HandPoint & { modelS: number }) | null>(null);
  const shown = points.flatMap((one) =>
    one.point.model_s == null ? [] : [{ ...one, modelS: one.point.model_s }],
  );
  const all = shown.flatMap(({ point, modelS }) => [
    modelS,
    point.timed_s,
    point.low_s ?? point.timed_s,
    point.high_s ?? point.timed_s,
  ]);
  const ends: [number, number] = [Math.min(...all) / 1.15, Math.max(...all) * 1.15];
  const x = scaleLog(ends, [LEFT, wide - 12]);
  const y = scaleLog(ends, [high - BOTTOM, 12]);
  // Side by side, so that one hand does not hide another.
  const aside = (person: string) => (people.indexOf(person) - (people.length - 1) / 2) * APART;
  const ticks = TICKS.filter((one) => one >= ends[0] && one <= ends[1]);
  const seconds = (value: number) => units.measure(value, "s", 2);
  return (
    <figure ref={frame}>
      <svg
        viewBox={`0 0 ${wide} ${high}`}
        height={high}
        role="img"
        aria-label={`${shown.length} timed puddles against the model's; the list under the plot holds them all`}
        className="w-full"
      >
        {ticks.map((tick) => (
          <g key={tick} className="fill-mute text-[13px]">
            <path
              d={`M${x(tick)} 12V${high - BOTTOM}M${LEFT} ${y(tick)}H${wide - 12}`}
              className="stroke-line"
            />
            <text x={x(tick)} y={high - BOTTOM + 18} textAnchor="middle">
              {tick}
            </text>
            <text x={LEFT - 8} y={y(tick) + 4} textAnchor="end">
              {tick}
            </text>
          </g>
        ))}
        <path
          d={`M${x(ends[0])} ${y(ends[0])}L${x(ends[1])} ${y(ends[1])}`}
          className="stroke-mute"
          strokeDasharray="6 4"
        />
        <text x={wide - 12} y={high - 6} textAnchor="end" className="fill-mute text-[13px]">
          seconds as the model has it
        </text>
        <text
          transform={`translate(14 ${12}) rotate(-90)`}
          textAnchor="end"
          className="fill-mute text-[13px]"
        >
          seconds as timed
        </text>
        {shown.map(({ point, modelS }) =>
          point.low_s == null || point.high_s == null ? null : (
            <path
              key={`band-${point.log}`}
              d={`M${x(modelS) + aside(point.person)} ${y(point.low_s)}V${y(point.high_s)}`}
              className="stroke-feather"
              strokeWidth={6}
              opacity={0.5}
            />
          ),
        )}
        {shown.map((one) => {
          const { point } = one;
          const out = point.stray || point.left_out;
          return (
            <g
              key={point.log}
              onPointerEnter={() => setAt(one)}
              className={out ? "fill-paper stroke-warn" : "fill-cone stroke-paper"}
              strokeWidth={out ? 2.5 : 1}
            >
              {formOf(people.indexOf(point.person))(
                x(one.modelS) + aside(point.person),
                y(point.timed_s),
              )}
            </g>
          );
        })}
      </svg>
      <figcaption className="flex flex-wrap items-center gap-x-5 gap-y-1 text-sm text-mute">
        {people.map((name, place) => (
          <span key={name} className="flex items-center gap-1.5">
            <svg
              viewBox="0 0 14 14"
              width={14}
              height={14}
              aria-hidden="true"
              className="fill-cone"
            >
              {formOf(place)(7, 7)}
            </svg>
            {name}
          </span>
        ))}
        <span className="flex items-center gap-1.5">
          <span aria-hidden="true" className="inline-block h-4 w-1.5 bg-feather" />
          nine in ten are expected here
        </span>
        <span className="flex items-center gap-1.5">
          <svg viewBox="0 0 14 14" width={14} height={14} aria-hidden="true">
            <g className="fill-paper stroke-warn" strokeWidth={2.5}>
              {formOf(0)(7, 7)}
            </g>
          </svg>
          stray, or timed with a clogged tip: counts little or not
        </span>
        <span className="flex items-center gap-1.5">
          <svg viewBox="0 0 22 4" width={22} height={4} aria-hidden="true">
            <path d="M0 2H22" className="stroke-mute" strokeDasharray="6 4" strokeWidth={2} />
          </svg>
          as the model has it
        </span>
      </figcaption>
      <p className="mt-1 min-h-6 text-sm">
        {at && (
          <>
            <Link className="link" to={`/runs/${at.run_id}`}>
              {at.job_name}
            </Link>
            , {at.day}, {at.point.person || "nobody named"}, tip {at.tip || "not told"}: took{" "}
            {seconds(at.point.timed_s)}, the model {seconds(at.modelS)}
          </>
        )}
      </p>
    </figure>
  );
}
