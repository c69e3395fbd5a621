import type { OpenJob } from "../../api/client";
import { CautionNote } from "../../figures/CautionNote";
import type { useJobActs } from "./useJobActs";

interface StartLineProps {
  job: OpenJob;
  /** The plan as it is looked at, which what is typed may have changed already. */
  plan: OpenJob["plan"];
  acts: ReturnType<typeof useJobActs>;
}

/** Under the drawing: the gravest caution or why the job cannot be begun, and the way to the bench. */
export function StartLine({ job, plan, acts }: StartLineProps) {
  const cautions = plan.stations.flatMap((station) => station.cautions ?? []);
  const first =
    cautions.find((one) => one.level === "stop") ?? cautions.find((one) => one.level === "warn");
  return (
    <div className="mt-3 grid justify-end gap-3 sm:grid-cols-[1fr_auto_auto]">
      {plan.may_start ? (
        first ? (
          <CautionNote caution={first} />
        ) : (
          <span />
        )
      ) : (
        <p className="border-l-4 border-cone bg-cone-soft px-3 py-2">{plan.why_not}</p>
      )}
      {job.plan.facts?.watch && (
        <button
          className="button min-h-12 text-lg"
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
