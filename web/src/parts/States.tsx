// What stands in a place while it is not there: waiting, away, gone.
import { Link } from "react-router";

import { ProblemError } from "../api/client";

export function Waiting({ what }: { what: string }) {
  return (
    <p role="status" className="m-auto p-8 text-mute">
      Fetching {what}…
    </p>
  );
}

export function Away({ error, onRetry }: { error: Error; onRetry: () => void }) {
  const gone = error instanceof ProblemError && error.problem.status === 404;
  return (
    <section role="alert" className="m-auto max-w-md p-8">
      <h1 className="font-narrow text-2xl font-semibold">
        {gone ? "That is not here" : "The server cannot be reached"}
      </h1>
      <p className="my-3">
        {gone
          ? "It may have been put away, or the address is mistyped."
          : `${error.message} What was saved is safe. Start Pellak again and press the button.`}
      </p>
      {gone ? (
        <Link className="button" to="/">
          To the bench
        </Link>
      ) : (
        <button className="button" onClick={onRetry}>
          Try again
        </button>
      )}
    </section>
  );
}
