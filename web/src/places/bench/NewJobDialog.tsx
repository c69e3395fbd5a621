import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useId, useState } from "react";
import { useNavigate } from "react-router";

import { answer, client, type JobLine, type OpenJob } from "../../api/client";
import { kindsQuery, metalsQuery, ticketsQuery } from "../../api/queries";
import { MetalPicker } from "../../figures/AnswerChooser";
import { Dialog } from "../../parts/Dialog";
import { SaidOf } from "../../parts/States";
import { JobLineField } from "./JobLineField";
import { JobFromFile } from "./JobFromFile";
import { KindTiles, MetalTiles } from "./NewJobTiles";
import { TemplateList } from "./TemplateList";

const UNKNOWN = "unknown";
const PICKER = {
  field: "alloy",
  question: "Which metal is it?",
  answers: [],
  picker: "metals",
} as const;

/** A new job: the metal in the hand, its name, what it is for. Sizes are typed on the drawing. */
export function NewJobDialog({ open, onClose }: { open: boolean; onClose: () => void }) {
  return (
    <Dialog open={open} onClose={onClose} title="New job" at="top">
      {open && <NewJob onClose={onClose} />}
    </Dialog>
  );
}

/** Said in one line, from a template, or chosen by its kind and its metal. */
export function NewJob({ onClose }: { onClose?: () => void }) {
  const cache = useQueryClient();
  const navigate = useNavigate();
  const id = useId();
  const [name, setName] = useState("");
  const [belongsTo, setBelongsTo] = useState("");
  const { data: kinds } = useQuery(kindsQuery);
  const [kind, setKind] = useState("seam");
  const unnamed = (kinds?.find((one) => one.id === kind)?.label ?? "a seam").toLowerCase();
  const post = (body: Record<string, unknown>) => answer(client.POST("/api/jobs", { body }));
  const added = async (job: OpenJob, begun = false) => {
    await cache.invalidateQueries({ queryKey: ticketsQuery.queryKey });
    onClose?.();
    navigate(`/jobs/${job.id}?at=piece`, { state: { fresh: true, begun } });
  };
  const add = useMutation({
    mutationFn: async (chosen: string | { line: JobLine; begun: boolean }) => {
      if (typeof chosen !== "string")
        return post({ ...chosen.line.document, ...(belongsTo && { belongs_to: belongsTo }) });
      const alloy = chosen;
      const metals = await cache.ensureQueryData(metalsQuery);
      const metal = metals.find((one) => one.id === alloy);
      return post({
        kind,
        name: name.trim() || `${metal?.name ?? "Unknown metal"}, ${unnamed}`.slice(0, 80),
        belongs_to: belongsTo,
        alloy,
        ...(alloy !== UNKNOWN && metal && { family: metal.family }),
      });
    },
    onSuccess: (job, chosen) => added(job, typeof chosen !== "string" && chosen.begun),
  });
  return (
    <div className="space-y-3">
      <JobLineField onAdd={(line, begun) => add.mutate({ line, begun })} adding={add.isPending} />
      <TemplateList onAdded={added} />
      <h3 className="border-t border-line pt-3 font-narrow text-lg font-semibold">Or choose it</h3>
      {kinds && <KindTiles kinds={kinds} value={kind} onChoose={setKind} />}
      <div className="grid gap-3 sm:grid-cols-2">
        <div>
          <label htmlFor={`${id}-name`}>What is it?</label>
          <input
            id={`${id}-name`}
            className="field"
            maxLength={80}
            placeholder="Cowl vent"
            value={name}
            onChange={(event) => setName(event.target.value)}
          />
        </div>
        <div>
          <label htmlFor={`${id}-for`}>Belongs to (may stay empty)</label>
          <input
            id={`${id}-for`}
            className="field"
            maxLength={80}
            value={belongsTo}
            onChange={(event) => setBelongsTo(event.target.value)}
          />
        </div>
      </div>
      <SaidOf error={add.error} />
      <MetalTiles onChoose={(alloy) => add.mutate(alloy)} />
      <MetalPicker
        focused={false}
        asks={{ ...PICKER, answers: [], chosen: null }}
        onAnswer={(alloy) => alloy !== null && add.mutate(alloy)}
      />
      <JobFromFile onAdded={added} />
    </div>
  );
}
