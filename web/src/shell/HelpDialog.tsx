import { useQuery } from "@tanstack/react-query";
import { useState } from "react";

import { glossaryQuery } from "../api/queries";
import { Dialog } from "../parts/Dialog";

const KEYS = [
  ["N", "a new job, said in one line; Enter puts it on the bench, Ctrl Enter begins it"],
  ["B", "the job to the bench, or to what is missing for it"],
  ["/", "find or reckon"],
  ["1 to 9", "a station of the job"],
  ["[ and ]", "the station before, the one after"],
  ["Ctrl Z", "take back what was changed last"],
  ["Ctrl Y", "do again what was taken back"],
  ["Enter", "take what was typed into a box; among metals, the first one found"],
  ["Esc", "leave a box or a dialog as it was"],
  ["!", "backfire or flash-back: what to do now"],
  ["W", "at the bench: what went wrong, and how to go on"],
  ["T, Space", "at the bench: the clock; the next card"],
  ["?", "these keys"],
] as const;

/** Every key, and what the words of the page mean. */
export function HelpDialog({ open, onClose }: { open: boolean; onClose: () => void }) {
  return (
    <Dialog open={open} onClose={onClose} title="Help" at="top">
      <h3 className="mb-2 font-narrow text-lg font-semibold">Keys</h3>
      <dl className="grid grid-cols-[7rem_1fr] gap-y-2">
        {KEYS.map(([key, does]) => (
          <div key={key} className="contents">
            <dt>
              <kbd className="rounded border border-line px-2">{key}</kbd>
            </dt>
            <dd>{does}</dd>
          </div>
        ))}
      </dl>
      {open && <Glossary />}
    </Dialog>
  );
}

function Glossary() {
  const { data: words } = useQuery(glossaryQuery);
  const [wanted, setWanted] = useState("");
  const found = (words ?? []).filter((one) =>
    `${one.word} ${one.meaning}`.toLowerCase().includes(wanted.trim().toLowerCase()),
  );
  return (
    <section className="mt-6">
      <h3 className="mb-2 font-narrow text-lg font-semibold">Words</h3>
      <input
        type="search"
        aria-label="Find a word"
        placeholder="Find a word"
        className="field"
        value={wanted}
        onChange={(event) => setWanted(event.target.value)}
      />
      <dl className="mt-2 grid grid-cols-[7rem_1fr] gap-x-2 gap-y-2">
        {found.map((one) => (
          <div key={one.word} className="contents">
            <dt className="font-semibold">{one.word}</dt>
            <dd>{one.meaning}</dd>
          </div>
        ))}
      </dl>
      {words && found.length === 0 && <p className="mt-2 text-mute">No such word here.</p>}
    </section>
  );
}
