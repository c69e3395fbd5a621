// What stands in a place while it is not there: waiting, away, gone.
import { Link } from "react-router";

import { AwayError, BusyError, ProblemError } from "../api/client";

export function Waiting({ what }: { what: string }) {
  return (
    <p role="status" className="m-auto p-8 text-mute">
      Fetching {what}…
    </p>
  );
}

export function Away({ error, onRetry }: { error: Error; onRetry: () => void }) {
  const problem = error instanceof ProblemError ? error.problem : null;
  const gone = problem?.status === 404;
  // An answer that says what is wrong is shown as it is; only silence is a server to be started.
  const said =
    error instanceof BusyError
      ? "Pellak is busy"
      : (problem?.title ?? (error instanceof AwayError ? undefined : "Something went wrong"));
  return (
    <section role="alert" className="m-auto max-w-md p-8">
      <h1 className="font-narrow text-2xl font-semibold">
        {gone ? "That is not here" : (said ?? "The server cannot be reached")}
      </h1>
      <p className="my-3">
        {gone
          ? "It may have been archived, or the address is mistyped."
          : said !== undefined
            ? `${error.message} What was saved is safe.`
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

/** What went wrong with something done here, in words; nothing where nothing did. */
export function SaidOf({ error }: { error: Error | null }) {
  return (
    error && (
      <p role="alert" className="text-stop">
        {error.message}
      </p>
    )
  );
}
