import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState, type FormEvent } from "react";
import { useNavigate, useParams, useSearchParams } from "react-router";

import { answer, client, type Coupon } from "../../api/client";
import { couponQuery } from "../../api/practice_queries";
import { Away, Waiting } from "../../parts/States";
import { PracticeHead } from "./PracticeHead";
import { ScoreTable } from "./ScoreTable";

/** A real coupon: planned as a job, welded, then looked at point by point by an instructor. */
export default function CouponPlace() {
  const { name = "" } = useParams();
  const [search] = useSearchParams();
  const who = search.get("who") ?? "";
  const { data: coupon, error, refetch } = useQuery(couponQuery(name));
  if (error && !coupon) return <Away error={error} onRetry={() => void refetch()} />;
  if (!coupon) return <Waiting what="the coupon" />;
  return (
    <article className="mx-auto w-full max-w-4xl p-4">
      <PracticeHead title={coupon.label} who={who}>
        {coupon.about}
      </PracticeHead>
      {coupon.job && <Planned coupon={coupon} who={who} />}
      {who ? (
        <Judging coupon={coupon} who={who} />
      ) : (
        <p className="panel mt-4 p-4">Say who practises first: a coupon is kept by name.</p>
      )}
    </article>
  );
}

function Planned({ coupon, who }: { coupon: Coupon; who: string }) {
  const navigate = useNavigate();
  const making = useMutation({
    mutationFn: () =>
      answer(
        client.POST("/api/jobs", {
          body: { ...coupon.job, name: who ? `${coupon.label}, ${who}` : coupon.label },
        }),
      ),
    onSuccess: (job) => navigate(`/jobs/${job.id}`),
  });
  return (
    <div className="mt-3">
      <button
        className="button min-h-11"
        disabled={making.isPending}
        onClick={() => making.mutate()}
      >
        Plan it as a job
      </button>
      <p className="mt-1 text-sm text-mute">
        Taken to the bench, its puddle is timed, its photos and log stand in the run book, and the
        hand learns from it.
      </p>
      {making.error && (
        <p role="alert" className="text-stop">
          {making.error.message}
        </p>
      )}
    </div>
  );
}

function Judging({ coupon, who }: { coupon: Coupon; who: string }) {
  const cache = useQueryClient();
  const [good, setGood] = useState<readonly string[]>([]);
  const [by, setBy] = useState("");
  const judging = useMutation({
    mutationFn: () =>
      answer(
        client.POST("/api/practice/coupons/{name}", {
          params: { path: { name: coupon.id } },
          body: { who, judged_by: by, good: [...good] },
        }),
      ),
    onSuccess: () => cache.invalidateQueries({ queryKey: ["practice"] }),
  });
  const submit = (event: FormEvent) => {
    event.preventDefault();
    judging.mutate();
  };
  const turn = (id: string) =>
    setGood(good.includes(id) ? good.filter((one) => one !== id) : [...good, id]);
  return (
    <form className="panel mt-4 p-4" onSubmit={submit}>
      <h2 className="font-narrow text-xl font-semibold">What is good of {who}’s</h2>
      <ul className="mt-2 divide-y divide-line">
        {coupon.looks.map((look) => (
          <li key={look.id}>
            <label className="flex min-h-12 items-start gap-3 py-2">
              <input
                type="checkbox"
                className="mt-1 size-5 accent-cone"
                checked={good.includes(look.id)}
                onChange={() => turn(look.id)}
              />
              <span className="flex-1">
                {look.text}
                <span className="block text-sm text-mute">{look.why}</span>
              </span>
              <span className="tabular-nums">{look.points}</span>
            </label>
          </li>
        ))}
      </ul>
      <div className="mt-3 flex flex-wrap items-end gap-3">
        <label className="grid gap-1">
          Who looked at it
          <input
            className="field w-52"
            maxLength={60}
            value={by}
            onChange={(event) => setBy(event.target.value)}
          />
        </label>
        <button className="button-main min-h-11" disabled={judging.isPending}>
          Write it down
        </button>
      </div>
      {judging.error && (
        <p role="alert" className="mt-2 text-stop">
          {judging.error.message}
        </p>
      )}
      {judging.data && (
        <div role="status" className="mt-4 border-t border-line pt-3">
          <ScoreTable points={judging.data.points} parts={judging.data.parts} />
        </div>
      )}
    </form>
  );
}
