import { useQuery } from "@tanstack/react-query";
import { Link, useParams, useSearchParams } from "react-router";

import type { Procedure } from "../../api/client";
import { procedureQuery } from "../../api/book_queries";
import { PaperLinks } from "../../parts/PaperLinks";
import { Away, Waiting } from "../../parts/States";
import { PlaceTitle } from "../../parts/PlaceTitle";

/** One procedure, in the version asked for: set-up, order, notes, how it should look. */
export default function ProcedurePlace() {
  const { number = "" } = useParams();
  const [search] = useSearchParams();
  const version = Number(search.get("version")) || undefined;
  const { data: procedure, error, refetch } = useQuery(procedureQuery(Number(number), version));
  if (error && !procedure) return <Away error={error} onRetry={() => void refetch()} />;
  if (!procedure) return <Waiting what="the procedure" />;
  const newest = procedure.versions[0];
  return (
    <article className="mx-auto w-full max-w-4xl p-4">
      <p className="text-sm">
        <Link className="link" to="/runs/procedures">
          Shop procedures
        </Link>
      </p>
      <PlaceTitle
        title={`${procedure.number} ${procedure.name}, revision ${procedure.version}`}
        className="mt-1"
      />
      <p className="text-mute">
        For {procedure.piece}; offered for {procedure.for_mm}. Signed by {procedure.signed_by},{" "}
        {procedure.signed_at.slice(0, 10)}.
      </p>
      {procedure.version !== newest && (
        <p className="my-2 border-l-4 border-warn bg-warn-soft px-3 py-2">
          An older revision, kept as it was.{" "}
          <Link className="link" to={`/runs/procedures/${procedure.number}`}>
            Revision {newest} is the newest
          </Link>
        </p>
      )}
      <div data-screen-only className="my-2 flex flex-wrap items-center gap-x-5">
        <Link className="link" to={`/runs/${procedure.run_id}`}>
          The run it came from
        </Link>
        <PaperLinks
          path={`/api/procedures/${procedure.number}/card.pdf?version=${procedure.version}`}
          what="card"
        />
        {procedure.versions
          .filter((one) => one !== procedure.version)
          .map((one) => (
            <Link
              key={one}
              className="link"
              to={`/runs/procedures/${procedure.number}?version=${one}`}
            >
              Revision {one}
            </Link>
          ))}
      </div>
      <div className="mt-3 grid gap-6 md:grid-cols-2">
        <Lines head="Set-up" lines={procedure.text.set_up ?? []} />
        <div className="space-y-5">
          <Lines head="Order" lines={procedure.text.order ?? []} />
          {procedure.text.notes && (
            <section>
              <h2 className="font-semibold">Notes</h2>
              <p className="whitespace-pre-wrap">{procedure.text.notes}</p>
            </section>
          )}
          {procedure.text.photo_id && (
            <img
              src={`/api/photos/${procedure.text.photo_id}`}
              alt="How it should look"
              className="w-full rounded border border-line"
            />
          )}
        </div>
      </div>
    </article>
  );
}

function Lines({ head, lines }: { head: string; lines: NonNullable<Procedure["text"]["set_up"]> }) {
  if (lines.length === 0) return null;
  return (
    <section>
      <h2 className="font-semibold">{head}</h2>
      <dl className="panel mt-1 divide-y divide-line">
        {lines.map((line) => (
          <div key={line.label} className="flex justify-between gap-4 px-4 py-2">
            <dt className="text-mute">{line.label}</dt>
            <dd className="text-right font-medium">
              {line.text}
              {line.measured && <span className="block text-sm text-mute">measured</span>}
            </dd>
          </div>
        ))}
      </dl>
    </section>
  );
}
