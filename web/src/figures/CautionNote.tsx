import type { Caution } from "../api/client";

const LOOKS = {
  stop: { word: "Stop", box: "border-stop bg-stop-soft", mark: "text-stop" },
  warn: { word: "Mind", box: "border-warn bg-warn-soft", mark: "text-ink" },
  note: { word: "Note", box: "border-line bg-shade", mark: "text-mute" },
} as const;

/** A caution; its reason and source are one tap away. */
export function CautionNote({ caution }: { caution: Caution }) {
  const looks = LOOKS[caution.level];
  return (
    <details className={`border-l-4 px-3 py-2 ${looks.box}`}>
      <summary className="cursor-pointer">
        <strong className={looks.mark}>{looks.word}.</strong> {caution.text}
      </summary>
      <p className="mt-2 text-sm">{caution.reason}</p>
      <p className="mt-1 text-sm text-mute">{caution.source}</p>
    </details>
  );
}
