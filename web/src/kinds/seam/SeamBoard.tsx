import type { SeamDrawing } from "../../api/client";
import { JointAcross } from "./JointAcross";
import { SeamAcross } from "./SeamAcross";
import { SeamAlong } from "./SeamAlong";
import { TemperatureStrip } from "./TemperatureStrip";
import { QuantityField } from "../../figures/QuantityField";
import { faultOf } from "../../api/client";
import { useWidth } from "../../parts/useWidth";
import { typedAt, type BoardProps } from "../room";

const BOX_PX = 140;
const GAP_PX = 100;
const LENGTH_PX = 144;
const ALONG_PX = 216;
const STRIP_PX = 134;
const ALONE_STRIP_PX = 260;
const BESIDE_FROM_PX = 620;

/** The piece is the form: both drawings at one scale, with the boxed dimensions as inputs. */
export function SeamBoard({
  plan,
  drawing,
  faults,
  look,
  onPreview,
  onChange,
  station,
}: BoardProps & { drawing: SeamDrawing }) {
  const [ref, width] = useWidth<HTMLDivElement>();
  const { job } = plan;
  const tack = plan.stations.find((s) => s.id === "tack-and-run");
  const travel = (tack?.figures ?? []).find((f) => f.id === "travel_mm_per_min")?.value ?? null;
  const fed = plan.facts?.rod != null && plan.facts.rod !== "none";
  const rod = !fed ? "none" : plan.facts?.direction === "backhand" ? "follows" : "leads";
  const field = (
    name: string,
    label: string,
    asks: string,
    unit = "mm",
    value: unknown = job[name as keyof typeof job],
  ) => ({
    field: name,
    label,
    asks,
    unit,
    value: typeof value === "number" ? value : null,
    typed: job.typed?.[name],
    fault: faultOf(faults[name], name),
    look,
    onPreview,
    onCommit: (text: string) => onChange({ [name]: text }),
  });
  const piece = plan.stations.find((s) => s.id === "piece")?.figures ?? [];
  const seamMm = piece.find((f) => f.id === "length_mm")?.value ?? null;
  const joint = piece.find((f) => f.id === "joint")?.text ?? "";
  const jointName = joint.charAt(0).toUpperCase() + joint.slice(1);
  const alongToo = typedAt(station);
  const beside = alongToo && width >= BESIDE_FROM_PX;
  const acrossPx = beside ? width - ALONG_PX - 16 : width - 2;
  const along = width > 0 && (
    <>
      <SeamAlong
        drawing={drawing}
        travelMmPerMin={travel}
        rod={rod}
        width={beside ? ALONG_PX : Math.max(0, width - 34)}
      />
      <div className="flex items-start gap-2 px-2 pb-2">
        <span className="pt-2 text-sm text-mute">seam</span>
        <QuantityField
          {...field("length_mm", "Seam length", "length?")}
          {...(job.length_mm == null && seamMm !== null && { value: seamMm, usual: true })}
          widthPx={LENGTH_PX}
        />
      </div>
    </>
  );
  const heated = (drawing.across ?? []).length > 0;
  if (station === "cool-and-dress" && heated)
    return (
      <div ref={ref} className="panel py-3">
        {width > 0 && (
          <TemperatureStrip drawing={drawing} width={width - 2} height={ALONE_STRIP_PX} />
        )}
      </div>
    );
  return (
    <div ref={ref}>
      <div className={`panel ${beside ? "flex items-start" : ""}`}>
        {width > 0 && drawing.joint && (
          <JointAcross
            drawing={drawing}
            joint={drawing.joint}
            name={jointName}
            width={acrossPx}
            box={(dimension, place) => (
              <QuantityField
                key={dimension.field}
                {...field(
                  dimension.field,
                  dimension.label,
                  dimension.asks,
                  dimension.shown_as,
                  dimension.value,
                )}
                {...(dimension.short && { prefix: dimension.short })}
                usual={dimension.usual && dimension.value !== null}
                className="absolute"
                widthPx={place.width}
                style={{ left: place.left, top: place.top }}
              />
            )}
          />
        )}
        {width > 0 && !drawing.joint && (
          <SeamAcross
            drawing={drawing}
            width={acrossPx}
            boxes={({ leftX, rightX, y }) => (
              <>
                <QuantityField
                  {...field("thickness_mm", "Thickness", "thickness?", "wall")}
                  className="absolute"
                  widthPx={Math.min(BOX_PX, acrossPx * 0.37)}
                  style={{ left: Math.max(6, leftX - BOX_PX / 2), top: y }}
                />
                <QuantityField
                  {...field("root_gap_mm", "Gap between the edges", "gap?")}
                  prefix="gap"
                  className="absolute"
                  widthPx={GAP_PX}
                  style={{ left: Math.min(rightX - GAP_PX / 2, acrossPx - GAP_PX - 8), top: y }}
                />
              </>
            )}
          />
        )}
        {alongToo && (
          <div
            className={`rounded-md border border-line bg-paper ${beside ? "mt-8 mr-3 shrink-0" : "m-4 mt-0"}`}
          >
            {along}
          </div>
        )}
      </div>
      {station === null && heated && width > 0 && (
        <div className="mt-2">
          <TemperatureStrip drawing={drawing} width={width} height={STRIP_PX} />
        </div>
      )}
    </div>
  );
}
