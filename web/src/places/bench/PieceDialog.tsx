import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";

import { type PieceSum } from "../../api/client";
import { pieceQuery } from "../../api/queries";
import { Dialog } from "../../parts/Dialog";
import { SaidOf } from "../../parts/States";
import { useUnits } from "../../shell/settings";
import { STATUS } from "./status";

interface PieceDialogProps {
  /** The piece; empty where the job belongs to none. */
  name: string;
  onMove: (name: string) => void;
  onClose: () => void;
}

/** The jobs of one piece in the order they were entered, and what they come to together. */
export function PieceDialog({ name, onMove, onClose }: PieceDialogProps) {
  const [typed, setTyped] = useState(name);
  const { data: piece, error } = useQuery({ ...pieceQuery(name), enabled: name !== "" });
  return (
    <Dialog open onClose={onClose} title={name || "Belongs to"} at="top">
      <form
        className="flex items-end gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          onMove(typed.trim());
          onClose();
        }}
      >
        <label className="flex-1">
          This job belongs to
          <input
            className="field mt-1"
            maxLength={80}
            value={typed}
            onChange={(event) => setTyped(event.target.value)}
          />
        </label>
        <button className="button min-h-11" disabled={typed.trim() === name}>
          Put it there
        </button>
      </form>
      <SaidOf error={error} />
      {piece && <PieceTable piece={piece} onClose={onClose} />}
    </Dialog>
  );
}

function PieceTable({ piece, onClose }: { piece: PieceSum; onClose: () => void }) {
  const units = useUnits();
  const litres = (value: number | null) => (value === null ? "—" : units.measure(value, "L", 2));
  const cell = "py-1.5 pl-3 text-right tabular-nums";
  return (
    <>
      <table className="mt-4 w-full text-left">
        <thead className="text-sm text-mute">
          <tr>
            <th className="font-normal">Job</th>
            <th className={`${cell} font-normal`}>At the flame</th>
            <th className={`${cell} font-normal`}>Acetylene</th>
          </tr>
        </thead>
        <tbody>
          {piece.jobs.map(({ ticket, minutes, acetylene_l: acetylene }) => (
            <tr key={ticket.id} className="border-t border-line">
              <th scope="row" className="py-1.5 font-normal">
                <Link className="link" to={`/jobs/${ticket.id}`} onClick={onClose}>
                  {ticket.name}
                </Link>
                {STATUS[ticket.status] && (
                  <span className="text-sm text-mute"> · {STATUS[ticket.status]}</span>
                )}
              </th>
              <td className={cell}>{minutes === null ? "—" : units.measure(minutes, "min", 2)}</td>
              <td className={cell}>{litres(acetylene)}</td>
            </tr>
          ))}
        </tbody>
        <tfoot>
          <tr className="border-t-2 border-ink font-semibold">
            <th scope="row" className="py-1.5">
              {piece.jobs.length === 1 ? "1 job" : `${piece.jobs.length} jobs`}
            </th>
            <td className={cell}>{units.measure(piece.minutes, "min", 2)}</td>
            <td className={cell}>{litres(piece.acetylene_l)}</td>
          </tr>
        </tfoot>
      </table>
      <p className="mt-3">
        A slow hand takes up to {units.measure(piece.most_min, "min", 2)}. Oxygen{" "}
        {litres(piece.oxygen_l)}.{" "}
        {piece.rods.length === 0
          ? "No rod."
          : `Rod: ${piece.rods
              .map((one) =>
                [
                  one.rod,
                  one.diameter_mm === null ? "" : units.measure(one.diameter_mm, "wall"),
                  units.measure(one.grams, "g", 2),
                ]
                  .filter(Boolean)
                  .join(" "),
              )
              .join(", ")}.`}
      </p>
      <p className="mt-1 text-sm text-mute">
        The sums of what each job’s own plan says, where its working stands. Safe start, breaks and
        fire watch come on top.
      </p>
      {piece.untold > 0 && (
        <p className="mt-1 text-sm text-mute">
          Not all is counted: the plan of {piece.untold === 1 ? "one job" : `${piece.untold} jobs`}{" "}
          does not say yet.
        </p>
      )}
    </>
  );
}
