import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";

import { answer, client, type MetalPage } from "../../api/client";
import { metalQuery, metalsQuery } from "../../api/queries";
import { CautionNote } from "../../figures/CautionNote";
import { FigureBlock } from "../../figures/FigureBlock";
import { useNotify } from "../../parts/Notices";
import { Away, Waiting } from "../../parts/States";
import { useUnits } from "../../shell/settings";
import { significant } from "../../shell/units";

interface MetalViewProps {
  metalId: string;
  compared: boolean;
  onClose: (() => void) | undefined;
}

/** One metal: composition as bars, equivalents on rulers, advice, preheat by thickness, rods. */
export function MetalView({ metalId, compared, onClose }: MetalViewProps) {
  const units = useUnits();
  const { data: page, error, refetch } = useQuery(metalQuery(metalId));
  const putAway = usePutHeatAway(metalId, page?.line.name ?? "");
  if (error && !page) return <Away error={error} onRetry={() => void refetch()} />;
  if (!page) return <Waiting what="the metal" />;
  const { line } = page;
  return (
    <article aria-label={line.name} className={compared ? "" : "mx-auto w-full max-w-5xl"}>
      <header className="mb-3 flex flex-wrap items-start justify-between gap-3">
        <div>
          <h2 className="font-narrow text-2xl font-semibold">{line.name}</h2>
          <p className="text-mute">
            {[line.family_name, line.standard, line.own ? "own heat lot" : ""]
              .filter(Boolean)
              .join(" · ")}
          </p>
        </div>
        <div className="flex gap-3">
          {line.own && (
            <button className="link min-h-9" onClick={() => putAway.mutate()}>
              Archive
            </button>
          )}
          {onClose && (
            <button className="link min-h-9" aria-label={`Close ${line.name}`} onClick={onClose}>
              Close
            </button>
          )}
        </div>
      </header>
      <p className="mb-3">{page.meaning}</p>
      <div className="mb-4 space-y-2">
        {page.cautions.map((caution) => (
          <CautionNote key={caution.text} caution={caution} />
        ))}
      </div>
      <div
        className={
          compared ? "space-y-4" : "gap-4 space-y-4 lg:columns-2 lg:[&>*]:break-inside-avoid"
        }
      >
        <section className="panel p-4">
          <h3 className="mb-2 font-narrow text-lg font-semibold">Composition, %</h3>
          <Bars page={page} />
          <p className="mt-3 text-sm text-mute">{page.source}</p>
        </section>
        {page.preheats.length > 0 && (
          <section className="panel p-4">
            <h3 className="mb-2 font-narrow text-lg font-semibold">Heat it first, free to move</h3>
            <dl className="grid grid-cols-[5rem_1fr] gap-y-1">
              {page.preheats.map((at) => (
                <div key={at.thickness_mm} className="contents">
                  <dt className="text-mute tabular-nums">
                    {units.measure(at.thickness_mm, "wall")}
                  </dt>
                  <dd className="tabular-nums" title={at.why}>
                    {at.preheat_c == null ? "none" : units.measure(at.preheat_c, "°C")}
                  </dd>
                </div>
              ))}
            </dl>
          </section>
        )}
        {page.rods.length > 0 && (
          <section className="panel p-4">
            <h3 className="mb-2 font-narrow text-lg font-semibold">Rods</h3>
            <ul className="space-y-1.5">
              {page.rods.map((rod) => (
                <li key={rod.id}>
                  <span className="font-medium">{rod.label}</span>
                  <span className="block text-sm text-mute">{rod.why}</span>
                </li>
              ))}
            </ul>
          </section>
        )}
        {(page.equivalents ?? []).length > 0 && (
          <section className="panel p-4">
            <h3 className="font-narrow text-lg font-semibold">
              {(page.equivalents ?? []).some((figure) => figure.id === "carbon_saturation")
                ? "How readily it chills"
                : "How readily it hardens"}
            </h3>
            {(page.equivalents ?? []).map((figure) => (
              <FigureBlock key={figure.id} figure={figure} of={compared ? line.name : undefined} />
            ))}
          </section>
        )}
      </div>
      {line.note && <p className="mt-4 text-mute">{line.note}</p>}
    </article>
  );
}

// Balance elements would dwarf the rest, so each bar is drawn on a square-root scale.
const FULL_PERCENT = 100;
const share = (percent: number) => 100 * Math.sqrt(Math.min(percent, FULL_PERCENT) / FULL_PERCENT);

function Bars({ page }: { page: MetalPage }) {
  const sorted = [...page.composition].sort((a, b) => b.percent - a.percent);
  return (
    <>
      <ul className="space-y-1">
        {sorted.map((bar) => (
          <li key={bar.element} className="grid grid-cols-[2rem_1fr_7rem] items-center gap-2">
            <span className="font-semibold">{bar.element}</span>
            <span aria-hidden="true" className="relative h-3 rounded-sm bg-shade">
              <span
                className="absolute inset-y-0 left-0 rounded-sm bg-cone"
                style={{ width: `${share(bar.percent)}%` }}
              />
              {bar.high_percent > bar.low_percent && (
                <span
                  className="absolute -inset-y-0.5 border-x-2 border-ink"
                  style={{
                    left: `${share(bar.low_percent)}%`,
                    width: `${share(bar.high_percent) - share(bar.low_percent)}%`,
                  }}
                />
              )}
            </span>
            <span className="text-right tabular-nums">
              {bar.high_percent > bar.low_percent
                ? bar.low_percent === 0
                  ? `<${significant(bar.high_percent)}`
                  : `${significant(bar.low_percent)}–${significant(bar.high_percent)}`
                : significant(bar.percent)}
            </span>
          </li>
        ))}
      </ul>
      <p className="mt-2 text-sm text-mute">
        Bar lengths go by the square root, so that traces show.
      </p>
    </>
  );
}

function usePutHeatAway(metalId: string, name: string) {
  const cache = useQueryClient();
  const notify = useNotify();
  const path = { metal_id: metalId };
  const again = () => cache.invalidateQueries({ queryKey: metalsQuery.queryKey });
  return useMutation({
    mutationFn: () => answer(client.DELETE("/api/metals/{metal_id}", { params: { path } })),
    onSuccess: async () => {
      await again();
      notify(`“${name}” is archived; jobs that name it keep it.`, {
        label: "Restore it",
        run: async () => {
          await answer(client.POST("/api/metals/{metal_id}/restore", { params: { path } }));
          await again();
        },
      });
    },
    onError: (error) => notify(error.message),
  });
}
