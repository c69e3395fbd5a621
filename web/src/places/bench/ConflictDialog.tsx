import { Dialog } from "../../parts/Dialog";
import type { Conflict } from "./useJob";

interface ConflictDialogProps {
  conflict: Conflict | null;
  onSettle: (keep: "mine" | "theirs") => void;
}

const words = (field: string) => field.replace(/_mm$|_c$|_l_per_h$/, "").replace(/_/g, " ");

/** Two windows changed the same job: show both, lose neither. */
export function ConflictDialog({ conflict, onSettle }: ConflictDialogProps) {
  const theirs = conflict?.theirs.plan.job as Record<string, unknown> | undefined;
  return (
    <Dialog
      open={conflict !== null}
      onClose={() => onSettle("theirs")}
      title="This job was changed in another window"
      about="Nothing is lost yet. Keep what stands there now, or put your change on top of it."
    >
      <ul className="mb-4 space-y-1">
        {Object.entries(conflict?.mine ?? {}).map(([field, value]) => (
          <li key={field}>
            <span className="text-mute">{words(field)}:</span> there{" "}
            {String(theirs?.[field] ?? "—")}, yours <strong>{String(value ?? "—")}</strong>
          </li>
        ))}
      </ul>
      <div className="flex flex-wrap gap-3">
        <button className="button-main" onClick={() => onSettle("mine")}>
          Put mine on top
        </button>
        <button className="button" onClick={() => onSettle("theirs")}>
          Keep what stands
        </button>
      </div>
    </Dialog>
  );
}
