import type { Changes, Plan } from "../../api/client";
import { SeamAcross } from "../../drawings/SeamAcross";
import { SeamAlong } from "../../drawings/SeamAlong";
import { TemperatureStrip } from "../../drawings/TemperatureStrip";
import { QuantityField } from "../../figures/QuantityField";
import { faultOf } from "../../api/client";
import { useWidth } from "../../parts/useWidth";

interface DrawingBoardProps {
  plan: Plan;
  faults: Record<string, unknown>;
  onPreview: (field: string, text: string | null) => void;
  onChange: (changes: Changes) => Promise<boolean>;
}

const BOX_PX = 136;
const INSET_PX = 216;
const INSET_FROM_PX = 620;

/** The piece is the form: both drawings at one scale, with the boxed dimensions as inputs. */
export function DrawingBoard({ plan, faults, onPreview, onChange }: DrawingBoardProps) {
  const [ref, width] = useWidth<HTMLDivElement>();
  const { drawing, job } = plan;
  const tack = plan.stations.find((s) => s.id === "tack-and-run");
  const travel = (tack?.figures ?? []).find((f) => f.id === "travel_mm_per_min")?.value ?? null;
  const field = (
    name: "thickness_mm" | "root_gap_mm" | "length_mm",
    label: string,
    asks: string,
  ) => ({
    label,
    asks,
    kind: "length" as const,
    unit: "mm",
    value: job[name] ?? null,
    typed: job.typed?.[name],
    fault: faultOf(faults[name], name),
    onPreview: (text: string | null) => onPreview(name, text),
    onCommit: (text: string) => onChange({ [name]: text }),
  });
  const inset = width >= INSET_FROM_PX;
  const along = width > 0 && (
    <>
      <SeamAlong
        drawing={drawing}
        travelMmPerMin={travel}
        width={inset ? INSET_PX : Math.max(0, width - 34)}
      />
      <div className="flex items-start gap-2 px-2 pb-2">
        <span className="pt-2 text-sm text-mute">seam</span>
        <QuantityField {...field("length_mm", "Seam length", "length?")} className="w-36" />
      </div>
    </>
  );
  return (
    <div ref={ref}>
      <div className="panel relative">
        {width > 0 && (
          <SeamAcross
            drawing={drawing}
            width={width - 2}
            boxes={({ leftX, rightX, y }) => (
              <>
                <QuantityField
                  {...field("thickness_mm", "Thickness", "thickness?")}
                  className="absolute"
                  style={{
                    left: Math.max(6, leftX - BOX_PX / 2),
                    top: y,
                    width: Math.min(BOX_PX, width * 0.34),
                  }}
                />
                <QuantityField
                  {...field("root_gap_mm", "Gap between the edges", "gap?")}
                  prefix="gap"
                  className="absolute"
                  style={{
                    left: Math.min(rightX - 48, width - 104),
                    top: y,
                    width: 96,
                  }}
                />
              </>
            )}
          />
        )}
        {inset ? (
          <div className="absolute top-8 right-3 rounded-md border border-line bg-paper">
            {along}
          </div>
        ) : (
          <div className="m-4 mt-0 rounded-md border border-line bg-paper">{along}</div>
        )}
      </div>
      {width > 0 && (
        <div className="mt-2">
          <TemperatureStrip drawing={drawing} width={width} />
        </div>
      )}
    </div>
  );
}
