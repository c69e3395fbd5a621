import { ProblemError } from "../api/client";

/** What was wrong with something sent: each field with what was read and what is wanted. */
export function FaultLines({ error }: { error: Error | null }) {
  if (error === null) return null;
  const faults = error instanceof ProblemError ? (error.problem.errors ?? []) : [];
  if (faults.length === 0)
    return (
      <p role="alert" className="text-stop">
        {error.message}
      </p>
    );
  return faults.map((fault) => (
    <p key={fault.field} role="alert" className="border-l-4 border-stop bg-stop-soft px-3 py-2">
      <strong>{fault.field}</strong>: read “{fault.was_read}”; wanted {fault.accepted}.
    </p>
  ));
}
