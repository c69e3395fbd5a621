import { useQuery } from "@tanstack/react-query";
import { scaleLinear } from "d3-scale";
import { useSearchParams } from "react-router";

import type { BookStatistics } from "../../api/client";
import { countedQuery } from "../../api/book_queries";
import { signsQuery } from "../../api/queries";
import { Away, Waiting } from "../../parts/States";
import { useUnits } from "../../shell/settings";
import { FACETS, wantedOf } from "../../api/wanted";
import { BookTabs } from "./BookTabs";
import { PlaceTitle } from "../../parts/PlaceTitle";

/** What the book says of the runs that were chosen: how often it comes out, what goes wrong and
 *  what cured it, how near the puddles come to plan, what gas a metre takes. */
export default function CountedPlace() {
  const [search] = useSearchParams();
  const wanted = wantedOf(search);
  const { data: statistics, error, refetch } = useQuery(countedQuery(wanted));
  const { data: signs } = useQuery(signsQuery);
  if (error && !statistics) return <Away error={error} onRetry={() => void refetch()} />;
  if (!statistics) return <Waiting what="what the book says" />;
  const sign = (id: string) => signs?.find((one) => one.id === id)?.label ?? id;
  const chosen = FACETS.flatMap((facet) => wanted[facet] ?? []);
  return (
    <article className="mx-auto w-full max-w-5xl p-4">
      <BookTabs search={String(search)} />
      <PlaceTitle title="What the book says" className="mt-1" />
      <p className="text-mute">
        {statistics.runs} {statistics.runs === 1 ? "run" : "runs"}
        {chosen.length > 0 || wanted.words
          ? " chosen in the run book. "
          : ", all there are. Choose in the run book to ask of some. "}
        Few runs prove little: every share carries its range.
      </p>
      <div className="mt-5 grid gap-8 lg:grid-cols-2">
        <Wrong statistics={statistics} sign={sign} />
        <Success statistics={statistics} />
        <Months statistics={statistics} />
        <Gas statistics={statistics} />
      </div>
    </article>
  );
}

function Nothing({ says }: { says: string }) {
  return <p className="panel mt-2 p-4 text-mute">{says}</p>;
}

function Wrong({ statistics, sign }: { statistics: BookStatistics; sign: (id: string) => string }) {
  return (
    <section aria-labelledby="wrong">
      <h2 id="wrong" className="font-narrow text-xl font-semibold">
        What goes wrong, and what cured it
      </h2>
      {statistics.signs.length === 0 && <Nothing says="Nothing was seen to go wrong." />}
      <ul className="panel mt-2 divide-y divide-line empty:hidden">
        {statistics.signs.map((one) => (
          <li key={one.sign} className="px-4 py-2.5">
            <p>
              <strong className="font-semibold">{sign(one.sign)}</strong>{" "}
              <span className="text-mute">
                {one.runs} {one.runs === 1 ? "run" : "runs"}
              </span>
            </p>
            {one.cures.length === 0 && (
              <p className="text-sm text-mute">No remedy was told to have been tried.</p>
            )}
            {one.cures.map((cure) => (
              <p key={cure.cause} className="text-sm">
                {cure.do}{" "}
                <span className="text-mute">
                  helped {cure.helped} of {cure.tried}
                </span>
              </p>
            ))}
          </li>
        ))}
      </ul>
    </section>
  );
}

const SHARE_PX = 120;

