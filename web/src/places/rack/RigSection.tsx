// The rig that every run shares: what bars its light, whose torch may burn, what befell it last.
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useId, useState } from "react";
import { Link } from "react-router";

import { answer, client, faultOf, type RigView } from "../../api/client";
import { flamesQuery, rigQuery } from "../../api/queries";
import { FormLine } from "../../parts/FormLine";
import { Waiting } from "../../parts/States";
import { dayAndTime } from "../runbook/dates";

const ENDS = {
  examined: {
    label: "Found and done",
    button: "Examined: it may be lit again",
  },
  "cause-mended": {
    label: "The cause, and how it was mended",
    button: "Mended: it may be lit again",
  },
} as const;

type LinePart = RigView["line_parts"][number]["part"];

const at = (seconds: number) => dayAndTime(new Date(1000 * seconds).toISOString());

export function RigSection() {
  const { data: rig } = useQuery(rigQuery);
  if (!rig) return <Waiting what="the rig" />;
  const ends = rig.ends_by as keyof typeof ENDS | null;
  return (
    <section
      aria-label="The rig"
      className={`panel p-4 lg:col-span-2 ${rig.barred ? "border-l-4 border-l-stop" : ""}`}
    >
      <h2 className="font-narrow text-lg font-semibold">The rig</h2>
      {rig.barred ? (
        <p className="mt-1 font-semibold text-stop">Do not light: {rig.barred}</p>
      ) : (
        <p className="mt-1 text-mute">Nothing told of it bars the light.</p>
      )}
      {ends && <EndForm key={ends} what={ends} parts={rig.line_parts} />}
      <Flames rig={rig} />
      {rig.newest.length > 0 && (
        <details className="mt-3">
          <summary className="link min-h-9 cursor-pointer">What befell it last</summary>
          <ol className="mt-2 divide-y divide-line">
            {rig.newest.map((line) => (
              <li key={line.id} className="flex flex-wrap gap-x-4 py-1">
                <span className="w-40 text-mute">{at(line.at_s)}</span>
                <span>{line.label}</span>
                {line.who && <span className="text-mute">{line.who}</span>}
                {line.finding && <span className="w-full text-mute">{line.finding}</span>}
              </li>
            ))}
          </ol>
        </details>
      )}
    </section>
  );
}

function useReport() {
  const cache = useQueryClient();
  return useMutation({
    mutationFn: (body: { what: "examined" | "cause-mended" | "out"; who: string } & Extra) =>
      answer(
        client.POST("/api/rig/reports", {
          body: { finding: "", run_id: "", looked_at: [], ...body },
        }),
      ),
    onSuccess: (view) => {
      cache.setQueryData<RigView>(rigQuery.queryKey, view);
      // What a run is held to is read by it anew.
      void cache.invalidateQueries();
    },
  });
}

interface Extra {
  finding?: string;
  run_id?: string;
  looked_at?: LinePart[];
}

/** Who looked and what they found, by which a bar ends: never a bare press. */
function EndForm({ what, parts }: { what: keyof typeof ENDS; parts: RigView["line_parts"] }) {
  const id = useId();
  const [who, setWho] = useState("");
  const [finding, setFinding] = useState("");
  const [lookedAt, setLookedAt] = useState<readonly LinePart[]>([]);
  const report = useReport();
  const fault = (field: string) => faultOf(report.error, field);
  const elsewhere = report.error && !fault("who") && !fault("finding") && !fault("looked_at");
  return (
    <form
      className="mt-3 grid max-w-2xl gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        report.mutate({ what, who, finding, looked_at: [...lookedAt] });
      }}
    >
      <FormLine id={`${id}-who`} label="Who looked at it" fault={fault("who")}>
        <input
          id={`${id}-who`}
          className="field w-full"
          value={who}
          maxLength={60}
          onChange={(event) => setWho(event.target.value)}
        />
      </FormLine>
      {what === "examined" && (
        <fieldset>
          <legend>Each of them examined, or a new one fitted</legend>
          <div className="grid sm:grid-cols-2">
            {parts.map(({ part, name }) => (
              <label key={part} className="flex min-h-11 items-center gap-3">
                <input
                  type="checkbox"
                  className="size-6"
                  checked={lookedAt.includes(part)}
                  onChange={(event) =>
                    setLookedAt(
                      event.target.checked
                        ? [...lookedAt, part]
                        : lookedAt.filter((one) => one !== part),
                    )
                  }
                />
                <span className="first-letter:uppercase">{name}</span>
              </label>
            ))}
          </div>
          {fault("looked_at") && (
            <p role="alert" className="text-stop">
              {fault("looked_at")}
            </p>
          )}
        </fieldset>
      )}
      <FormLine id={`${id}-finding`} label={ENDS[what].label} fault={fault("finding")}>
        <textarea
          id={`${id}-finding`}
          className="field w-full"
          rows={2}
          value={finding}
          maxLength={400}
          onChange={(event) => setFinding(event.target.value)}
        />
      </FormLine>
      <p>
        <button className="button" disabled={report.isPending}>
          {ENDS[what].button}
        </button>
      </p>
      {elsewhere && (
        <p role="alert" className="text-stop">
          {report.error.message}
        </p>
      )}
    </form>
  );
}

/** Whose torch may burn; one whose run the book does not hold any more is told out here. */
function Flames({ rig }: { rig: RigView }) {
  const id = useId();
  const { data: flames } = useQuery(flamesQuery);
  const [who, setWho] = useState("");
  const report = useReport();
  const known = new Map((flames ?? []).map((line) => [line.run_id, line.job_name]));
  return rig.flames.map((flame) => (
    <div key={flame.run_id} className="mt-3">
      <p>
        <strong className="font-semibold text-stop">A torch may be burning</strong>, lit{" "}
        {at(flame.at_s)}
        {flame.who && ` by ${flame.who}`}
        {known.has(flame.run_id) && (
          <>
            :{" "}
            <Link className="link" to={`/runs/${flame.run_id}/bench`}>
              {known.get(flame.run_id)}
            </Link>
          </>
        )}
      </p>
      {flames && !known.has(flame.run_id) && (
        <form
          className="mt-1 flex flex-wrap items-end gap-3"
          onSubmit={(event) => {
            event.preventDefault();
            report.mutate({ what: "out", who, run_id: flame.run_id });
          }}
        >
          <FormLine
            id={id}
            label="Its run is not in the book. Who saw that it is out?"
            fault={faultOf(report.error, "who") ?? report.error?.message ?? null}
          >
            <input
              id={id}
              className="field"
              value={who}
              maxLength={60}
              onChange={(event) => setWho(event.target.value)}
            />
          </FormLine>
          <button className="button">It is out</button>
        </form>
      )}
    </div>
  ));
}
