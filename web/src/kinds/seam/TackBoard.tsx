// Edges, tacks and their order at the Tack and run station: drawn, played through, taken along.
import { useQuery } from "@tanstack/react-query";
import { Slider } from "radix-ui";
import { useEffect, useState } from "react";

import { faultOf } from "../../api/client";
import { playbackQuery } from "../../api/queries";
import { GrooveSection } from "./GrooveSection";
import { SeamPath } from "./SeamPath";
import { TackStrip } from "./TackStrip";
import { PaperLinks } from "../../parts/PaperLinks";
import { clockWords } from "../../parts/useCounting";
import { useWidth } from "../../parts/useWidth";
import { useSettings } from "../../shell/settings";
import type { WorkBoardProps } from "../room";
import { PlacesField } from "../../figures/PlacesField";
import { DistortionDialog } from "../straighten/DistortionDialog";

const PATH_PX = 190;
const FRAME_MS = 33;
const CALM_MS = 250;

export function TackBoard({ job, plan, faults, onChange }: WorkBoardProps) {
  const [ref, width] = useWidth<HTMLDivElement>();
  const { units, figures } = useSettings();
  const work = plan.work?.kind === "seam" ? plan.work : null;
  const planned = work?.tacks ?? null;
  const [distorting, setDistorting] = useState(false);
  const [frame, setFrame] = useState<number | null>(null);
  const [playing, setPlaying] = useState(false);
  // Reckoned only once somebody wants to see it: an edit of the job need not wait for it.
  const [asked, setAsked] = useState(false);
  const { data: playback } = useQuery(
    playbackQuery(job.id, job.version, asked && planned !== null),
  );
  const frames = playback?.times_s.length ?? 0;
  useEffect(() => {
    if (!playing || frames === 0) return;
    // Where motion is to be kept down, the order is stepped through instead of run.
    const calm = matchMedia("(prefers-reduced-motion: reduce)").matches;
    const timer = setInterval(
      () => setFrame((now) => (now === null || now + 1 >= frames ? 0 : now + (calm ? 6 : 1))),
      calm ? CALM_MS : FRAME_MS,
    );
    return () => clearInterval(timer);
  }, [playing, frames]);
  const shown = frame === null ? null : Math.min(frame, frames - 1);
  const seconds = shown === null ? null : (playback?.times_s[shown] ?? null);
  const tacks = planned?.values;
  const last = tacks?.tacks
    .filter((tack) => seconds !== null && (tack.starts_s ?? Infinity) <= seconds)
    .at(-1);
  const corners = "corners_mm" in plan.job ? (plan.job.corners_mm ?? []) : [];
  const bent = corners.length > 0;
  const order = tacks?.tacks
    .map(
      (tack) =>
        `${tack.n} at ${units.measure(tack.at_mm, "mm")}${tack.wait_s && tack.wait_s >= 1 ? ` after ${Math.round(tack.wait_s)} s` : ""}`,
    )
    .join(", ");
  return (
    <section ref={ref} aria-label="Edges and tacks" className="panel mt-3 p-3">
      <div className="flex flex-wrap items-start gap-x-6 gap-y-2">
        {work?.groove && width > 0 && (
          <figure className="min-w-64 flex-1">
            <figcaption className="text-sm text-mute">Edges, to scale</figcaption>
            <GrooveSection groove={work?.groove} width={Math.min(width - 24, 330)} />
          </figure>
        )}
        <details open={figures === "all"} className="text-sm">
          <summary className="link inline-block min-h-9 py-1.5">Template, bow and turns</summary>
          <div className="mt-1 flex flex-col gap-1">
            {planned && (
              <>
                <PaperLinks what="Template 1:1" path={`/api/jobs/${job.id}/marks.pdf`} />
                <span data-screen-only>
                  <a className="link" href={`/api/jobs/${job.id}/marks.svg?units=${units.system}`}>
                    SVG
                  </a>{" "}
                  ·{" "}
                  <a className="link" href={`/api/jobs/${job.id}/marks.csv`}>
                    CSV
                  </a>
                </span>
              </>
            )}
            <button className="link min-h-9 text-left" onClick={() => setDistorting(true)}>
              How far will it bow?
            </button>
            {planned && !tacks?.closed && (
              <div data-screen-only>
                <PlacesField
                  label="Turns at, along the seam"
                  hint="none; such as 200 mm; 440 mm"
                  field="corners_mm"
                  places={corners.map((mm) => [mm])}
                  fault={faultOf(faults["corners_mm"], "corners_mm")}
                  onChange={onChange}
                />
              </div>
            )}
          </div>
        </details>
      </div>
      {tacks && planned && width > 0 && (
        <div className="mt-3">
          <p className="text-sm text-mute">
            {tacks.closed ? "Tacks round the tube, rolled out" : "Tacks, numbered in order"}; inside
            the line warmer than {units.measure(tacks.limit_c, "°C")}
            {seconds !== null && last && (
              <>
                {": "}
                <span className="text-ink">
                  {clockWords(seconds)}, tack {last.n} of {tacks.tacks.length}
                </span>
              </>
            )}
          </p>
          <TackStrip
            tacks={tacks}
            seamMm={planned.given.seam_mm}
            playback={playback}
            frame={shown}
            seconds={seconds}
            width={width - 26}
            text={`Tacks in order: ${order ?? ""}`}
          />
          <div data-screen-only className="flex items-center gap-3">
            <button
              className="button min-h-10 w-24"
              aria-pressed={playing}
              onClick={() => {
                setAsked(true);
                setPlaying(!playing);
              }}
            >
              {!playing ? "Play" : frames === 0 ? "Reckoning" : "Hold"}
            </button>
            <Slider.Root
              className="relative flex h-8 flex-1 touch-none items-center"
              min={0}
              max={Math.max(1, frames - 1)}
              value={[shown ?? 0]}
              onFocus={() => setAsked(true)}
              onPointerDown={() => setAsked(true)}
              onValueChange={([to]) => {
                setPlaying(false);
                setFrame(to ?? 0);
              }}
            >
              <Slider.Track className="relative h-1.5 flex-1 rounded bg-shade">
                <Slider.Range className="absolute h-full rounded bg-steel" />
              </Slider.Track>
              <Slider.Thumb
                aria-label="Moment of the tack order"
                aria-valuetext={seconds === null ? "start" : clockWords(seconds)}
                className="block size-6 rounded-full border-2 border-ink bg-panel"
              />
            </Slider.Root>
          </div>
          {(tacks.closed || bent) && (
            <figure className="mt-2">
              <figcaption className="text-sm text-mute">As it lies, seen from above</figcaption>
              <SeamPath tacks={tacks} size={PATH_PX} />
            </figure>
          )}
        </div>
      )}
      <DistortionDialog
        open={distorting}
        known={{
          length_mm: plan.job.length_mm,
          wall_mm: plan.job.thickness_mm,
          width_mm: plan.job.thickness_mm,
          leg_mm: "leg_mm" in plan.job ? plan.job.leg_mm : null,
        }}
        onClose={() => setDistorting(false)}
      />
    </section>
  );
}
