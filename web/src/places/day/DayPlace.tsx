import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";

import { answer, client, type DayBlock, type DayLook } from "../../api/client";
import { dayQuery } from "../../api/day_queries";
import { PaperLinks } from "../../parts/PaperLinks";
import { useNotify } from "../../parts/Notices";
import { Away, Waiting } from "../../parts/States";
import { FreeAndGas, NotToday, type Changes, type PartProps } from "./DaySides";
import { DayStrip } from "./DayStrip";
import { clock } from "./hours";
import { movable } from "./movable";
import { TONES } from "./tones";
import { PlaceTitle } from "../../parts/PlaceTitle";
import { useUnits } from "../../shell/settings";

/** The shop's open jobs on one strip: who, which torch, what waits, what does not go today. */
export default function DayPlace() {
  const units = useUnits();
  const cache = useQueryClient();
  const notify = useNotify();
  const [exact, setExact] = useState(false);
  const { data: day, error, refetch } = useQuery(dayQuery(false));
  const better = useQuery({ ...dayQuery(true), enabled: exact });
  const { data: best, isFetching } = better;
  const change = useMutation({
    mutationFn: (changes: Changes) => answer(client.PATCH("/api/day", { body: changes })),
    onSuccess: () => cache.invalidateQueries({ queryKey: ["day"] }),
    onError: (failed) => notify(failed.message),
  });
  const hold = useMutation({
    mutationFn: () => answer(client.POST("/api/day/hold")),
    onSuccess: () => cache.invalidateQueries({ queryKey: ["day"] }),
    onError: (failed) => notify(failed.message),
  });
  if (error && !day) return <Away error={error} onRetry={() => void refetch()} />;
  if (!day) return <Waiting what="the day" />;
  const shown = exact && best && !isFetching ? best : day;
  const nameOf = (id: string) => shown.jobs.find((job) => job.id === id)?.name ?? id;
  const pin = (block: DayBlock, startMin: number | null) => {
    const others = shown.kept.pins.filter(
      (one) => one.job !== block.job || one.phase !== block.phase,
    );
    const own = { job: block.job, phase: block.phase, start_min: Math.max(0, startMin ?? 0) };
    change.mutate({ pins: startMin === null ? others : [...others, own] });
  };
  const { values } = shown;
  return (
    <article className="mx-auto w-full max-w-6xl p-4">
      <div className="flex flex-wrap items-end justify-between gap-4">
        <div>
          <PlaceTitle title="Day" />
          <p className="text-mute">
            {values.done_min == null
              ? "Nothing is planned."
              : `Done by ${clock(values.done_min)}${values.optimal ? "; nothing ends earlier." : "."}`}
          </p>
        </div>
        <p className="flex flex-wrap items-center gap-3 print:hidden">
          {exact && better.error && !isFetching && (
            <>
              <span role="status">{better.error.message}</span>
              <button className="button min-h-11" onClick={() => void better.refetch()}>
                Ask again
              </button>
            </>
          )}
          {exact && isFetching ? (
            <>
              <span role="status">Looking for a better one…</span>
              <button className="button min-h-11" onClick={() => setExact(false)}>
                Stop looking
              </button>
            </>
          ) : (
            <button className="button-main min-h-11" onClick={() => setExact(!exact)}>
              {exact ? "As first planned" : "Look for a better one"}
            </button>
          )}
          {shown.kept.held?.on !== shown.date && (
            <button className="button min-h-11" onClick={() => hold.mutate()}>
              Go by this
            </button>
          )}
          <a
            className="link"
            href={`/api/day/calendar.ics?units=${units.system}`}
            download="day.ics"
          >
            Calendar
          </a>
          <PaperLinks what="Day sheet" path="/api/day/sheet.pdf" />
        </p>
      </div>
      <DaySettings key={JSON.stringify(day.kept)} day={day} onChange={change.mutate} />
      <Meaning day={shown} onLetGo={() => change.mutate({ held: null })} />
      {shown.cautions.map((caution) => (
        <p key={caution.text} role="note" className="mt-3 rounded bg-warn-soft px-3 py-2">
          <strong className="font-semibold">{caution.text}</strong> {caution.reason}
        </p>
      ))}
      <section aria-label="The strip" className="panel mt-4 p-3">
        <DayStrip day={shown} nameOf={nameOf} onPin={pin} />
        <p className="mt-2 flex flex-wrap gap-x-5 text-sm text-mute">
          {Object.values(TONES).map(({ tone, means }) => (
            <span key={means} className="flex items-center gap-1.5">
              <span className={`inline-block size-3 rounded-sm ${tone}`} />
              {means}
            </span>
          ))}
        </p>
        <ol aria-label="Jobs by number" className="mt-2 flex flex-wrap gap-x-5 gap-y-1 text-sm">
          {Object.entries(shown.numbers).map(([id, number]) => (
            <li key={id}>
              <strong className="font-semibold tabular-nums">{number}</strong> {nameOf(id)}
            </li>
          ))}
        </ol>
        <p className="mt-1 text-sm text-mute print:hidden">
          Drag a block, or move it by the arrow keys, and it stays there; Delete lets it go. The
          rest goes round it.
        </p>
      </section>
      <div className="mt-5 grid gap-6 lg:grid-cols-2">
        <DayList day={shown} nameOf={nameOf} onPin={pin} />
        <div className="space-y-6">
          <NotToday day={shown} nameOf={nameOf} onChange={change.mutate} />
          <FreeAndGas day={shown} />
        </div>
      </div>
    </article>
  );
}

