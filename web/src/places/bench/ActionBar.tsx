import type { OpenJob } from "../../api/client";
import { PaperLinks } from "../../parts/PaperLinks";
import type { useJobActs } from "./useJobActs";

interface ActionBarProps {
  job: OpenJob;
  /** The plan as it is looked at, which what is typed may have changed already. */
  plan: OpenJob["plan"];
  acts: ReturnType<typeof useJobActs>;
  /** Goes where what is missing is asked. */
  onMissing: () => void;
}

/** At the foot of every size: what can be done with the job now, or what is missing for it. */
export function ActionBar({ job, plan, acts, onMissing }: ActionBarProps) {
  return (
    <div
      role="group"
      aria-label="What to do with the job"
      data-screen-only
      className="flex flex-wrap items-center justify-end gap-2 border-t border-line bg-paper px-4 py-2 lg:px-5"
    >
      {plan.may_start ? (
        <span className="flex-1 max-sm:hidden" />
      ) : (
        <button
          className="min-h-12 min-w-0 flex-1 border-l-4 border-cone bg-cone-soft px-3 py-1 text-left leading-tight max-sm:basis-full"
          onClick={onMissing}
        >
          <span className="line-clamp-2">{plan.why_not}</span>
        </button>
      )}
      <span className="w-20 text-sm leading-6 sm:w-auto">
        <PaperLinks what="Job card" path={`/api/jobs/${job.id}/card.pdf`} />
      </span>
      {job.plan.facts?.watch && (
        <button
          className="button min-h-12 sm:text-lg"
          disabled={acts.watch.isPending}
          onClick={() => acts.watch.mutate()}
        >
          Watch its heat
        </button>
      )}
      <button
        className="button-main min-h-12 text-lg"
        disabled={!plan.may_start || acts.start.isPending}
        onClick={() => acts.start.mutate()}
      >
        {job.ticket.open_run_id ? "Back to the bench" : "Take it to the bench"}
      </button>
    </div>
  );
}
