import { useQuery } from "@tanstack/react-query";

import { basicsQuery } from "../../api/queries";

/** The flash-back drill, whole on one screen. */
export function Drill({ onClose }: { onClose: () => void }) {
  const { data: basics } = useQuery(basicsQuery);
  return (
    <section
      role="alertdialog"
      aria-label="Flash-back drill"
      className="fixed inset-0 z-50 flex flex-col overflow-y-auto bg-stop-soft p-5"
    >
      <h2 className="font-narrow text-3xl font-semibold text-stop">Flash-back</h2>
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
      <button autoFocus className="button-main min-h-20 text-2xl" onClick={onClose}>
        It is out and safe
      </button>
    </section>
  );
}
