import { faultOf, type MemberDrawing } from "../../api/client";
import { MemberSection, MemberSide } from "./MemberSide";
import { BoxList } from "../../figures/BoxList";
import { PaperLinks } from "../../parts/PaperLinks";
import { useWidth } from "../../parts/useWidth";
import { useUnits } from "../../shell/settings";
import { PlacesField, SaidField } from "../../figures/PlacesField";
import { typedAt, type BoardProps } from "../room";

const BESIDE_FROM_PX = 620;
const SECTION_PX = 180;

/** The member is the form: section and side view, its measures boxed below. */
export function MemberBoard({
  jobId,
  plan,
  drawing,
  faults,
  look,
  onPreview,
  onChange,
  station,
}: BoardProps & { drawing: MemberDrawing }) {
  const [ref, width] = useWidth<HTMLDivElement>();
  const units = useUnits();
  const beside = width >= BESIDE_FROM_PX;
  const { job } = plan;
  return (
    <div ref={ref} className="panel p-3">
      {width > 0 && (
        <div className={beside ? "flex items-center" : ""}>
          <MemberSection drawing={drawing} />
          <MemberSide drawing={drawing} width={width - 26 - (beside ? SECTION_PX : 0)} />
        </div>
      )}
      {(station === null || station === "rounds") && (drawing.spots ?? []).length > 0 && (
        <p className="mt-3 flex flex-wrap items-center gap-x-4 text-sm">
          <PaperLinks what="Spacing tape 1:1" path={`/api/jobs/${jobId}/marks.pdf`} />
          <a className="link" href={`/api/jobs/${jobId}/marks.svg?units=${units.system}`}>
            Drawing, SVG
          </a>
          <a className="link" href={`/api/jobs/${jobId}/marks.csv`}>
            Table, CSV
          </a>
        </p>
      )}
      {typedAt(station) && (
        <>
          <BoxList boxes={drawing.boxes ?? []} {...{ job, faults, look, onPreview, onChange }} />
          <div className="mt-3 grid gap-3 md:grid-cols-2">
            <SaidField
              label="Section and length, as said"
              hint="2x3x1/4 tube, 25 ft"
              field="said"
              said={"said" in job ? job.said : null}
              fault={faultOf(faults.said, "said")}
              onChange={onChange}
            />
            <PlacesField
              label="Bow read at several places"
              hint="1 m: 8 mm; 2 m: 14 mm"
              field="stations"
              places={"stations" in job ? (job.stations ?? []).map((s) => [s.at_mm, s.bow_mm]) : []}
              fault={faultOf(faults.stations, "stations")}
              onChange={onChange}
            />
            <div className="md:col-span-2">
              <SaidField
                label="Welds that pulled it"
                hint="24 x 40 mm every 300 mm, leg 5 mm"
                field="welds_said"
                said={"welds_said" in job ? job.welds_said : null}
                fault={faultOf(faults.welds_said, "welds_said")}
                onChange={onChange}
              />
            </div>
            <div className="md:col-span-2">
              <PlacesField
                label="Brackets and welds to keep off"
                hint="300 mm; 1.2 m"
                field="brackets_mm"
                places={"brackets_mm" in job ? (job.brackets_mm ?? []).map((at) => [at]) : []}
                fault={faultOf(faults.brackets_mm, "brackets_mm")}
                onChange={onChange}
              />
            </div>
          </div>
        </>
      )}
    </div>
  );
}
