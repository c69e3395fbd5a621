import type { Changes, Plan } from "../../api/client";
import { DrawingBoard } from "./DrawingBoard";
import { MemberBoard } from "./MemberBoard";

interface PlanBoardProps {
  jobId: string;
  plan: Plan;
  faults: Record<string, unknown>;
  onPreview: (field: string, text: string | null) => void;
  onChange: (changes: Changes) => Promise<boolean>;
  strip: boolean;
}

/** The piece as it is drawn and typed: one board for each kind of drawing. */
export function PlanBoard({ jobId, plan, strip, ...rest }: PlanBoardProps) {
  const { drawing } = plan;
  return drawing.kind === "member" ? (
    <MemberBoard jobId={jobId} plan={plan} drawing={drawing} {...rest} />
  ) : (
    <DrawingBoard plan={plan} drawing={drawing} strip={strip} {...rest} />
  );
}
