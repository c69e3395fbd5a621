// Rival ways to make the same weld along a member, by how far each bows it.
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { useNavigate } from "react-router";

import { answer, client, faultOf, ProblemError } from "../../api/client";
import { ticketsQuery } from "../../api/queries";
import { Dialog } from "../../parts/Dialog";
import { FormLine } from "../../parts/FormLine";
import { ToggleRow } from "../../parts/ToggleRow";
import { useUnits } from "../../shell/settings";

const SECTIONS = [
  { id: "flat", label: "Flat" },
  { id: "rect-tube", label: "Box tube" },
  { id: "round-tube", label: "Round tube" },
  { id: "angle", label: "Angle" },
  { id: "tee", label: "Tee" },
  { id: "i", label: "I" },
] as const;
type SectionKind = (typeof SECTIONS)[number]["id"];

const FIELDS = [
  { key: "depth_mm", label: "Depth, in the plane it bows", without: [] as SectionKind[] },
  { key: "width_mm", label: "Width across", without: ["round-tube"] as SectionKind[] },
  { key: "wall_mm", label: "Wall or web", without: ["flat"] as SectionKind[] },
  { key: "length_mm", label: "Length of the member", without: [] },
  { key: "leg_mm", label: "Leg of the fillet along it", without: [] },
  { key: "offset_mm", label: "Weld, height over the bottom", without: [] },
];

/** The weld as the straightening job keeps it, where it runs along a face of the member. */
function weldsOf({
  length_mm = 0,
  leg_mm = 0,
  offset_mm = 0,
  depth_mm = 0,
}: Record<string, number>) {
  if (offset_mm !== 0 && offset_mm !== depth_mm) return {};
  return {
    welds_said: `1 x ${length_mm} mm, leg ${leg_mm} mm`,
    welds: [{ count: 1, length_mm, pitch_mm: 0, start_mm: 0, leg_mm }],
  };
}

interface DistortionDialogProps {
  open: boolean;
  /** What the job already says, mm, by the fields of this form. */
  known: Record<string, number | null | undefined>;
  onClose: () => void;
}

