import type { FacedDrawing } from "../../api/client";
import { FeatherSide } from "./FeatherSide";
import { LayersAcross } from "./LayersAcross";
import { BoxList } from "../../figures/BoxList";
import { useWidth } from "../../parts/useWidth";
import { typedAt, type BoardProps } from "../room";
import { RankedGroups } from "./RankedGroups";

const BESIDE_FROM_PX = 620;
const FLAME_PX = 230;

/** The part is the form: layers in section, the feather beside them, its measures boxed below. */
export function OverlayBoard({
  plan,
  drawing,
  faults,
  look,
  onPreview,
  onChange,
  station,
}: BoardProps & { drawing: FacedDrawing }) {
  const [ref, width] = useWidth<HTMLDivElement>();
  const beside = width >= BESIDE_FROM_PX;
  const ranked = plan.work?.kind === "overlay" ? plan.work.values.ranked : [];
  const chosen = plan.work?.kind === "overlay" ? plan.work.values.group : null;
  return (
    <div ref={ref} className="panel p-3">
      {width > 0 && (
        <div className={beside ? "flex items-start" : ""}>
          <LayersAcross drawing={drawing} width={width - 26 - (beside ? FLAME_PX : 0)} />
          <FeatherSide drawing={drawing} width={beside ? FLAME_PX : width - 26} />
        </div>
      )}
      {typedAt(station) && (
        <BoxList
          boxes={drawing.boxes ?? []}
          job={plan.job}
          {...{ faults, look, onPreview, onChange }}
        />
      )}
      {typedAt(station) && ranked.length > 0 && (
        <RankedGroups
          ranked={ranked}
          chosen={chosen ?? ""}
          held={(plan.work?.kind === "overlay" && plan.work.held_kg) || {}}
          onChoose={(group) => void onChange({ group })}
        />
      )}
    </div>
  );
}
