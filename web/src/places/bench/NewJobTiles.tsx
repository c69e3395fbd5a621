// What a job can be, and the metals that lie in every shop, drawn: chosen faster than read.
import { ToggleGroup } from "radix-ui";
import type { ReactNode } from "react";

import { tileOf } from "../../kinds/rooms";
import { TilePicture } from "../../parts/TilePicture";

const plate = (fill: string) => <path d="M8 28l12-14h44L52 28z" fill={fill} />;
const METALS: ReadonlyArray<{ id: string; name: string; picture: ReactNode }> = [
  { id: "dc01", name: "Mild steel sheet", picture: plate("var(--steel)") },
  {
    id: "4130",
    name: "Chromoly tube",
    picture: (
      <>
        <path d="M14 14h40v14H14z" fill="var(--steel)" />
        <ellipse cx="54" cy="21" rx="4" ry="7" fill="var(--panel)" />
        <path d="M14 14a4 7 0 0 0 0 14" fill="var(--steel)" />
      </>
    ),
  },
  { id: "al-3003", name: "Aluminium sheet", picture: plate("var(--shade)") },
  {
    id: "gi-30",
    name: "Grey iron",
    picture: (
      <>
        <path d="M12 10h48v20H48v4H24v-4H12z" fill="var(--steel)" />
        <path d="M30 10l5 8-4 4 5 8" strokeWidth="2" />
      </>
    ),
  },
  { id: "304", name: "Stainless", picture: plate("var(--panel)") },
  {
    id: "pb-sheet",
    name: "Sheet lead",
    picture: <path d="M6 26q16-6 30 0t30 0M6 31q16-6 30 0t30 0M30 21q16-6 36 0" strokeWidth="2" />,
  },
];

interface KindTilesProps {
  kinds: ReadonlyArray<{ id: string; label: string }>;
  value: string;
  onChoose: (kind: string) => void;
}

export function KindTiles({ kinds, value, onChoose }: KindTilesProps) {
  return (
    <ToggleGroup.Root
      type="single"
      aria-label="Which kind of job?"
      value={value}
      onValueChange={(chosen) => chosen && onChoose(chosen)}
      className="grid grid-cols-4 gap-2"
    >
      {kinds.map((kind) => (
        <ToggleGroup.Item
          key={kind.id}
          value={kind.id}
          className="min-h-20 rounded-md border border-line bg-panel px-1 pt-1 pb-1.5 text-sm leading-tight data-[state=on]:border-cone data-[state=on]:bg-cone-soft data-[state=on]:font-semibold"
        >
          <TilePicture>{tileOf(kind.id)}</TilePicture>
          {kind.label}
        </ToggleGroup.Item>
      ))}
    </ToggleGroup.Root>
  );
}

export function MetalTiles({ onChoose }: { onChoose: (alloy: string) => void }) {
  return (
    <ul className="grid grid-cols-3 gap-2" aria-label="Metals in every shop">
      {METALS.map(({ id, name, picture }) => (
        <li key={id}>
          <button
            className="min-h-20 w-full rounded-md border border-line bg-panel px-1 pt-1 pb-1.5 text-sm leading-tight"
            onClick={() => onChoose(id)}
          >
            <TilePicture>{picture}</TilePicture>
            {name}
          </button>
        </li>
      ))}
    </ul>
  );
}
