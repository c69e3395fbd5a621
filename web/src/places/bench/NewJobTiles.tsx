// What a job can be, and the metals that lie in every shop, drawn: chosen faster than read.
import { ToggleGroup } from "radix-ui";
import type { ReactNode } from "react";

const FLAME = "M0 0c-3 4-5 6-5 9a5 5 0 0 0 10 0c0-3-2-5-5-9z";
const flame = (x: number, y: number) => (
  <path d={FLAME} transform={`translate(${x} ${y})`} fill="var(--feather)" stroke="var(--cone)" />
);

const KINDS: Record<string, ReactNode> = {
  seam: (
    <>
      <path d="M4 26h30v8H4zM38 26h30v8H38z" fill="var(--shade)" />
      <path d="M30 26q6-7 12 0q2 8-6 9q-8-1-6-9z" fill="var(--steel)" />
      {flame(36, 4)}
    </>
  ),
  straighten: (
    <>
      <path d="M4 16q32 16 64 0v9q-32 16-64 0z" fill="var(--shade)" />
      <path d="M4 38h64" strokeDasharray="3 3" />
      {flame(36, 6)}
    </>
  ),
  overlay: (
    <>
      <path d="M10 26h52v12H10z" fill="var(--shade)" />
      <path d="M14 26q4-7 10 0q4-7 10 0q4-7 10 0q4-7 10 0z" fill="var(--copper)" />
      {flame(48, 4)}
    </>
  ),
  heat: (
    <>
      <path d="M22 10h28l8 10-8 10H22l-8-10z" fill="var(--shade)" />
      <circle cx="36" cy="20" r="6" fill="var(--panel)" />
      {flame(36, 30)}
    </>
  ),
};

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

const Picture = ({ children }: { children: ReactNode }) => (
  <svg
    viewBox="0 0 72 44"
    height={44}
    fill="none"
    stroke="var(--ink)"
    strokeWidth="1.3"
    aria-hidden="true"
    className="mx-auto block w-full max-w-18"
  >
    {children}
  </svg>
);

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
          <Picture>{KINDS[kind.id]}</Picture>
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
            <Picture>{picture}</Picture>
            {name}
          </button>
        </li>
      ))}
    </ul>
  );
}
