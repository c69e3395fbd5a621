import { useQuery } from "@tanstack/react-query";
import { useEffect, useEffectEvent, useLayoutEffect, useRef, useState } from "react";

import type { Asks, MetalLine } from "../api/client";
import { metalsQuery } from "../api/queries";
import { AnswerPicture } from "../drawings/AnswerPicture";
import { matching } from "../shell/matching";

interface AnswerChooserProps {
  asks: Asks;
  onAnswer: (answer: string | null) => void;
  /** Whether what is typed goes into its search at once. */
  focused?: boolean;
}

const UNKNOWN = "unknown";
const MOST_SHOWN = 40;

/** Answers to a question only the person can settle, large enough for gloves. */
export function AnswerChooser({ asks, onAnswer, focused = false }: AnswerChooserProps) {
  const first = useRef<HTMLButtonElement>(null);
  // Before it is seen: a number pressed as soon as it is there is meant for it.
  useLayoutEffect(() => {
    if (focused) first.current?.focus();
  }, [focused]);
  if (asks.picker === "metals") return <MetalPicker asks={asks} onAnswer={onAnswer} />;
  return (
    <ul
      className="space-y-2"
      onKeyDown={(event) => {
        // By its number, where the answers have the keys.
        const answer = asks.answers[Number(event.key) - 1];
        if (answer === undefined || event.ctrlKey || event.metaKey || event.altKey) return;
        event.preventDefault();
        onAnswer(answer.id);
      }}
    >
      {asks.answers.map((answer, place) => {
        const chosen = answer.id === asks.chosen;
        return (
          <li key={answer.id}>
            <button
              ref={place === 0 ? first : undefined}
              aria-pressed={chosen}
              className={`flex min-h-14 w-full items-center gap-3 rounded-md border px-3 py-2 text-left ${chosen ? "border-cone bg-cone-soft" : "border-line bg-panel"}`}
              onClick={() => onAnswer(answer.id)}
            >
              <AnswerPicture field={asks.field} answer={answer.id} />
              <span>
                <span className="block font-semibold">{answer.label}</span>
                <span className="block text-sm text-mute">{answer.why}</span>
              </span>
              {focused && (
                <span aria-hidden="true" className="ml-auto text-sm text-mute max-sm:hidden">
                  {place + 1}
                </span>
              )}
            </button>
          </li>
        );
      })}
    </ul>
  );
}

/** The catalogue and the shop's own heats, by number, family or everyday name. */
export function MetalPicker({ asks, onAnswer, focused = true }: AnswerChooserProps) {
  const { data: metals, error } = useQuery(metalsQuery);
  const [wanted, setWanted] = useState("");
  const found = matching(metals ?? [], wanted);
  const [entered, setEntered] = useState(false);
  // Entered before the catalogue is there, the first of what was typed is taken when it comes.
  const takeFirst = useEffectEvent(() => {
    const [first] = found;
    if (first !== undefined) onAnswer(first.id);
  });
  const here = metals !== undefined;
  useEffect(() => {
    if (entered && here) takeFirst();
  }, [entered, here]);
  return (
    <div>
      <input
        autoFocus={focused}
        type="search"
        aria-label="Search the metals"
        placeholder="4130, mild steel, roof lead, cast iron…"
        className="field mb-3"
        value={wanted}
        onChange={(event) => {
          setEntered(false);
          setWanted(event.target.value);
        }}
        onKeyDown={(event) => {
          if (event.key !== "Enter" || wanted.trim() === "") return;
          const [first] = found;
          if (here && first === undefined) return;
          event.preventDefault();
          if (first === undefined) setEntered(true);
          else onAnswer(first.id);
        }}
      />
      {error && (
        <p role="alert" className="text-stop">
          {error.message}
        </p>
      )}
      <ul className="space-y-1.5" aria-label="Metals found">
        {found.slice(0, MOST_SHOWN).map((metal) => (
          <li key={metal.id}>
            <button
              aria-pressed={metal.id === asks.chosen}
              className={`min-h-12 w-full rounded-md border px-3 py-1.5 text-left ${metal.id === asks.chosen ? "border-cone bg-cone-soft" : "border-line bg-panel"}`}
              onClick={() => onAnswer(metal.id)}
            >
              <span className="flex items-baseline justify-between gap-3">
                <span className="font-semibold">{metal.name}</span>
                <span className="shrink-0 text-sm text-mute">{metal.family_name}</span>
              </span>
              <AdviceWords metal={metal} />
            </button>
          </li>
        ))}
      </ul>
      {found.length > MOST_SHOWN && (
        <p className="mt-2 text-sm text-mute">{found.length - MOST_SHOWN} more: type to narrow.</p>
      )}
      {metals && found.length === 0 && (
        <p className="text-mute">No metal by that name, number or everyday word.</p>
      )}
      <button
        className="button mt-3 w-full"
        aria-pressed={asks.chosen === UNKNOWN}
        onClick={() => onAnswer(UNKNOWN)}
      >
        Nobody knows what it is
      </button>
    </div>
  );
}

/** What speaks against fusing a metal, in words, where anything does. */
export function AdviceWords({ metal }: { metal: MetalLine }) {
  if (metal.advice === "fuse") return null;
  return (
    <span className={`block text-sm ${metal.advice === "refuse" ? "text-stop" : "text-mute"}`}>
      {metal.advice === "refuse" ? "not fused by torch" : "a poor choice for the torch"}
    </span>
  );
}
