import { Dialog } from "../parts/Dialog";

const KEYS = [
  ["N", "a new job; Enter takes the first metal found"],
  ["/", "find or reckon"],
  ["1 to 9", "a station of the job"],
  ["[ and ]", "the station before, the one after"],
  ["Ctrl Z", "take back what was changed last"],
  ["Ctrl Y", "do again what was taken back"],
  ["Enter", "take what was typed into a box"],
  ["Esc", "leave a box or a dialog as it was"],
  ["!", "backfire or flash-back: what to do now"],
  ["W", "at the bench: what went wrong, and how to go on"],
  ["T, Space", "at the bench: the clock; the next card"],
  ["?", "these keys"],
] as const;

/** Every key, in one list. */
export function KeysDialog({ open, onClose }: { open: boolean; onClose: () => void }) {
  return (
    <Dialog open={open} onClose={onClose} title="Keys" at="top">
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
    </Dialog>
  );
}
