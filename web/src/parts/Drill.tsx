import { useQuery } from "@tanstack/react-query";

import { basicsQuery } from "../api/queries";

interface DrillProps {
  onClose: () => void;
  /** Tells the run which of the two it was; absent where there is no run. */
  onPop?: (what: "backfire" | "flash-back") => void;
}

/** The first move first and largest; both exits in sight; how to tell the two apart beneath. */
export function Drill({ onClose, onPop }: DrillProps) {
  const { data: basics } = useQuery(basicsQuery);
  const [first, ...then] = basics?.drill ?? [];
  return (
    <section
      role="alertdialog"
      aria-label="Backfire or flash-back"
      className="fixed inset-0 z-50 flex flex-col bg-stop-soft"
    >
      <div className="flex-1 overflow-y-auto p-4">
        <h2
          tabIndex={-1}
          ref={(head) => head?.focus()}
          className="font-narrow text-xl font-semibold text-stop outline-none"
        >
          Backfire or flash-back: shut it now
        </h2>
        <ol className="mt-2 space-y-3">
          {first && (
            <li className="flex items-baseline gap-4">
              <span className="font-narrow text-[clamp(3rem,9vw,6rem)] leading-none font-semibold text-stop">
                1
              </span>
              <span className="font-narrow text-[clamp(2.6rem,9vw,5.5rem)] leading-none font-semibold">
                {first.text}
              </span>
            </li>
          )}
          {then.map((step, index) => (
            <li key={step.text} className="flex items-baseline gap-4">
              <span className="font-narrow text-3xl font-semibold text-stop">{index + 2}</span>
              <span className={index === 0 ? "text-4xl font-semibold" : "text-2xl font-semibold"}>
                {step.text}
              </span>
            </li>
          ))}
        </ol>
        <h3 className="mt-5 text-xl font-semibold">Which was it?</h3>
        <ul className="mt-2 grid gap-3 md:grid-cols-2">
          {basics?.drill_signs.map((sign) => (
            <li key={sign.what} className="rounded-lg border-2 border-stop bg-panel px-4 py-3">
              <span className="block text-xl font-semibold">{sign.label}</span>
              <span className="text-lg">
                {sign.text} {sign.then}
              </span>
            </li>
          ))}
        </ul>
        <details className="mt-4 text-lg">
          <summary className="inline-flex min-h-11 cursor-pointer items-center font-semibold underline">
            Why in this order
          </summary>
          <ol className="list-decimal space-y-1 pl-6">
            {basics?.drill.map((step) => (
              <li key={step.text}>{step.reason}</li>
            ))}
          </ol>
        </details>
      </div>
      <div className="grid grid-cols-2 gap-3 border-t-2 border-stop bg-stop-soft p-3">
        {onPop ? (
          <>
            <button
              className="min-h-20 rounded-lg border-2 border-ink bg-panel text-xl font-semibold"
              onClick={() => onPop("backfire")}
            >
              It was a backfire
            </button>
            <button
              className="min-h-20 rounded-lg bg-stop text-xl font-semibold text-panel"
              onClick={() => onPop("flash-back")}
            >
              It was a flash-back
            </button>
            <button
              className="col-span-2 min-h-14 rounded-lg border-2 border-line bg-panel text-lg"
              onClick={onClose}
            >
              Neither: only looking
            </button>
          </>
        ) : (
          <button className="button-main col-span-2 min-h-20 text-2xl" onClick={onClose}>
            Read: close
          </button>
        )}
      </div>
    </section>
  );
}
