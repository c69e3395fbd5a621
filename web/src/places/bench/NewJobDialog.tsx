import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useId, useState } from "react";
import { useNavigate } from "react-router";

import { answer, client } from "../../api/client";
import { kindsQuery, metalsQuery, ticketsQuery } from "../../api/queries";
import { MetalPicker } from "../../figures/AnswerChooser";
import { Dialog } from "../../parts/Dialog";
import { ToggleRow } from "../../parts/ToggleRow";

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
    <Dialog
      open={open}
      onClose={onClose}
      title="New job"
      about="Start from what is in the hand: name the job, then tap its metal. Sizes follow on the drawing."
      at="top"
    >
      {open && <NewJob onClose={onClose} />}
    </Dialog>
  );
}

function NewJob({ onClose }: { onClose: () => void }) {
  const cache = useQueryClient();
  const navigate = useNavigate();
  const id = useId();
  const [name, setName] = useState("");
  const [belongsTo, setBelongsTo] = useState("");
  const { data: kinds } = useQuery(kindsQuery);
  const [kind, setKind] = useState("seam");
  const unnamed = (kinds?.find((one) => one.id === kind)?.label ?? "a seam").toLowerCase();
  const add = useMutation({
    mutationFn: async (alloy: string) => {
      const metals = await cache.ensureQueryData(metalsQuery);
      const metal = metals.find((one) => one.id === alloy);
      return answer(
        client.POST("/api/jobs", {
          body: {
            kind,
            name: name.trim() || `${metal?.name ?? "Unknown metal"}, ${unnamed}`.slice(0, 80),
            belongs_to: belongsTo,
            alloy,
            ...(alloy !== UNKNOWN && metal && { family: metal.family }),
          },
        }),
      );
    },
    onSuccess: async (job) => {
      await cache.invalidateQueries({ queryKey: ticketsQuery.queryKey });
      onClose();
      navigate(`/jobs/${job.id}?at=piece`, { state: { fresh: true } });
    },
  });
  return (
    <div className="space-y-3">
      {kinds && (
        <ToggleRow label="Which kind of job?" value={kind} onChoose={setKind} choices={kinds} />
      )}
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
      {add.error && (
        <p role="alert" className="text-stop">
          {add.error.message}
        </p>
      )}
      <MetalPicker
        asks={{ ...PICKER, answers: [], chosen: null }}
        onAnswer={(alloy) => alloy !== null && add.mutate(alloy)}
      />
    </div>
  );
}