export function DistortionDialog({ open, known, onClose }: DistortionDialogProps) {
  const units = useUnits();
  const [kind, setKind] = useState<SectionKind>("flat");
  const [own, setTyped] = useState<Record<string, string>>({});
  // What the job says stands there until something else is typed.
  const typed = {
    ...Object.fromEntries(
      Object.entries(known).flatMap(([key, mm]) =>
        mm == null ? [] : [[key, units.exact(mm, "mm")]],
      ),
    ),
    ...own,
  };
  const [unread, setUnread] = useState<{ field: string; error: unknown } | null>(null);
  const [read, setRead] = useState<Record<string, number>>({});
  const asked = FIELDS.filter((field) => !field.without.includes(kind));
  const reckon = useMutation({
    mutationFn: async () => {
      const mm: Record<string, number> = {};
      setUnread(null);
      for (const { key } of asked) {
        try {
          const body = { text: units.whole(typed[key] ?? "", "mm"), kind: "length" as const };
          mm[key] = (await answer(client.POST("/api/reckon/quantity", { body }))).values.value;
        } catch (error) {
          setUnread({ field: key, error });
          throw error;
        }
      }
      setRead(mm);
      const { depth_mm = 0, width_mm, wall_mm, length_mm = 0, leg_mm = 0, offset_mm = 0 } = mm;
      return answer(
        client.POST("/api/reckon/distortion", {
          body: {
            section: {
              kind,
              depth_mm,
              ...(width_mm !== undefined && { width_mm }),
              ...(wall_mm !== undefined && { wall_mm }),
            },
            length_mm,
            welds: [{ leg_mm, offset_mm, start_mm: 0 }],
          },
        }),
      );
    },
  });
  const values = reckon.data?.values;
  const cache = useQueryClient();
  const navigate = useNavigate();
  const make = useMutation({
    mutationFn: async (camberMm: number) => {
      const { depth_mm, width_mm, wall_mm } = read;
      return answer(
        client.POST("/api/jobs", {
          body: {
            kind: "straighten",
            name: "Straighten what the weld pulled",
            section: kind,
            depth_mm,
            ...(kind !== "flat" && width_mm !== undefined && { width_mm }),
            thickness_mm: kind === "flat" ? width_mm : wall_mm,
            length_mm: read.length_mm,
            camber_mm: camberMm,
            ...weldsOf(read),
          },
        }),
      );
    },
    onSuccess: async (job) => {
      await cache.invalidateQueries({ queryKey: ticketsQuery.queryKey });
      onClose();
      navigate(`/jobs/${job.id}?at=piece`);
    },
  });
  const most = Math.max(...(values?.plans.map((plan) => plan.high_mm) ?? [1]), 1e-9);
  const whole =
    reckon.error instanceof ProblemError && unread === null ? reckon.error.message : null;
  return (
    <Dialog
      open={open}
      onClose={onClose}
      title="How far will it bow?"
      about="A weld along a member pulls it hollow on its own side. Rival ways of making the same weld, side by side."
      at="top"
    >
      <form
        className="space-y-3"
        onSubmit={(event) => {
          event.preventDefault();
          event.stopPropagation();
          reckon.mutate();
        }}
      >
        <ToggleRow label="Section" value={kind} onChoose={setKind} choices={SECTIONS} />
        <div className="grid gap-3 sm:grid-cols-2">
          {asked.map(({ key, label }) => (
            <FormLine
              key={key}
              id={`bow-${key}`}
              label={label}
              fault={unread?.field === key ? faultOf(unread.error, "text") : null}
            >
              <input
                id={`bow-${key}`}
                className="field"
                placeholder={`such as 50 ${units.symbol("mm")}`}
                value={typed[key] ?? ""}
                onChange={(event) => setTyped({ ...own, [key]: event.target.value })}
              />
            </FormLine>
          ))}
        </div>
        {whole && (
          <p role="alert" className="text-stop">
            {whole}
          </p>
        )}
        <button className="button-main" disabled={reckon.isPending}>
          Compare
        </button>
      </form>
      {values && (
        <table
          className="mt-4 w-full border-separate border-spacing-y-1 text-left"
          aria-label="Rival plans"
        >
          <tbody>
            {values.plans.map((plan) => (
              <tr key={plan.id}>
                <th scope="row" className="w-2/5 pr-3 align-top font-medium">
                  {plan.label}
                  <span className="block text-sm font-normal text-mute">{plan.why}</span>
                </th>
                <td className="align-top">
                  <span className="font-narrow text-xl font-semibold tabular-nums">
                    {units.measure(plan.camber_mm, "mm", 2)}
                  </span>{" "}
                  <span className="text-mute">{units.span(plan.low_mm, plan.high_mm, "mm")}</span>
                  <span className="mt-1 block h-2 rounded bg-shade" aria-hidden="true">
                    <span
                      className="block h-2 rounded bg-steel"
                      style={{ width: `${(100 * plan.camber_mm) / most}%` }}
                    />
                  </span>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {values && values.camber_mm !== 0 && (
        <p className="mt-3">
          <button
            className="link min-h-9"
            disabled={make.isPending}
            onClick={() => make.mutate(Math.abs(values.camber_mm))}
          >
            Make a job to straighten {units.measure(Math.abs(values.camber_mm), "mm", 2)} of bow
          </button>
          {make.error && <span className="ml-3 text-stop">{make.error.message}</span>}
        </p>
      )}
      {reckon.data?.working?.slice(0, 1).map((line) => (
        <p key={line.name} className="mt-3 text-sm text-mute">
          {line.formula}; {line.inserted}. {line.source}. {line.note}.
        </p>
      ))}
    </Dialog>
  );
}
