import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { useParams, useSearchParams } from "react-router";

import { answer, client, type OrderJudged } from "../../api/client";
import { orderQuery } from "../../api/practice_queries";
import { Away, Waiting } from "../../parts/States";
import { PracticeHead } from "./PracticeHead";
import { ScoreTable } from "./ScoreTable";

const MOST_SEED = 2 ** 31;
const MS = 1000;
const newSeed = () => Math.floor(Math.random() * MOST_SEED);

/** A sequence's cards, mixed: which comes next? Then the same cards, done one by one. */
export default function OrderPlace() {
  const { name = "" } = useParams();
  const [search] = useSearchParams();
  const who = search.get("who") ?? "";
  const [seed, setSeed] = useState(newSeed);
  const { data: order, error, refetch } = useQuery(orderQuery(name, seed));
  if (error && !order) return <Away error={error} onRetry={() => void refetch()} />;
  if (!order) return <Waiting what="the cards" />;
  return (
    <article className="mx-auto w-full max-w-4xl p-4">
      <PracticeHead title={order.label} who={who}>
        {order.about}
      </PracticeHead>
      <Putting
        key={`${name} ${seed}`}
        name={name}
        who={who}
        cards={order.cards}
        onAgain={() => setSeed(newSeed())}
      />
    </article>
  );
}

interface PuttingProps {
  name: string;
  who: string;
  cards: readonly { id: string; text: string }[];
  onAgain: () => void;
}

function Putting({ name, who, cards, onAgain }: PuttingProps) {
  const cache = useQueryClient();
  const [picks, setPicks] = useState<readonly string[]>([]);
  const [done, setDone] = useState<readonly string[]>([]);
  const [timed, setTimed] = useState(false);
  const begun = useRef<number | null>(null);
  const judging = useMutation({
    mutationFn: (all: string[]) => {
      const seconds = timed && begun.current !== null ? (Date.now() - begun.current) / MS : null;
      return answer(
        client.POST("/api/practice/orders/{name}", {
          params: { path: { name } },
          body: { who, picks: all, seconds },
        }),
      );
    },
    onSuccess: () => cache.invalidateQueries({ queryKey: ["practice"] }),
  });
  const picking = useMutation({
    mutationFn: (pick: string) =>
      answer(
        client.POST("/api/practice/orders/{name}/pick", {
          params: { path: { name } },
          body: { done: [...done], pick },
        }),
      ),
    onSuccess: (picked, pick) => {
      const all = [...picks, pick];
      setPicks(all);
      if (!picked.right) return;
      const now = [...done, pick];
      setDone(now);
      if (now.length === cards.length) judging.mutate(all);
    },
  });
  const pick = (id: string) => {
    begun.current ??= Date.now();
    picking.mutate(id);
  };
  const textOf = (id: string) => cards.find((card) => card.id === id)?.text;
  const left = cards.filter((card) => !done.includes(card.id));
  if (judging.data) return <Done judged={judging.data} onAgain={onAgain} />;
  return (
    <div className="mt-4 grid gap-5 lg:grid-cols-2">
      <section aria-label="What comes next?">
        <h2 className="font-narrow text-xl font-semibold">What comes next?</h2>
        <div aria-live="polite" className="min-h-16">
          {picking.data && (
            <p
              className={`mt-2 border-l-4 px-4 py-2 ${picking.data.right ? "border-good bg-shade" : "border-warn bg-warn-soft"}`}
            >
              <strong className="font-semibold">
                {picking.data.right ? "Yes. " : "Not yet. "}
              </strong>
              {picking.data.why}
            </p>
          )}
          {(picking.error ?? judging.error) && (
            <p role="alert" className="text-stop">
              {(picking.error ?? judging.error)?.message}
            </p>
          )}
        </div>
        <ul className="mt-2 space-y-2">
          {left.map((card) => (
            <li key={card.id}>
              <button
                className="button min-h-14 w-full justify-start py-2 text-left"
                disabled={picking.isPending || judging.isPending}
                onClick={() => pick(card.id)}
              >
                {card.text}
              </button>
            </li>
          ))}
        </ul>
        <label className="mt-3 flex min-h-11 items-center gap-2">
          <input
            type="checkbox"
            className="size-5 accent-cone"
            checked={timed}
            disabled={picks.length > 0}
            onChange={(event) => setTimed(event.target.checked)}
          />
          Time me
        </label>
      </section>
      <section aria-label="So far">
        <h2 className="font-narrow text-xl font-semibold">So far</h2>
        <ol className="mt-2 list-decimal space-y-1 pl-6">
          {done.map((id) => (
            <li key={id}>{textOf(id)}</li>
          ))}
        </ol>
      </section>
    </div>
  );
}

function Done({ judged, onAgain }: { judged: OrderJudged; onAgain: () => void }) {
  const [at, setAt] = useState<number | null>(null);
  const card = at === null ? undefined : judged.cards[at];
  return (
    <div className="mt-4 space-y-5">
      <section aria-label="What it is worth" className="panel p-4">
        <ScoreTable points={judged.points} parts={judged.parts} />
        <button className="button mt-3 min-h-11" onClick={onAgain}>
          Mix them again
        </button>
      </section>
      <section aria-label="Do it" className="panel p-4">
        <h2 className="font-narrow text-xl font-semibold">Do it</h2>
        {card ? (
          <>
            <p className="mt-1 text-sm text-mute">
              {(at ?? 0) + 1} of {judged.cards.length}
            </p>
            <p className="mt-1 text-2xl leading-tight font-semibold">{card.text}</p>
            <p className="mt-2 text-mute">{card.reason}</p>
            <div className="mt-3 flex gap-2">
              <button
                className="button min-h-14 px-6"
                disabled={at === 0}
                onClick={() => setAt((at ?? 1) - 1)}
              >
                Back
              </button>
              <button className="button-main min-h-14 px-8" onClick={() => setAt((at ?? 0) + 1)}>
                Done
              </button>
            </div>
          </>
        ) : (
          <>
            <p className="mt-1 text-mute">
              {at === null
                ? "At the torch, cylinders shut: each card is read out, done by hand, and said why."
                : "All of it, in its order."}
            </p>
            <button className="button mt-3 min-h-14" onClick={() => setAt(0)}>
              {at === null ? "Begin with the first card" : "Once more from the first card"}
            </button>
          </>
        )}
      </section>
    </div>
  );
}
