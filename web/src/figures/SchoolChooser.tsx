import { useMutation, useQueryClient } from "@tanstack/react-query";

import { answer, type Changes, client, type Choice } from "../api/client";
import { useUnits } from "../shell/settings";

interface SchoolChooserProps {
  choice: Choice;
  /** Unit of the headline values the schools carry. */
  unit: string;
  onChange: (changes: Changes) => Promise<boolean>;
}

/** The rival answers side by side, with who chose the standing one. */
export function SchoolChooser({ choice, unit, onChange }: SchoolChooserProps) {
  const units = useUnits();
  const cache = useQueryClient();
  const forShop = useMutation({
    mutationFn: (school: string) =>
      answer(client.PATCH("/api/shop/schools", { body: { [choice.field]: school } })),
    onSuccess: () => {
      // One after the other: the job's answer must be reckoned with the shop's new choice.
      const own = choice.chosen_by === "job";
      if (own) void onChange({ [choice.field]: null });
      return cache.invalidateQueries({ queryKey: ["job"], refetchType: own ? "none" : "active" });
    },
  });
  return (
    <ul className="space-y-3">
      {choice.schools.map((school) => {
        const chosen = school.id === choice.chosen;
        const headline = Object.values(school.values ?? {}).map((value) =>
          typeof value === "number" ? units.measure(value, unit) : value,
        );
        return (
          <li
            key={school.id}
            className={`rounded-md border p-3 ${chosen ? "border-cone bg-cone-soft" : "border-line"}`}
          >
            <p className="font-semibold">
              {school.label}
              {headline.length > 0 && <span className="font-normal"> · {headline.join(", ")}</span>}
              {chosen && (
                <span className="text-sm font-normal text-mute">
                  {" "}
                  {choice.job_only ? "— planned with" : `— this ${choice.chosen_by}’s choice`}
                </span>
              )}
            </p>
            <p className="text-sm text-mute">{school.why}</p>
            <div className="mt-2 flex flex-wrap gap-2">
              <button
                className="button"
                disabled={chosen && choice.chosen_by === "job" && !choice.job_only}
                onClick={() => void onChange({ [choice.field]: school.id })}
              >
                For this job
              </button>
              {!choice.job_only && (
                <button className="button" onClick={() => forShop.mutate(school.id)}>
                  For the whole shop
                </button>
              )}
            </div>
          </li>
        );
      })}
    </ul>
  );
}
