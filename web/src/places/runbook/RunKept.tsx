import type { Run } from "../../api/client";
import { dayAndTime } from "./dates";

/** What was answered, put right, skipped and taken back in a run, by whom and when. */
export function RunKept({ run: { log, plan } }: { run: Run }) {
  const answered = (log.confirmations ?? []).map((one) => ({
    ...one,
    says: plan.cards.find((card) => card.step.id === one.step)?.step.text ?? one.step,
  }));
  return (
    <>
      <Kept
        head="Went wrong and put right"
        rows={(log.mended ?? []).map((one) => ({ ...one, says: one.wrong }))}
      />
      <Kept
        head="Left undone"
        rows={(log.skipped_checks ?? []).map((one) => ({ says: one.what }))}
      />
      <Kept
        head="Taken back or corrected"
        rows={(log.taken_back ?? []).map((one) => ({
          ...one,
          says: [one.what, one.reason].filter(Boolean).join(": "),
        }))}
      />
      {answered.length > 0 && (
        <details className="mt-4">
          <summary className="min-h-11 cursor-pointer font-semibold">
            Answered before lighting ({answered.length})
          </summary>
          <Kept head="" rows={answered} />
        </details>
      )}
    </>
  );
}

/** What the run kept of one sort, each with who told it and when; nothing where there is none. */
function Kept({
  head,
  rows,
}: {
  head: string;
  rows: { says: string; who?: string; at?: string }[];
}) {
  if (rows.length === 0) return null;
  return (
    <>
      {head && <h2 className="mt-3 font-semibold">{head}</h2>}
      <ul>
        {rows.map((row, index) => (
          <li key={index}>
            {row.says}{" "}
            <span className="text-sm text-mute">
              {[row.who, row.at && dayAndTime(row.at)].filter(Boolean).join(", ")}
            </span>
          </li>
        ))}
      </ul>
    </>
  );
}
