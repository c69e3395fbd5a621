import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { type KeyboardEvent, useEffect, useEffectEvent, useRef, useState } from "react";
import { useNavigate } from "react-router";

import { answer as answerOf, client } from "../api/client";
import { findQuery, ticketsQuery } from "../api/queries";
import { WorkingLines } from "../figures/WorkingLines";
import { Dialog } from "../parts/Dialog";
import { useSettled } from "../parts/useSettled";

const EXAMPLES = [
  "tip for 16 ga",
  "heat 1.6",
  "flame 2X",
  "lens for 3 mm",
  "preheat 4130 at 4 mm",
  "ce of 4140",
  "pressure 300 L/h 20 m",
  "cylinder acetylene-4.1 47 kg",
  "3 cfh",
];
const PLACES = [
  { name: "Bench", to: "/" },
  { name: "Rack", to: "/rack" },
  { name: "Metals", to: "/metals" },
  { name: "Run book", to: "/runs" },
];

/** What a job made from an answer starts with: the metal and the thickness that were asked. */
function startOf(given: Record<string, unknown>) {
  const { family, alloy, thickness_mm: thickness } = given;
  if (typeof thickness !== "number" || (family == null && alloy == null)) return null;
  return {
    thickness_mm: thickness,
    ...(family != null && { family }),
    ...(alloy != null && { alloy }),
  };
}

/** Jump anywhere, or answer one question without a job. */
export function FindOrReckon({ open, onClose }: { open: boolean; onClose: () => void }) {
  return (
    <Dialog open={open} onClose={onClose} title="Find or reckon" at="top">
      {open && <Finder onClose={onClose} />}
    </Dialog>
  );
}

function Finder({ onClose }: { onClose: () => void }) {
  const navigate = useNavigate();
  const [text, setText] = useState("");
  const line = text.trim();
  const asked = useSettled(line);
  const {
    data: found,
    error,
    isPlaceholderData: ofAnEarlierLine,
  } = useQuery({ ...findQuery(asked), enabled: asked !== "" });
  const [entered, setEntered] = useState(false);
  const list = useRef<HTMLDivElement>(null);
  const cache = useQueryClient();
  const start = useMutation({
    mutationFn: (body: Record<string, unknown>) => answerOf(client.POST("/api/jobs", { body })),
    onSuccess: async (job) => {
      await cache.invalidateQueries({ queryKey: ticketsQuery.queryKey });
      onClose();
      navigate(`/jobs/${job.id}?at=piece`, { state: { fresh: true } });
    },
  });
  const go = (to: string) => {
    onClose();
    navigate(to);
  };
  const places = PLACES.filter(
    (place) => text.trim() !== "" && place.name.toLowerCase().includes(text.trim().toLowerCase()),
  );
  const jobs = asked === "" ? [] : (found?.jobs ?? []);
  const answers = asked === "" ? [] : (found?.answers ?? []);
  const cards = asked === "" ? [] : (found?.cards ?? []);
  const nothing =
    asked !== "" &&
    found !== undefined &&
    jobs.length + answers.length + cards.length + places.length === 0;

  // Enter waits for the answer to the line as it stands: what is shown may answer half of it.
  const answered = line === asked && (error !== null || (found !== undefined && !ofAnEarlierLine));
  const goToFirst = useEffectEvent(() => {
    const [job] = jobs;
    const [place] = places;
    if (answers.length > 0) return;
    if (job) go(`/jobs/${job.id}`);
    else if (place) go(place.to);
    else if (cards[0]?.place) go(cards[0].place);
  });
  useEffect(() => {
    if (entered && answered) goToFirst();
  }, [entered, answered]);

  const move = (event: KeyboardEvent) => {
    if (event.key !== "ArrowDown" && event.key !== "ArrowUp") return;
    event.preventDefault();
    const stops = [
      ...(list.current?.querySelectorAll<HTMLElement>("input, button, summary") ?? []),
    ];
    const here = stops.indexOf(document.activeElement as HTMLElement);
    stops[here + (event.key === "ArrowDown" ? 1 : -1)]?.focus();
  };

  return (
    <div ref={list} onKeyDown={move}>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          setEntered(line !== "");
        }}
      >
        <input
          autoFocus
          aria-label="Find or reckon"
          placeholder="A job, a place, or a question"
          className="field text-lg"
          maxLength={120}
          value={text}
          onChange={(event) => {
            setEntered(false);
            setText(event.target.value);
          }}
        />
      </form>
      <div aria-live="polite" className="mt-3 space-y-2">
        {answers.map((answer) => (
          <section
            key={answer.asked + answer.headline}
            className="rounded-md border border-line bg-paper p-3"
          >
            <p className="text-sm text-mute">{answer.asked}</p>
            <p className="font-narrow text-xl font-semibold">{answer.headline}</p>
            {startOf(answer.given) && (
              <button
                className="link min-h-9 text-sm"
                disabled={start.isPending}
                onClick={() => start.mutate({ name: answer.asked, ...startOf(answer.given) })}
              >
                make a job of it
              </button>
            )}
            {answer.working.length > 0 && (
              <details className="mt-1">
                <summary className="link text-sm">working</summary>
                <div className="mt-2">
                  <WorkingLines lines={answer.working} />
                </div>
              </details>
            )}
          </section>
        ))}
        {cards.map((card) => (
          <section key={card.title} className="rounded-md border border-line bg-paper p-3">
            <h3 className="font-narrow text-xl font-semibold">{card.title}</h3>
            <p>{card.text}</p>
            <p className="flex items-baseline justify-between gap-3 text-sm text-mute">
              {card.source}
              {card.place && (
                <button className="link min-h-9 shrink-0" onClick={() => go(card.place)}>
                  go there
                </button>
              )}
            </p>
          </section>
        ))}
        {jobs.map((job) => (
          <button
            key={job.id}
            className="button w-full justify-between"
            onClick={() => go(`/jobs/${job.id}`)}
          >
            <span>{job.name}</span>
            <span className="text-sm font-normal text-mute">{job.line}</span>
          </button>
        ))}
        {places.map((place) => (
          <button
            key={place.to}
            className="button w-full justify-start"
            onClick={() => go(place.to)}
          >
            {place.name}
          </button>
        ))}
        {error && (
          <p role="alert" className="text-stop">
            {error.message}
          </p>
        )}
        {asked !== "" && found?.hint && jobs.length === 0 ? (
          <p className="text-mute">Could not be read: try {found.hint}.</p>
        ) : (
          nothing && (
            <p className="text-mute">
              No job by that name, and no question in it that can be reckoned.
            </p>
          )
        )}
      </div>
      {asked === "" && (
        <div className="mt-3 flex flex-wrap gap-2">
          {EXAMPLES.map((example) => (
            <button key={example} className="button min-h-9" onClick={() => setText(example)}>
              {example}
            </button>
          ))}
        </div>
      )}
    </div>
  );
}
