interface BigChoiceProps<T extends string> {
  label: string;
  choices: ReadonlyArray<{ id: T; label: string; why?: string }>;
  chosen: T | "";
  onChoose: (id: T) => void;
  /** The card asks the same above it: the label is for those who hear the page. */
  asked?: boolean;
}

/** Choices as targets for gloves, of which one holds. */
export function BigChoice<T extends string>({
  label,
  choices,
  chosen,
  onChoose,
  asked = false,
}: BigChoiceProps<T>) {
  return (
    <div role="group" aria-label={label}>
      {!asked && <p className="mb-2 text-xl text-mute">{label}</p>}
      <div className="flex flex-wrap gap-3">
        {choices.map((choice) => (
          <button
            key={choice.id}
            aria-pressed={choice.id === chosen}
            onClick={() => onChoose(choice.id)}
            className={`min-h-[72px] min-w-28 rounded-lg border-2 px-4 py-2 text-left text-xl ${
              choice.id === chosen
                ? "border-cone bg-cone-soft font-semibold"
                : "border-line bg-panel"
            }`}
          >
            {choice.id === chosen ? "✓ " : ""}
            {choice.label}
            {choice.why && (
              <span className="block text-base font-normal text-mute">{choice.why}</span>
            )}
          </button>
        ))}
      </div>
    </div>
  );
}
