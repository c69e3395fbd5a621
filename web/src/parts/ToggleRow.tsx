// A row of choices of which one holds, wrapped once.
import { ToggleGroup } from "radix-ui";

interface ToggleRowProps<T extends string> {
  label: string;
  value: T;
  /** `short` stands in for the label where a phone is too narrow for it. */
  choices: ReadonlyArray<{ id: T; label: string; short?: string }>;
  onChoose: (value: T) => void;
}

export function ToggleRow<T extends string>({
  label,
  value,
  choices,
  onChoose,
}: ToggleRowProps<T>) {
  return (
    <ToggleGroup.Root
      type="single"
      aria-label={label}
      value={value}
      onValueChange={(chosen) => chosen && onChoose(chosen as T)}
      className="inline-flex rounded-md border border-line bg-panel p-0.5"
    >
      {choices.map((choice) => (
        <ToggleGroup.Item
          key={choice.id}
          value={choice.id}
          className="min-h-8 rounded px-2 text-sm whitespace-nowrap text-mute data-[state=on]:bg-shade data-[state=on]:font-medium data-[state=on]:text-ink"
        >
          {choice.short === undefined ? (
            choice.label
          ) : (
            <>
              <span className="sm:hidden" aria-hidden>
                {choice.short}
              </span>
              <span className="sr-only sm:not-sr-only">{choice.label}</span>
            </>
          )}
        </ToggleGroup.Item>
      ))}
    </ToggleGroup.Root>
  );
}
