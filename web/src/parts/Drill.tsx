import { useQuery } from "@tanstack/react-query";

import { basicsQuery } from "../api/queries";

interface DrillProps {
  onClose: () => void;
  /** Tells the run which of the two it was; absent where there is no run. */
  onPop?: (what: "backfire" | "flash-back") => void;
}

/** The two told apart, the drill, and an exit for each. */
export function Drill({ onClose, onPop }: DrillProps) {
  const { data: basics } = useQuery(basicsQuery);
  return (
    <section
      role="alertdialog"
      aria-label="Backfire or flash-back"
      className="fixed inset-0 z-50 flex flex-col overflow-y-auto bg-stop-soft p-5"
    >
      <h2
        tabIndex={-1}
        ref={(head) => head?.focus()}
        className="font-narrow text-3xl font-semibold text-stop outline-none"
      >
        Backfire or flash-back
      </h2>
      <ul className="mt-3 grid gap-3 md:grid-cols-2">
        {basics?.drill_signs.map((sign) => (
          <li key={sign.what} className="rounded-lg border-2 border-stop bg-panel px-4 py-3">
            <span className="block text-xl font-semibold">{sign.label}</span>
            <span className="text-lg">
              {sign.text} {sign.then}
            </span>
          </li>
        ))}
      </ul>
      <ol className="my-4 flex-1 space-y-4">
        {basics?.drill.map((step, index) => (
          <li key={step.text} className="flex gap-4">
            <span className="font-narrow text-4xl font-semibold text-stop">{index + 1}</span>
            <span>
              <span className="block text-2xl font-semibold">{step.text}</span>
              <span className="text-lg">{step.reason}</span>
            </span>
          </li>
        ))}
      </ol>
      {onPop ? (
        <div className="grid gap-3 md:grid-cols-2">
          <button
            className="min-h-20 rounded-lg border-2 border-ink bg-panel text-2xl font-semibold"
            onClick={() => onPop("backfire")}
          >
            It was a backfire
          </button>
          <button
            className="min-h-20 rounded-lg bg-stop text-2xl font-semibold text-panel"
            onClick={() => onPop("flash-back")}
          >
            It was a flash-back
          </button>
          <button
            className="min-h-[72px] rounded-lg border-2 border-line bg-panel text-xl md:col-span-2"
            onClick={onClose}
          >
            Neither: only looking
          </button>
        </div>
      ) : (
        <button className="button-main min-h-20 text-2xl" onClick={onClose}>
          Read: close
        </button>
      )}
    </section>
  );
}
