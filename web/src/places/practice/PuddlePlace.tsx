import { useState } from "react";
import { Link, useParams, useSearchParams } from "react-router";

import { PracticeHead } from "./PracticeHead";
import { PuddleTrainer } from "./PuddleTrainer";

const MOST_SEED = 2 ** 31;

/** Carry a pool along a seam by the pointer; it melts as one in the shop would. */
export default function PuddlePlace() {
  const { task = "" } = useParams();
  const [search] = useSearchParams();
  const who = search.get("who") ?? "";
  const job = search.get("job");
  const [seed] = useState(() => Math.floor(Math.random() * MOST_SEED));
  const [watching, setWatching] = useState(false);
  const [points] = useState(() => matchMedia("(any-pointer: fine), (any-pointer: coarse)").matches);
  const asked = new URLSearchParams({ who, seed: String(seed), watching: String(watching) });
  asked.set(job ? "job" : "task", job ?? task);
  const query = asked.toString();
  if (!points && !watching)
    return (
      <article className="mx-auto w-full max-w-4xl p-4">
        <PracticeHead title="A puddle" who={who} />
        <p className="mt-3">
          This one is done with a mouse, a pen or a finger: a torch is carried along the seam, and
          that takes a pointer. By keys alone there are the flames, the order of moves and the
          coupons; and the plan’s own hand can be watched at this one.
        </p>
        <button className="button mt-3 min-h-11" onClick={() => setWatching(true)}>
          Watch the plan’s hand
        </button>
      </article>
    );
  return (
    <PuddleTrainer
      key={query}
      query={query}
      who={who}
      watching={watching}
      onWatch={setWatching}
      beside={
        job && (
          <>
            {" · "}
            <Link className="link" to={`/jobs/${job}`}>
              Back to the job
            </Link>
          </>
        )
      }
    />
  );
}
