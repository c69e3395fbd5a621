import type { HeatedDrawing } from "../../api/client";
import { HeatedPart } from "./HeatedPart";
import { BoxList } from "../../figures/BoxList";
import { useWidth } from "../../parts/useWidth";
import { typedAt, type BoardProps } from "../room";

/** The part is the form: its outline to scale with the flame over it, its measures boxed below. */
export function HeatBoard({
  plan,
  drawing,
  faults,
  look,
  onPreview,
  onChange,
  station,
}: BoardProps & { drawing: HeatedDrawing }) {
  const [ref, width] = useWidth<HTMLDivElement>();
  return (
    <div ref={ref} className="panel p-3">
      {width > 0 && <HeatedPart drawing={drawing} width={width - 26} />}
      {typedAt(station) && (
        <BoxList
          boxes={drawing.boxes ?? []}
          job={plan.job}
          {...{ faults, look, onPreview, onChange }}
        />
      )}
    </div>
  );
}
