import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useSearchParams } from "react-router";

import type { MetalLine } from "../../api/client";
import { metalsQuery } from "../../api/queries";
import { AdviceWords } from "../../figures/AnswerChooser";
import { Away, Waiting } from "../../parts/States";
import { matching } from "../../shell/matching";
import { AddHeatDialog } from "./AddHeatDialog";
import { ImportDialog } from "./ImportDialog";
import { MetalView } from "./MetalView";
import { PlaceTitle } from "../../parts/PlaceTitle";

const MOST_COMPARED = 2;

/** The catalogue and the shop's own heats: search, look, compare, add, import, export. */
export default function MetalsPlace() {
  const { data: metals, error, refetch } = useQuery(metalsQuery);
  const [search, setSearch] = useSearchParams();
  const [wanted, setWanted] = useState("");
  const [asking, setAsking] = useState<"add" | "import" | null>(null);
  if (error && !metals) return <Away error={error} onRetry={() => void refetch()} />;
  if (!metals) return <Waiting what="the metals" />;
  const found = matching(metals, wanted);
  const open = search.getAll("m").slice(0, MOST_COMPARED);
  const shown = open.length > 0 ? open : metals.slice(0, 1).map((metal) => metal.id);
  const look = (ids: string[]) => setSearch(ids.map((id): [string, string] => ["m", id]));
  return (
    <div className="flex flex-1 flex-col md:flex-row">
      <nav
        aria-label="Metals"
        className="flex max-h-[40vh] flex-col border-line p-3 md:sticky md:top-[var(--head)] md:h-[calc(100vh-var(--head))] md:max-h-none md:w-72 md:shrink-0 md:border-r"
      >
        <div className="mb-2 flex items-center justify-between">
          <PlaceTitle title="Metals" />
          <div className="flex gap-3 text-sm">
            <button className="link min-h-9 font-semibold" onClick={() => setAsking("add")}>
              + Heat lot
            </button>
            <button className="link min-h-9" onClick={() => setAsking("import")}>
              Import
            </button>
          </div>
        </div>
        <input
          type="search"
          aria-label="Search the metals"
          placeholder="4130, mild steel, roof lead…"
          className="field mb-2"
          value={wanted}
          onChange={(event) => setWanted(event.target.value)}
        />
        <ul className="min-h-0 flex-1 overflow-y-auto" tabIndex={0} aria-label="Metals found">
          {found.map((metal) => (
            <Row
              key={metal.id}
              metal={metal}
              shown={shown.includes(metal.id)}
              onLook={() => look([metal.id])}
              onCompare={() => look([shown[0] ?? metal.id, metal.id])}
            />
          ))}
        </ul>
        {found.length === 0 && <p className="text-mute">No metal by that name or number.</p>}
        <p className="border-t border-line pt-2 text-sm text-mute">
          Own heat lots as a file:{" "}
          <a className="link" href="/api/metals/export?kind=csv" download="heats.csv">
            CSV
          </a>{" "}
          <a className="link" href="/api/metals/export?kind=json" download="heats.json">
            JSON
          </a>
        </p>
      </nav>
      <div
        className={`grid flex-1 content-start gap-4 p-4 ${shown.length > 1 ? "xl:grid-cols-2" : ""}`}
      >
        {shown.map((id) => (
          <MetalView
            key={id}
            metalId={id}
            compared={shown.length > 1}
            onClose={shown.length > 1 ? () => look(shown.filter((one) => one !== id)) : undefined}
          />
        ))}
        {metals.length === 0 && (
          <p>
            No metals. <Link to="/">Back to the bench</Link>
          </p>
        )}
      </div>
      <AddHeatDialog
        open={asking === "add"}
        onClose={() => setAsking(null)}
        metals={metals}
        onAdded={(id) => look([id])}
      />
      <ImportDialog open={asking === "import"} onClose={() => setAsking(null)} />
    </div>
  );
}

interface RowProps {
  metal: MetalLine;
  shown: boolean;
  onLook: () => void;
  onCompare: () => void;
}

function Row({ metal, shown, onLook, onCompare }: RowProps) {
  return (
    <li className={`flex items-stretch gap-2 border-b border-line ${shown ? "bg-cone-soft" : ""}`}>
      <button
        className="min-h-11 flex-1 px-2 py-1.5 text-left"
        aria-current={shown ? "true" : undefined}
        onClick={onLook}
      >
        <span className="block font-semibold">{metal.name}</span>
        <span className="block text-sm text-mute">
          {metal.own ? "own heat lot · " : ""}
          {metal.family_name}
        </span>
        <AdviceWords metal={metal} />
      </button>
      <button
        className="link px-2 text-sm"
        aria-label={`Compare with ${metal.name}`}
        disabled={shown}
        onClick={onCompare}
      >
        compare
      </button>
    </li>
  );
}