function Success({ statistics }: { statistics: BookStatistics }) {
  return (
    <section aria-labelledby="success">
      <h2 id="success" className="font-narrow text-xl font-semibold">
        Good as it was
      </h2>
      {statistics.success.length === 0 ? (
        <Nothing says="No run was given a verdict yet." />
      ) : (
        <ul className="panel mt-2 divide-y divide-line">
          {statistics.success.map((one) => (
            <li
              key={one.metal + one.thickness}
              className="flex flex-wrap items-center justify-between gap-x-4 px-4 py-2"
            >
              <span>
                {one.metal} <span className="text-sm text-mute">{one.thickness}</span>
              </span>
              <span className="flex items-center gap-3 tabular-nums">
                <svg width={SHARE_PX} height={14} aria-hidden="true">
                  <rect width={SHARE_PX} height={14} className="fill-shade" rx={2} />
                  <rect
                    x={SHARE_PX * one.low}
                    width={SHARE_PX * (one.high - one.low)}
                    height={14}
                    className="fill-feather"
                  />
                  <rect
                    x={(SHARE_PX - 3) * (one.good / one.judged)}
                    width={3}
                    height={14}
                    className="fill-cone"
                  />
                </svg>
                {one.good} of {one.judged}
              </span>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}

const WIDE = 460;
const HIGH = 190;
const LEFT = 36;

function Months({ statistics }: { statistics: BookStatistics }) {
  const { months } = statistics;
  const top = Math.max(1.5, ...months.map((one) => one.high));
  const y = scaleLinear([Math.min(0.5, ...months.map((one) => one.low)), top], [HIGH - 24, 8]);
  const x = scaleLinear([0, Math.max(1, months.length - 1)], [LEFT + 16, WIDE - 20]);
  return (
    <section aria-labelledby="months">
      <h2 id="months" className="font-narrow text-xl font-semibold">
        Puddles, timed over planned
      </h2>
      {months.length === 0 ? (
        <Nothing says="No puddle was timed." />
      ) : (
        <figure className="panel mt-2 p-3">
          <svg
            viewBox={`0 0 ${WIDE} ${HIGH}`}
            className="w-full"
            role="img"
            aria-label={months
              .map((one) => `${one.month}: ${one.middle.toFixed(2)} of ${one.n}`)
              .join("; ")}
          >
            {[0.5, 1, 1.5, 2].map(
              (tick) =>
                tick <= top && (
                  <g key={tick} className="fill-mute text-[13px]">
                    <path
                      d={`M${LEFT} ${y(tick)}H${WIDE}`}
                      className={tick === 1 ? "stroke-mute" : "stroke-line"}
                    />
                    <text x={LEFT - 6} y={y(tick) + 4} textAnchor="end">
                      {tick}
                    </text>
                  </g>
                ),
            )}
            {months.map((one, at) => (
              <g key={one.month}>
                <path
                  d={`M${x(at)} ${y(one.low)}V${y(one.high)}`}
                  className="stroke-feather"
                  strokeWidth={10}
                />
                <path
                  d={`M${x(at) - 9} ${y(one.middle)}H${x(at) + 9}`}
                  className="stroke-cone"
                  strokeWidth={3}
                />
                {months.length <= 12 && (
                  <text
                    x={x(at)}
                    y={HIGH - 4}
                    textAnchor="middle"
                    className="fill-mute text-[13px]"
                  >
                    {one.month.slice(2).replace("-", "/")}
                  </text>
                )}
              </g>
            ))}
          </svg>
          <figcaption className="text-sm text-mute">
            The middle puddle of each month, with the middle half of them. Over 1 they came later
            than planned.
          </figcaption>
        </figure>
      )}
    </section>
  );
}

function Gas({ statistics }: { statistics: BookStatistics }) {
  const units = useUnits();
  return (
    <section aria-labelledby="gas">
      <h2 id="gas" className="font-narrow text-xl font-semibold">
        Acetylene a metre took
      </h2>
      {statistics.gas.length === 0 ? (
        <Nothing says="No run has both its minutes and its length." />
      ) : (
        <ul className="panel mt-2 divide-y divide-line">
          {statistics.gas.map((one) => (
            <li
              key={one.metal + one.thickness}
              className="flex flex-wrap justify-between gap-x-4 px-4 py-2 tabular-nums"
            >
              <span>
                {one.metal} <span className="text-sm text-mute">{one.thickness}</span>
              </span>
              <span>
                {units.measure(one.middle_l, "L", 2)}{" "}
                <span className="text-sm text-mute">
                  {units.measure(one.low_l, "L", 2)} to {units.measure(one.high_l, "L", 2)}, {one.n}{" "}
                  {one.n === 1 ? "run" : "runs"}
                </span>
              </span>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
