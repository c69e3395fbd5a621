import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useId } from "react";
import { Link } from "react-router";

import { answer, client, type HandPage } from "../../api/client";
import { useUnits } from "../../shell/settings";

interface TakeUpProps {
  page: HandPage;
  person: string;
  onPerson: (person: string) => void;
}

const whose = (person: string) => (person ? `${person}’s hand` : "anybody’s hand");

/** Whether plans go by the log: what that would change, before it does. */
export function TakeUp({ page, person, onPerson }: TakeUpProps) {
  const units = useUnits();
  const cache = useQueryClient();
  const id = useId();
  // Every plan may read otherwise now.
  const settle = () => cache.invalidateQueries();
  const take = useMutation({
    mutationFn: () => answer(client.POST("/api/hand", { body: { person } })),
    onSuccess: settle,
  });
  const put = useMutation({
    mutationFn: () => answer(client.DELETE("/api/hand")),
    onSuccess: settle,
  });
  const { now, before } = page.kept;
  const seconds = (value: number | null | undefined) =>
    value == null ? "not reached" : units.measure(value, "s", 2);
  const error = take.error ?? put.error;
  const changed = page.changes.filter((one) => seconds(one.now_s) !== seconds(one.then_s));
  return (
    <section aria-labelledby={`${id}-head`} className="panel p-4">
      <h2 id={`${id}-head`} className="font-narrow text-xl font-semibold">
        {now ? "Plans go by the log" : "Plans go by the model’s own hand"}
      </h2>
      <p className="text-mute">
        {now
          ? `By ${whose(now.person ?? "")}, ${now.n} puddles, taken up ${(now.taken_up ?? "").slice(0, 10)}. What was timed since waits here until you take it up.`
          : "Nothing that was timed changes a plan until you take it up."}
      </p>
      <label className="mt-3 block" htmlFor={`${id}-who`}>
        Plan for
      </label>
      <select
        id={`${id}-who`}
        className="field min-h-11 w-full"
        value={person}
        onChange={(event) => onPerson(event.target.value)}
      >
        <option value="">anybody</option>
        {page.people.map((name) => (
          <option key={name} value={name}>
            {name}
          </option>
        ))}
      </select>
      {page.changes.length > 0 && (
        <>
          <h3 className="mt-3 font-semibold">
            {changed.length > 0 ? "First puddles on the bench" : "No plan on the bench changes"}
          </h3>
          <ul className="divide-y divide-line">
            {changed.map((one) => (
              <li key={one.job_id} className="flex items-baseline justify-between gap-3 py-1.5">
                <Link className="link min-w-0 truncate" to={`/jobs/${one.job_id}`}>
                  {one.job_name}
                </Link>
                <span className="shrink-0 tabular-nums">
                  {seconds(one.now_s)} → <strong>{seconds(one.then_s)}</strong>
                </span>
              </li>
            ))}
          </ul>
        </>
      )}
      <button
        className="button-main mt-3 min-h-12 w-full"
        disabled={take.isPending || !page.offered}
        onClick={() => take.mutate()}
      >
        {now ? "Take up what was timed since" : "Let plans go by it"}
      </button>
      {now && (
        <button
          className="button mt-2 min-h-12 w-full"
          disabled={put.isPending}
          onClick={() => put.mutate()}
        >
          Back to the model’s own hand
        </button>
      )}
      {error && (
        <p role="alert" className="mt-2 text-stop">
          {error.message}
        </p>
      )}
      {(before ?? []).length > 0 && (
        <details className="mt-3">
          <summary className="min-h-11 cursor-pointer py-2">What plans went by before</summary>
          <ul className="text-sm text-mute">
            {(before ?? []).map((one) => (
              <li key={one.taken_up}>
                {one.taken_up.slice(0, 10)}, {whose(one.person ?? "")}:{" "}
                {Object.entries(one.by_metal)
                  .map(([metal, fitted]) => `${metal} ×${fitted.factor.toFixed(2)}`)
                  .join(", ")}
              </li>
            ))}
          </ul>
        </details>
      )}
    </section>
  );
}
