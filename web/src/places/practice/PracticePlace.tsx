import { useQuery } from "@tanstack/react-query";
import { useState, type FormEvent } from "react";
import { Link, useSearchParams } from "react-router";

import { practiceQuery } from "../../api/practice_queries";
import type { Practice, Standing } from "../../api/client";
import { Away, Waiting } from "../../parts/States";
import { dayAndTime } from "../runbook/dates";
import { ScoreTable } from "./ScoreTable";
import { PlaceTitle } from "../../parts/PlaceTitle";

const wayTo = ({ rung }: Standing, who: string) => {
  const place = rung.kind === "look" ? rung.id : `${rung.kind}/${rung.id}`;
  return `/practice/${place}?${new URLSearchParams({ who })}`;
};

/** The ladder: who practises, what comes today, how it went. */
export default function PracticePlace() {
  const [search, setSearch] = useSearchParams();
  const who = search.get("who") ?? "";
  const { data: practice, error, refetch } = useQuery(practiceQuery(who));
  if (error && !practice) return <Away error={error} onRetry={() => void refetch()} />;
  if (!practice) return <Waiting what="practice" />;
  const { standings, tries } = practice.learner;
  const today = standings.filter((one) => one.today);
  return (
    <article className="mx-auto w-full max-w-6xl p-4">
      <div className="flex flex-wrap items-end justify-between gap-4">
        <div>
          <PlaceTitle title="Practice" />
          <p className="max-w-3xl text-mute">
            The order of moves, flames to set and to read, before any coupon is spoilt. What went
            wrong comes again the same day, what went well after longer and longer.
          </p>
        </div>
        <Link className="link" to="/practice/group">
          Everybody’s standing
        </Link>
      </div>
      <Who practice={practice} onWho={(name) => setSearch({ who: name }, { replace: true })} />
      {who && today.length > 0 && (
        <section aria-label="Today" className="mt-5">
          <h2 className="font-narrow text-xl font-semibold">Today</h2>
          <ul className="mt-2 grid gap-3 sm:grid-cols-2 lg:grid-cols-4">
            {today.map((one) => (
              <li key={one.rung.id} className="panel flex flex-col p-4">
                <strong className="font-semibold">{one.rung.label}</strong>
                <span className="mb-3 text-sm text-mute">{one.why}</span>
                <Link className="button mt-auto min-h-11 text-center" to={wayTo(one, who)}>
                  Practise
                </Link>
              </li>
            ))}
          </ul>
        </section>
      )}
      <section aria-label="The ladder" className="mt-6">
        <h2 className="font-narrow text-xl font-semibold">The ladder</h2>
        <ol className="panel mt-2 divide-y divide-line">
          {standings.map((one, at) => (
            <li
              key={one.rung.id}
              className="grid gap-x-4 gap-y-1 px-4 py-3 sm:grid-cols-[2rem_1fr_11rem_7rem] sm:items-center"
            >
              <span className="text-mute tabular-nums">{at + 1}</span>
              <span>
                <strong className="font-semibold">{one.rung.label}</strong>
                {practice.learner.signed_off.includes(one.rung.id) && (
                  <span className="ml-2 text-sm text-good">signed off</span>
                )}
                <span className="block text-sm text-mute">{one.rung.about}</span>
              </span>
              <span className="text-sm tabular-nums">
                {one.best == null || one.last == null
                  ? who && "not tried yet"
                  : `best ${Math.round(one.best)} · last ${Math.round(one.last)} · ${one.tries} ${one.tries === 1 ? "try" : "tries"}`}
              </span>
              <Link className="button min-h-11 text-center" to={wayTo(one, who)}>
                Practise
              </Link>
            </li>
          ))}
        </ol>
      </section>
      {tries.length > 0 && (
        <section aria-label="Tries" className="mt-6">
          <h2 className="font-narrow text-xl font-semibold">How it went</h2>
          <ul className="panel mt-2 divide-y divide-line">
            {tries.map((one) => (
              <TryRow key={one.tried_at} tried={one} standings={standings} />
            ))}
          </ul>
        </section>
      )}
      {practice.learner.words.length > 0 && (
        <section aria-label="What was said" className="mt-6">
          <h2 className="font-narrow text-xl font-semibold">What was said</h2>
          <ul className="mt-2 space-y-2">
            {practice.learner.words.map((word) => (
              <li key={word.said_at}>
                <span className="text-sm text-mute">
                  {dayAndTime(word.said_at)} · {word.said_by}
                  {word.signed_off && " signed it off"}
                </span>
                {word.words && <span className="block">{word.words}</span>}
              </li>
            ))}
          </ul>
        </section>
      )}
    </article>
  );
}

function Who({ practice, onWho }: { practice: Practice; onWho: (name: string) => void }) {
  const [typed, setTyped] = useState("");
  const { who } = practice.learner;
  const names = who && !practice.people.includes(who) ? [who, ...practice.people] : practice.people;
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (typed.trim()) onWho(typed.trim());
    setTyped("");
  };
  return (
    <div className="mt-4 flex flex-wrap items-center gap-3">
      <div role="group" aria-label="Who practises?" className="flex flex-wrap gap-2">
        {names.map((name) => (
          <button
            key={name}
            className="button min-h-11"
            aria-pressed={name === who}
            onClick={() => onWho(name)}
          >
            {name === who && "✓ "}
            {name}
          </button>
        ))}
      </div>
      <form className="flex gap-2" onSubmit={submit}>
        <input
          aria-label="Somebody else practises"
          placeholder={names.length > 0 ? "Somebody else" : "Your name"}
          maxLength={60}
          className="field w-44"
          value={typed}
          onChange={(event) => setTyped(event.target.value)}
        />
        <button className="button min-h-11">It is me</button>
      </form>
    </div>
  );
}

function TryRow({
  tried,
  standings,
}: {
  tried: Practice["learner"]["tries"][number];
  standings: readonly Standing[];
}) {
  const [open, setOpen] = useState(false);
  const label = standings.find((one) => one.rung.id === tried.rung)?.rung.label ?? tried.rung;
  return (
    <li>
      <button
        className="flex min-h-11 w-full flex-wrap items-center gap-x-4 px-4 py-2 text-left"
        aria-expanded={open}
        onClick={() => setOpen(!open)}
      >
        <span className="w-36 text-sm text-mute">{dayAndTime(tried.tried_at)}</span>
        <span className="flex-1">{label}</span>
        <span className="font-semibold tabular-nums">{Math.round(tried.points)}</span>
      </button>
      {open && (
        <div className="px-4 pb-4">
          <ScoreTable points={tried.points} parts={tried.parts} />
        </div>
      )}
    </li>
  );
}
