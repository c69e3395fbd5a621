import type { Changes, Plan } from "../../api/client";
import { AnswerChooser } from "../../figures/AnswerChooser";
import { Dialog } from "../../parts/Dialog";

interface MissingDialogProps {
  plan: Plan;
  /** The job's field that is asked; null while nothing is. */
  field: string | null;
  onClose: () => void;
  onAnswer: (changes: Changes) => void;
}

/** The question whose answer lifts what is in the way, asked where one stands. */
export function MissingDialog({ plan, field, onClose, onAnswer }: MissingDialogProps) {
  const asks = plan.stations
    .flatMap((station) => station.figures ?? [])
    .find((figure) => figure.asks?.field === field)?.asks;
  return (
    <Dialog
      open={field !== null && asks != null}
      onClose={onClose}
      title={asks?.question ?? ""}
      at="top"
    >
      {asks && (
        <AnswerChooser
          asks={asks}
          focused
          onAnswer={(chosen) => {
            onClose();
            onAnswer({ [asks.field]: chosen });
          }}
        />
      )}
    </Dialog>
  );
}
