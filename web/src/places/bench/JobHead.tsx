import { useRef, useState } from "react";

import type { OpenJob } from "../../api/client";
import { Menu, MenuAct, MenuLink } from "../../parts/Menu";
import { useWindowTitle } from "../../parts/PlaceTitle";
import { useUnits } from "../../shell/settings";
import { PieceDialog } from "./PieceDialog";
import type { SaveState } from "./useJob";

interface JobHeadProps {
  job: OpenJob;
  saveState: SaveState;
  onRename: (name: string) => Promise<boolean>;
  onPutAway: () => void;
  onDuplicate: () => void;
  onKeep: () => void;
  onMove: (piece: string) => void;
  onUndo: () => void;
  /** Does again what was taken back last; null where nothing was. */
  onRedo: (() => void) | null;
}

const SAVE_WORDS: Record<SaveState, string> = {
  saved: "Saved",
  saving: "Saving…",
  busy: "Not saved yet: Pellak is busy, trying again",
  away: "Not saved: the server is away, trying again",
};

export function JobHead({
  job,
  saveState,
  onRename,
  onPutAway,
  onDuplicate,
  onKeep,
  onMove,
  onUndo,
  onRedo,
}: JobHeadProps) {
  const units = useUnits();
  const { name, belongs_to: belongsTo, length_mm: length } = job.plan.job;
  const [text, setText] = useState<string | null>(null);
  const [piece, setPiece] = useState(false);
  const leftAlone = useRef(false);
  useWindowTitle(name);
  const commit = async () => {
    const kept = leftAlone.current;
    leftAlone.current = false;
    if (kept) return setText(null);
    if (text !== null && text.trim() !== "" && text.trim() !== name) await onRename(text);
    setText(null);
  };
  const fitUp = job.plan.stations[0]?.figures?.find((f) => f.id === "joint" || f.id === "section");
  const about = [
    length == null ? null : `${units.measure(length, "mm")} long`,
    fitUp?.detail || fitUp?.text,
  ].filter(Boolean);
  return (
    <div className="mb-2 flex flex-wrap items-start justify-between gap-x-4">
      <div className="min-w-56 flex-1">
        <h1>
          <input
            aria-label="Name of the job"
            className="-ml-1 w-full truncate rounded bg-transparent px-1 font-narrow text-2xl font-semibold"
            maxLength={80}
            value={text ?? name}
            onChange={(event) => setText(event.target.value)}
            onBlur={() => void commit()}
            onKeyDown={(event) => {
              // Escape leaves the name as it was.
              leftAlone.current = event.key === "Escape";
              if (event.key === "Enter" || event.key === "Escape") event.currentTarget.blur();
            }}
          />
        </h1>
      </div>
      <div className="flex flex-wrap items-center gap-x-3 text-sm whitespace-nowrap">
        <span
          role="status"
          className={
            saveState === "away" || saveState === "busy" ? "font-semibold text-stop" : "text-mute"
          }
        >
          {SAVE_WORDS[saveState]}
        </span>
        <button className="link min-h-9" disabled={job.undo_steps === 0} onClick={onUndo}>
          Undo
        </button>
        <button className="link min-h-9" disabled={onRedo === null} onClick={onRedo ?? undefined}>
          Redo
        </button>
        <Menu label="More">
          <MenuAct onDo={onDuplicate}>Duplicate</MenuAct>
          <MenuAct onDo={onKeep}>Save as a template</MenuAct>
          <MenuLink to={`/api/jobs/${job.id}/file.json`} file="job.json">
            As a file for another shop
          </MenuLink>
          <MenuAct onDo={onPutAway}>Archive</MenuAct>
        </Menu>
      </div>
      <p className="w-full text-mute">
        <button className="link min-h-9" data-screen-only onClick={() => setPiece(true)}>
          {belongsTo || "Belongs to…"}
        </button>
        {about.map((words) => ` · ${words}`)}
      </p>
      {piece && (
        <PieceDialog name={belongsTo ?? ""} onMove={onMove} onClose={() => setPiece(false)} />
      )}
    </div>
  );
}
