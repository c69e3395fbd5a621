import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useId, useState } from "react";
import { useNavigate } from "react-router";

import { answer, client } from "../../api/client";
import { ticketsQuery } from "../../api/queries";
import { Dialog } from "../../parts/Dialog";

const FIRST_NAME = "Butt seam, low-carbon sheet";

/** A new job: its name, and what it is for. The sizes are typed on the drawing. */
export function NewJobDialog({ open, onClose }: { open: boolean; onClose: () => void }) {
  const cache = useQueryClient();
  const navigate = useNavigate();
  const id = useId();
  const [name, setName] = useState(FIRST_NAME);
  const [belongsTo, setBelongsTo] = useState("");
  const add = useMutation({
    mutationFn: () =>
      answer(client.POST("/api/jobs", { body: { kind: "seam", name, belongs_to: belongsTo } })),
    onSuccess: async (job) => {
      await cache.invalidateQueries({ queryKey: ticketsQuery.queryKey });
      onClose();
      setName(FIRST_NAME);
      setBelongsTo("");
      navigate(`/jobs/${job.id}`);
    },
  });
  return (
    <Dialog
      open={open}
      onClose={onClose}
      title="New job"
      about="A butt seam in low-carbon sheet, planned so far; other metals and joints are to come. Type the thickness and length on its drawing."
    >
      <form
        className="space-y-4"
        onSubmit={(event) => {
          event.preventDefault();
          add.mutate();
        }}
      >
        <div>
          <label htmlFor={`${id}-name`}>What is it?</label>
          <input
            id={`${id}-name`}
            className="field"
            required
            maxLength={80}
            value={name}
            onFocus={(event) => event.target.select()}
            onChange={(event) => setName(event.target.value)}
          />
        </div>
        <div>
          <label htmlFor={`${id}-for`}>What does it belong to? (may stay empty)</label>
          <input
            id={`${id}-for`}
            className="field"
            maxLength={80}
            value={belongsTo}
            onChange={(event) => setBelongsTo(event.target.value)}
          />
        </div>
        {add.error && (
          <p role="alert" className="text-stop">
            {add.error.message}
          </p>
        )}
        <button className="button-main" disabled={add.isPending}>
          Put it on the bench
        </button>
      </form>
    </Dialog>
  );
}
