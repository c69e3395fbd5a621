import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useId, useState } from "react";
import { useNavigate } from "react-router";

import { answer, client, faultOf } from "../../api/client";
import { draftQuery } from "../../api/book_queries";
import { Dialog } from "../../parts/Dialog";

interface SignDialogProps {
  runId: string;
  who: string;
  onClose: () => void;
}

/** A run made a procedure: its name, what to heed, who answers for it. */
export function SignDialog({ runId, who, onClose }: SignDialogProps) {
  const id = useId();
  const navigate = useNavigate();
  const cache = useQueryClient();
  const { data: draft, error: refused } = useQuery({ ...draftQuery(runId), retry: false });
  const [name, setName] = useState<string | null>(null);
  const [notes, setNotes] = useState<string | null>(null);
  const [signedBy, setSignedBy] = useState(who);
  const [betters, setBetters] = useState("");
  const sign = useMutation({
    mutationFn: () =>
      answer(
        client.POST("/api/runs/{run_id}/procedure", {
          params: { path: { run_id: runId } },
          body: {
            name: name ?? draft?.name ?? "",
            notes: notes ?? draft?.text.notes ?? "",
            signed_by: signedBy,
            number: betters ? Number(betters) : null,
          },
        }),
      ),
    onSuccess: async (made) => {
      // Every job of such a piece is offered it.
      await cache.invalidateQueries();
      void navigate(`/runs/procedures/${made.number}`);
    },
  });
  const box = (field: string, label: string, value: string, set: (text: string) => void) => {
    const wrong = faultOf(sign.error, field);
    return (
      <div>
        <label className="block" htmlFor={`${id}-${field}`}>
          {label}
        </label>
        <input
          id={`${id}-${field}`}
          className={`field min-h-11 w-full ${wrong ? "border-stop" : ""}`}
          maxLength={field === "name" ? 80 : 60}
          aria-invalid={wrong !== null}
          value={value}
          onChange={(event) => set(event.target.value)}
        />
        {wrong && (
          <p role="alert" className="text-stop">
            {wrong}
          </p>
        )}
      </div>
    );
  };
  return (
    <Dialog
      open
      onClose={onClose}
      title="Make it a shop procedure"
      about="Set-up and order as this run had them. It is offered on the next job of the same metal, joint and thickness."
      at="top"
    >
      {refused && (
        <p role="alert" className="text-stop">
          {faultOf(refused, "run") ?? refused.message}
        </p>
      )}
      {draft && (
        <form
          className="space-y-3"
          onSubmit={(event) => {
            event.preventDefault();
            sign.mutate();
          }}
        >
          {draft.betters.length > 0 && (
            <div>
              <label className="block" htmlFor={`${id}-betters`}>
                A new one, or better than one there is?
              </label>
              <select
                id={`${id}-betters`}
                className="field min-h-11 w-full"
                value={betters}
                onChange={(event) => setBetters(event.target.value)}
              >
                <option value="">A new procedure</option>
                {draft.betters.map((line) => (
                  <option key={line.number} value={line.number}>
                    The next revision of {line.number}, {line.name}
                  </option>
                ))}
              </select>
            </div>
          )}
          {box("name", "Its name", name ?? draft.name, setName)}
          <div>
            <label className="block" htmlFor={`${id}-notes`}>
              What to heed
            </label>
            <textarea
              id={`${id}-notes`}
              className="field min-h-20 w-full py-2"
              maxLength={2000}
              value={notes ?? draft.text.notes ?? ""}
              onChange={(event) => setNotes(event.target.value)}
            />
          </div>
          {box("signed_by", "Signed by", signedBy, setSignedBy)}
          <button className="button-main min-h-12 w-full" disabled={sign.isPending}>
            Sign it
          </button>
        </form>
      )}
    </Dialog>
  );
}
