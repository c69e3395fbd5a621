import { useEffect } from "react";

interface FlameOutNowProps {
  why: readonly string[];
  onOut: () => void;
  /** Sounds and shakes, where the person let it. */
  onSignal: () => void;
}

/** Something came to bar the light while the flame burns: one thing to do, larger than any card. */
export function FlameOutNow({ why, onOut, onSignal }: FlameOutNowProps) {
  useEffect(onSignal, [onSignal]);
  return (
    <section
      role="alertdialog"
      aria-modal="true"
      aria-label="Flame out now"
      className="fixed inset-0 z-50 flex flex-col gap-6 overflow-y-auto bg-stop-soft p-6 text-stop"
    >
      <h2 className="text-5xl leading-tight font-semibold sm:text-7xl">Flame out now</h2>
      {why.map((one) => (
        <p key={one} className="max-w-4xl text-2xl text-ink sm:text-3xl">
          {one}
        </p>
      ))}
      <button
        autoFocus
        className="mt-auto min-h-32 rounded-lg bg-stop px-6 text-3xl font-semibold text-panel"
        onClick={onOut}
      >
        Show me the valves in order
      </button>
    </section>
  );
}
