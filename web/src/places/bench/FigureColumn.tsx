// Every station's figures in their order; drawn again only when they change, not with each key typed.
import { memo } from "react";

import type { Changes, Figure, Plan, Station } from "../../api/client";
import { CautionNote } from "../../figures/CautionNote";
import { FigureBlock } from "../../figures/FigureBlock";
import { BarredByDraw } from "./BarredByDraw";
import { SafeStartList } from "./SafeStartList";
import { TipList } from "./TipList";

interface FigureColumnProps {
  plan: Plan;
  selected: string;
  faults: Record<string, unknown>;
  /** What a figure was before it changed. */
  figureWas: (id: string) => Figure | undefined;
  onChange: (changes: Changes) => Promise<boolean>;
  onFewer: () => void;
}

export const FigureColumn = memo(function FigureColumn({
  plan,
  selected,
  faults,
  figureWas,
  onChange,
  onFewer,
}: FigureColumnProps) {
  const stations = plan.stations.map((station) => (
    <StationFigures key={station.id} station={station} selected={station.id === selected}>
      {(station.figures ?? []).map((figure) => (
        <FigureBlock
          key={figure.id}
          figure={figure}
          was={figureWas(figure.id)}
          onChange={onChange}
          faults={faults}
          family={plan.job.family}
        />
      ))}
      {station.id === "safe-start" && <SafeStartList plan={plan} />}
      {station.id === "torch" && <BarredByDraw plan={plan} onChange={onChange} />}
      {station.id === "torch" && plan.candidates.length > 0 && (
        <TipList plan={plan} onChoose={(label) => void onChange({ tip_label: label })} />
      )}
    </StationFigures>
  ));
  return (
    <>
      <button className="button mb-3 w-full" data-screen-only onClick={onFewer}>
        Only what leads, station by station
      </button>
      {stations}
    </>
  );
});

function StationFigures({
  station,
  selected,
  children,
}: {
  station: Station;
  selected: boolean;
  children: React.ReactNode;
}) {
  const empty = (station.figures ?? []).length === 0;
  return (
    <section id={`station-${station.id}`} className="mb-5 scroll-mt-2">
      <h2
        className={`flex items-center justify-between border-b-2 pb-1 font-narrow text-lg font-semibold ${selected ? "border-cone text-cone" : "border-line"}`}
      >
        {station.name}
        <button
          className="link min-h-11 px-2 text-base font-normal lg:hidden"
          onClick={() => scrollTo({ top: 0 })}
        >
          up to the drawing
        </button>
      </h2>
      {empty && <p className="pt-2 text-sm text-mute">{station.holds}</p>}
      {children}
      {(station.cautions ?? []).length > 0 && (
        <div className="mt-2 space-y-2">
          {(station.cautions ?? []).map((caution) => (
            <CautionNote key={caution.text} caution={caution} />
          ))}
        </div>
      )}
    </section>
  );
}