/** What the hour and the runs mean for the plan that is gone by. */
function Meaning({ day, onLetGo }: { day: DayLook; onLetGo: () => void }) {
  const held = day.kept.held?.on === day.date ? day.kept.held : null;
  if (day.meaning.length === 0) return null;
  return (
    <section
      aria-label="Against the plan"
      className="panel mt-3 flex flex-wrap items-center justify-between gap-3 px-3 py-2"
    >
      <div>
        {held && <p className="text-sm text-mute">Going by the plan of {clock(held.at_min)}</p>}
        <div role="status">
          {day.meaning.map((one) => (
            <p key={one}>{one}</p>
          ))}
        </div>
      </div>
      {held && (
        <button className="button min-h-11 print:hidden" onClick={onLetGo}>
          Let it go
        </button>
      )}
    </section>
  );
}

interface DayListProps extends PartProps {
  onPin: (block: DayBlock, startMin: number | null) => void;
}

/** The same in order, as it is read aloud. */
function DayList({ day, nameOf, onPin }: DayListProps) {
  const blocks = day.values.timeline.filter((block) => block.end_min > block.start_min);
  return (
    <section aria-label="In order">
      <h2 className="font-narrow text-xl font-semibold">In order</h2>
      <ol className="panel mt-2 divide-y divide-line">
        {blocks.map((block) => (
          <li
            key={`${block.job} ${block.phase}`}
            className="grid grid-cols-[6.5rem_1fr_auto] items-center gap-x-3 px-3 py-1.5"
          >
            <span className="text-sm text-mute tabular-nums">
              {clock(block.start_min)}–{clock(block.end_min)}
            </span>
            <span>
              <strong className="mr-1.5 font-semibold tabular-nums">
                {day.numbers[block.job]}
              </strong>
              <Link className="link" to={`/jobs/${block.job}`}>
                {nameOf(block.job)}
              </Link>
              , {block.phase}
              <span className="block text-sm text-mute">
                {[block.who, block.torch, block.tip, block.place].filter(Boolean).join(" · ")}
                {block.to_tomorrow && " · through the night"}
              </span>
            </span>
            {movable(day, block) ? (
              <button
                className="button min-h-11 px-3 print:hidden"
                aria-pressed={block.pinned}
                aria-label={`${block.pinned ? "Let go of" : "Pin"} ${nameOf(block.job)}, ${block.phase}`}
                onClick={() => onPin(block, block.pinned ? null : Math.round(block.start_min))}
              >
                {block.pinned ? "Pinned" : "Pin"}
              </button>
            ) : (
              <span />
            )}
          </li>
        ))}
      </ol>
    </section>
  );
}

function DaySettings({ day, onChange }: { day: DayLook; onChange: (changes: Changes) => void }) {
  const { kept } = day;
  const listed = (text: string) => text.split(/[,;]/).map((name) => name.trim());
  const fields = [
    ["Who is here", kept.people.join(", "), (text: string) => ({ people: listed(text) }), "w-52"],
    ["Torches", kept.torches.join(", "), (text: string) => ({ torches: listed(text) }), "w-52"],
    ["Opens", kept.opens, (text: string) => ({ opens: text }), "w-24"],
    ["Closes", kept.closes, (text: string) => ({ closes: text }), "w-24"],
  ] as const;
  return (
    <div className="mt-3 flex flex-wrap gap-4 print:hidden">
      {fields.map(([label, value, changes, width]) => (
        <label key={label} className="text-sm">
          {label}
          <input
            className={`field mt-1 block ${width}`}
            defaultValue={value}
            onBlur={(event) => {
              if (event.target.value !== value) onChange(changes(event.target.value));
            }}
            onKeyDown={(event) => {
              if (event.key === "Enter") event.currentTarget.blur();
            }}
          />
        </label>
      ))}
    </div>
  );
}
