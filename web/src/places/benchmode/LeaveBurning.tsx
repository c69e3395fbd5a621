import { Link } from "react-router";

import { Dialog } from "../../parts/Dialog";

interface LeaveBurningProps {
  open: boolean;
  jobId: string;
  onClose: () => void;
  onOut: () => void;
}

/** Asked of whoever leaves the bench while the torch may be burning. */
export function LeaveBurning({ open, jobId, onClose, onOut }: LeaveBurningProps) {
  return (
    <Dialog
      open={open}
      onClose={onClose}
      title="The torch may be burning"
      about="A burning torch is never left alone. Every page says that it burns until it is out."
    >
      <div className="grid gap-3">
        <button
          className="min-h-[72px] rounded-lg bg-ink text-xl font-semibold text-panel"
          onClick={() => {
            onClose();
            onOut();
          }}
        >
          Put it out first
        </button>
        <Link
          to={`/jobs/${jobId}`}
          className="flex min-h-[72px] items-center justify-center rounded-lg border-2 border-line px-3 text-center text-lg"
        >
          It stays in somebody’s hands: leave
        </Link>
      </div>
    </Dialog>
  );
}
