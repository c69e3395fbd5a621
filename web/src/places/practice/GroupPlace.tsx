import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState, type FormEvent } from "react";
import { Link } from "react-router";

import { answer, client, type Learner } from "../../api/client";
import { groupQuery } from "../../api/practice_queries";
import { Away, Waiting } from "../../parts/States";
import { PracticeHead } from "./PracticeHead";

/** Everybody on the ladder: each step's best and last, and what the instructor says of it. */
export default function GroupPlace() {
  const { data: group, error, refetch } = useQuery(groupQuery);
  if (error && !group) return <Away error={error} onRetry={() => void refetch()} />;
  if (!group) return <Waiting what="the group" />;
  const rungs = group[0]?.standings.map((one) => one.rung) ?? [];
  return (
    <article className="mx-auto w-full max-w-6xl p-4">
      <PracticeHead title="Everybody’s standing" who={null} />
      <button data-screen-only className="button mt-2 min-h-11" onClick={() => print()}>
        Print the record
      </button>
      {group.length === 0 ? (
        <p className="panel mt-4 p-6">Nobody has practised yet.</p>
      ) : (
        <div
          className="panel mt-4 overflow-x-auto"
          tabIndex={0}
          role="region"
          aria-label="Standing"
        >
          <table className="w-full text-left">
            <thead>
              <tr>
                <th scope="col" className="px-4 py-2">
                  Exercise
                </th>
                {group.map((one) => (
                  <th key={one.who} scope="col" className="px-4 py-2">
                    <Link
                      className="link"
                      to={`/practice?${new URLSearchParams({ who: one.who })}`}
                    >
                      {one.who}
                    </Link>
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {rungs.map((rung) => (
                <tr key={rung.id} className="border-t border-line align-baseline">
                  <th scope="row" className="px-4 py-2 font-semibold">
                    {rung.label}
                  </th>
                  {group.map((one) => (
                    <Cell key={one.who} learner={one} rung={rung.id} />
                  ))}
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
      {group.length > 0 && <SayForm group={group} />}
    </article>
  );
}

function Cell({ learner, rung }: { learner: Learner; rung: string }) {
  const standing = learner.standings.find((one) => one.rung.id === rung);
  if (standing?.best == null || standing.last == null)
    return <td className="px-4 py-2 text-mute">—</td>;
  return (
    <td className="px-4 py-2 tabular-nums">
      <strong className="font-semibold">{Math.round(standing.best)}</strong>
      <span className="text-sm text-mute"> · last {Math.round(standing.last)}</span>
      {learner.signed_off.includes(rung) && (
        <span className="block text-sm text-good">signed off</span>
      )}
    </td>
  );
}

function SayForm({ group }: { group: readonly Learner[] }) {
  const cache = useQueryClient();
  const [who, setWho] = useState(group[0]?.who ?? "");
  const [rung, setRung] = useState(group[0]?.standings[0]?.rung.id ?? "");
  const [by, setBy] = useState("");
  const [words, setWords] = useState("");
  const [off, setOff] = useState(false);
  const saying = useMutation({
    mutationFn: () =>
      answer(
        client.POST("/api/practice/words", {
          body: { who, rung, said_by: by, signed_off: off, words },
        }),
      ),
    onSuccess: async () => {
      setWords("");
      setOff(false);
      await cache.invalidateQueries({ queryKey: ["practice"] });
    },
  });
  const submit = (event: FormEvent) => {
    event.preventDefault();
    saying.mutate();
  };
  return (
    <form data-screen-only className="panel mt-5 grid gap-3 p-4 sm:grid-cols-3" onSubmit={submit}>
      <h2 className="font-narrow text-xl font-semibold sm:col-span-3">Say something of it</h2>
      <label className="grid gap-1">
        To whom
        <select className="field" value={who} onChange={(event) => setWho(event.target.value)}>
          {group.map((one) => (
            <option key={one.who}>{one.who}</option>
          ))}
        </select>
      </label>
      <label className="grid gap-1">
        Of which exercise
        <select className="field" value={rung} onChange={(event) => setRung(event.target.value)}>
          {group[0]?.standings.map((one) => (
            <option key={one.rung.id} value={one.rung.id}>
              {one.rung.label}
            </option>
          ))}
        </select>
      </label>
      <label className="grid gap-1">
        Who says it
        <input
          className="field"
          maxLength={60}
          value={by}
          onChange={(event) => setBy(event.target.value)}
        />
      </label>
      <label className="grid gap-1 sm:col-span-2">
        What
        <input
          className="field"
          maxLength={500}
          value={words}
          onChange={(event) => setWords(event.target.value)}
        />
      </label>
      <div className="flex items-end gap-4">
        <label className="flex min-h-11 items-center gap-2">
          <input
            type="checkbox"
            className="size-5 accent-cone"
            checked={off}
            onChange={(event) => setOff(event.target.checked)}
          />
          Signed off
        </label>
        <button className="button-main min-h-11" disabled={saying.isPending}>
          Say it
        </button>
      </div>
      {saying.error && (
        <p role="alert" className="text-stop sm:col-span-3">
          {saying.error.message}
        </p>
      )}
    </form>
  );
}
