// What went wrong, what to do about it, how to go on: one press each, and the run keeps it.
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";

import type { CorrectiveAction } from "../../api/client";
import { mendsQuery } from "../../api/queries";
import { Dialog } from "../../parts/Dialog";
import { RunFaultFinder, type Helped } from "./FaultFinder";

interface MendDialogProps {
  open: boolean;
  runId: string;
  /** What the server said of the last attempt. */
  fault: string | null;
  onClose: () => void;
  /** Keeps what was put right; resolves to whether it was taken. */
  onMended: (id: string) => Promise<boolean>;
  /** Keeps that a remedy was tried; resolves to whether it was taken. */
  onTried: (cause: string, helped: Helped) => Promise<boolean>;
}

const BIG = "min-h-[72px] w-full rounded-lg border-2 px-4 py-2 text-xl font-semibold";

export function MendDialog(props: MendDialogProps) {
  const { open, runId, fault, onClose, onMended, onTried } = props;
  const { data: mends } = useQuery({ ...mendsQuery(runId), enabled: open });
  const [chosen, setChosen] = useState<CorrectiveAction | null>(null);
  const [finding, setFinding] = useState(false);
  const leave = () => {
    setChosen(null);
    setFinding(false);
    onClose();
  };
  return (
    <Dialog
      open={open}
      onClose={leave}
      title={finding ? "Why does it go wrong?" : (chosen?.wrong ?? "What went wrong?")}
      at="top"
    >
      {finding ? (
        <RunFaultFinder runId={runId} onTried={onTried} onBack={() => setFinding(false)} />
      ) : chosen === null ? (
        <ul className="grid gap-3 sm:grid-cols-2">
          <li className="sm:col-span-2">
            <button
              className={`${BIG} border-cone bg-cone-soft text-center`}
              onClick={() => setFinding(true)}
            >
              Find out why
            </button>
          </li>
          {(mends ?? []).map((mend) => (
            <li key={mend.id}>
              <button
                className={`${BIG} h-full border-line bg-panel text-left`}
                onClick={() => setChosen(mend)}
              >
                {mend.wrong}
              </button>
            </li>
          ))}
          <li className="sm:col-span-2">
            <button className={`${BIG} border-ink bg-panel text-center`} onClick={leave}>
              Nothing: back to the card
            </button>
          </li>
        </ul>
      ) : (
        <MendSteps
          mend={chosen}
          fault={fault}
          onOther={() => setChosen(null)}
          onDone={() => void onMended(chosen.id).then((taken) => taken && leave())}
        />
      )}
    </Dialog>
  );
}

interface MendStepsProps {
  mend: CorrectiveAction;
  fault: string | null;
  onOther: () => void;
  onDone: () => void;
}

function MendSteps({ mend, fault, onOther, onDone }: MendStepsProps) {
  return (
    <div className="space-y-4 text-xl">
      <section aria-label="Do this">
        <h3 className="font-semibold text-cone">Do this</h3>
        <p className="text-2xl">{mend.do}</p>
      </section>
      <section aria-label="Then go on">
        <h3 className="font-semibold text-cone">Then go on</h3>
        <p className="text-2xl">{mend.go_on}</p>
      </section>
      <p className="text-lg text-mute">
        {mend.reason} <span className="block text-base">{mend.source}</span>
      </p>
      {fault && (
        <p role="alert" className="border-l-4 border-stop bg-stop-soft px-3 py-2">
          Not yet. It wants {fault}.
        </p>
      )}
      <div className="grid gap-3 sm:grid-cols-2">
        <button className={`${BIG} border-ink bg-panel text-center`} onClick={onOther}>
          Something else
        </button>
        <button className={`${BIG} border-ink bg-ink text-center text-panel`} onClick={onDone}>
          Put right, go on
        </button>
      </div>
    </div>
  );
}
