// Why it goes wrong: signs tapped, causes ranked by how this job is set up, what helped told back.
import { useMutation, useQuery } from "@tanstack/react-query";
import { useState } from "react";

import { answer, client, type FaultsAnswer } from "../../api/client";
import { faultTurnQuery } from "../../api/queries";

export type Helped = "yes" | "no" | "cannot-say";
const TOLD: { id: Helped; label: string }[] = [
  { id: "yes", label: "It helped" },
  { id: "no", label: "It did not" },
  { id: "cannot-say", label: "Cannot say" },
];

interface FaultFinderProps {
  signs: readonly { id: string; name: string }[];
  tried: readonly { cause: string; helped: Helped }[];
  find: (seen: readonly string[]) => Promise<FaultsAnswer>;
  /** Keeps that a remedy was tried; nothing where there is no run to keep it with. */
  onTried: ((cause: string, helped: Helped) => Promise<boolean>) | null;
  onBack: (() => void) | null;
}

/** The finder for a run: its own signs, its set-up, what was tried in it. */
export function RunFaultFinder({
  runId,
  ...rest
}: Pick<FaultFinderProps, "onTried" | "onBack"> & { runId: string }) {
  const { data: turn } = useQuery(faultTurnQuery(runId));
  const find = (seen: readonly string[]) =>
    answer(
      client.POST("/api/runs/{run_id}/faults", {
        params: { path: { run_id: runId } },
        body: { signs: [...seen] },
      }),
    );
  if (!turn) return null;
  return <FaultFinder signs={turn.signs} tried={turn.tried} find={find} {...rest} />;
}

export function FaultFinder(props: FaultFinderProps) {
  const { signs: offered, tried, onTried, onBack } = props;
  const [signs, setSigns] = useState<readonly string[]>([]);
  const find = useMutation({ mutationFn: props.find });
  if (find.data)
    return <Found found={find.data} tried={tried} onTried={onTried} onBack={() => find.reset()} />;
  const turned = (id: string) =>
    setSigns((now) => (now.includes(id) ? now.filter((one) => one !== id) : [...now, id]));
  return (
    <div className="space-y-4">
      <p className="text-lg">Tap everything you see or hear.</p>
      <div role="group" aria-label="What is seen" className="flex flex-wrap gap-2">
        {offered.map((sign) => (
          <button
            key={sign.id}
            aria-pressed={signs.includes(sign.id)}
            className={`min-h-14 rounded-lg border-2 px-3 text-left text-lg ${
              signs.includes(sign.id)
                ? "border-cone bg-cone-soft font-semibold"
                : "border-line bg-panel"
            }`}
            onClick={() => turned(sign.id)}
          >
            {signs.includes(sign.id) ? "✓ " : ""}
            {sign.name}
          </button>
        ))}
      </div>
      {find.error && (
        <p role="alert" className="border-l-4 border-stop bg-stop-soft px-3 py-2">
          {find.error.message}
        </p>
      )}
      <div className="sticky -bottom-5 -mb-5 grid grid-cols-2 gap-3 bg-panel pt-2 pb-5">
        {onBack && (
          <button className="min-h-[72px] rounded-lg border-2 border-ink text-xl" onClick={onBack}>
            Back
          </button>
        )}
        <button
          className="min-h-[72px] rounded-lg bg-ink text-xl font-semibold text-panel disabled:bg-shade disabled:text-mute"
          disabled={signs.length === 0 || find.isPending}
          onClick={() => find.mutate(signs)}
        >
          What is it?
        </button>
      </div>
    </div>
  );
}

interface FoundProps {
  found: FaultsAnswer;
  tried: FaultFinderProps["tried"];
  onTried: FaultFinderProps["onTried"];
  onBack: () => void;
}

function Found({ found, tried, onTried, onBack }: FoundProps) {
  const [answers, setAnswers] = useState<Record<string, Helped>>(() =>
    Object.fromEntries(tried.map((one) => [one.cause, one.helped])),
  );
  const tell = (cause: string, helped: Helped) =>
    void onTried?.(cause, helped).then(
      (kept) => kept && setAnswers((now) => ({ ...now, [cause]: helped })),
    );
  return (
    <div className="space-y-4">
      <p className="border-l-4 border-cone bg-cone-soft px-3 py-2 text-lg">
        {found.values.tells_apart}
      </p>
      <ol className="space-y-3">
        {found.values.causes.map((one) => (
          <li
            key={one.id}
            className={`rounded-lg border-2 p-3 ${one.stop ? "border-stop" : "border-line"}`}
          >
            <h3 className="text-xl font-semibold first-letter:uppercase">{one.name}</h3>
            <div className="my-1 flex items-center gap-2" aria-hidden="true">
              <span className="h-2 flex-1 rounded bg-shade">
                <span
                  className="block h-2 rounded bg-steel"
                  style={{ width: `${Math.round(100 * one.share)}%` }}
                />
              </span>
            </div>
            <p className="text-mute">
              {Math.round(100 * one.share)} of 100: {one.why.join("; ")}.
            </p>
            <p className={`mt-1 text-lg ${one.stop ? "font-semibold text-stop" : ""}`}>{one.do}</p>
            {onTried && (
              <div
                role="group"
                aria-label={`Did it help: ${one.name}`}
                className="mt-2 grid grid-cols-3 gap-2"
              >
                {TOLD.map((helped) => (
                  <button
                    key={helped.id}
                    aria-pressed={answers[one.id] === helped.id}
                    className={`min-h-14 rounded-lg border-2 px-1 ${
                      answers[one.id] === helped.id
                        ? "border-cone bg-cone-soft font-semibold"
                        : "border-line bg-panel"
                    }`}
                    onClick={() => tell(one.id, helped.id)}
                  >
                    {helped.label}
                  </button>
                ))}
              </div>
            )}
          </li>
        ))}
      </ol>
      <p className="text-mute">
        Never certain: ranked by trade tables, by how this job is set up, and by what helped in this
        shop.
      </p>
      <button
        className="min-h-[72px] w-full rounded-lg border-2 border-ink text-xl"
        onClick={onBack}
      >
        Other signs
      </button>
    </div>
  );
}
