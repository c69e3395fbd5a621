import { useInfiniteQuery, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";

import {
  answer,
  client,
  type OwnedItem,
  type RackForm,
  type ReadRack,
  type TakenIn,
} from "../../api/client";
import { jobQuery, rackFormsQuery, rackQuery, ticketsQuery } from "../../api/queries";
import { Dialog } from "../../parts/Dialog";
import { FlowLadder } from "../../drawings/FlowLadder";
import { useNotify } from "../../parts/Notices";
import { Away, Waiting } from "../../parts/States";
import { useWidth } from "../../parts/useWidth";
import { FileDialog } from "../../parts/FileDialog";
import { useUnits } from "../../shell/settings";
import { CylinderLevel } from "./CylinderLevel";
import { GasSection } from "./GasSection";
import { ItemDialog } from "./ItemDialog";
import { itemParts } from "./itemText";
import { RackLines } from "./RackLines";
import { ReachSection } from "./ReachSection";
import { RigSection } from "./RigSection";
import { TipNumberDialog } from "./TipNumberDialog";
import { PlaceTitle } from "../../parts/PlaceTitle";

/** What the shop really owns: tips on their ladder, cylinders as levels, everything else in lists. */
export default function RackPlace() {
  const { data: items, error, refetch } = useQuery(rackQuery);
  const { data: forms } = useQuery(rackFormsQuery);
  const [editing, setEditing] = useState<{ form: RackForm; item: OwnedItem | null } | null>(null);
  const [importing, setImporting] = useState(false);
  const [many, setMany] = useState(false);
  // A rack that was empty is written down where it stands, to the end.
  const [began, setBegan] = useState<boolean | null>(null);
  if (items && began === null) setBegan(items.length === 0);
  if (error && !items) return <Away error={error} onRetry={() => void refetch()} />;
  if (!items || !forms) return <Waiting what="the rack" />;
  return (
    <div className="mx-auto w-full max-w-6xl p-4">
      <div className="mb-4 flex flex-wrap items-end justify-between gap-4">
        <div>
          <PlaceTitle title="Rack" />
          <p className="text-mute">What the shop really owns. Plans choose from it.</p>
        </div>
        <p className="flex flex-wrap gap-4">
          <button className="link min-h-9" onClick={() => setMany(true)}>
            + Several
          </button>
          <button className="link min-h-9" onClick={() => setImporting(true)}>
            Import
          </button>
          <span className="self-center text-mute">
            Export:{" "}
            <a className="link" href="/api/rack/export?kind=csv" download="rack.csv">
              CSV
            </a>{" "}
            ·{" "}
            <a className="link" href="/api/rack/export?kind=json" download="rack.json">
              JSON
            </a>
          </span>
        </p>
      </div>
      {began && (
        <section aria-label="What do you own?" className="panel mb-4 p-4">
          <h2 className="mb-2 font-narrow text-lg font-semibold">What do you own?</h2>
          <RackLines forms={forms} />
        </section>
      )}
      <div className="grid grid-cols-1 items-start gap-4 lg:grid-cols-2">
        <RigSection />
        <ReachSection />
        <GasSection />
        {forms.map((form) => (
          <KindSection
            key={form.kind}
            form={form}
            items={items.filter((owned) => owned.item.kind === form.kind)}
            onEdit={(item) => setEditing({ form, item })}
          />
        ))}
      </div>
      {editing && (
        <ItemDialog form={editing.form} owned={editing.item} onClose={() => setEditing(null)} />
      )}
      {many && (
        <Dialog
          open
          onClose={() => setMany(false)}
          title="What do you own?"
          about="Typed in one go; every box of it can be filled later."
          at="top"
        >
          <RackLines forms={forms} />
          <button className="button-main mt-3 w-full" onClick={() => setMany(false)}>
            Done
          </button>
        </Dialog>
      )}
      <FileDialog<ReadRack, TakenIn>
        open={importing}
        onClose={() => setImporting(false)}
        title="Import a rack"
        about="A CSV or JSON file as the export writes it. Items of the same kind and name are changed, others added; everything in it is taken, or nothing."
        label="Rack file"
        lookInto="/api/rack/preview"
        take="/api/rack/import"
        queryKey={rackQuery.queryKey}
        read={(held) => held.items.map((item) => ({ name: item.name, about: item.kind }))}
        summary={(came) => `${came.added} added, ${came.changed} changed, ${came.same} the same`}
      />
    </div>
  );
}

interface KindSectionProps {
  form: RackForm;
  items: readonly OwnedItem[];
  onEdit: (item: OwnedItem | null) => void;
}

function KindSection({ form, items, onEdit }: KindSectionProps) {
  return (
    <section
      aria-label={form.label}
      className={`panel p-4 ${form.kind === "tip" || form.kind === "cylinder" ? "lg:col-span-2" : ""}`}
    >
      <div className="mb-2 flex items-center justify-between gap-3">
        <h2 className="font-narrow text-lg font-semibold">{form.label}</h2>
        <span className="flex gap-4">
          {form.kind === "tip" && <TipWithoutBore />}
          <button
            className="link min-h-9"
            aria-label={`Add to ${form.label}`}
            onClick={() => onEdit(null)}
          >
            + Add
          </button>
        </span>
      </div>
      {form.kind === "tip" && <TipLadder items={items} />}
      {items.length === 0 && <p className="text-mute">None in the rack yet.</p>}
      <ul
        className={
          form.kind === "cylinder"
            ? "grid gap-4 sm:grid-cols-2 xl:grid-cols-3"
            : form.kind === "tip"
              ? "grid gap-x-8 md:grid-cols-2"
              : "divide-y divide-line"
        }
      >
        {items.map((owned) => (
          <li key={owned.id}>
            {form.kind === "cylinder" ? (
              <CylinderLevel
                owned={owned}
                onEdit={() => onEdit(owned)}
                putAway={<PutAway owned={owned} />}
              />
            ) : (
              <ItemLine form={form} owned={owned} onEdit={() => onEdit(owned)} />
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}

function TipWithoutBore() {
  const [open, setOpen] = useState(false);
  return (
    <>
      <button className="link min-h-9" onClick={() => setOpen(true)}>
        A number, no bore?
      </button>
      {open && <TipNumberDialog onClose={() => setOpen(false)} />}
    </>
  );
}

function TipLadder({ items }: { items: readonly OwnedItem[] }) {
  const [ref, width] = useWidth<HTMLDivElement>();
  const { data: tickets } = useInfiniteQuery(ticketsQuery);
  const [chosen, setChosen] = useState<string | null>(null);
  const jobId = chosen ?? tickets?.[0]?.id ?? "";
  const { data: job } = useQuery({ ...jobQuery(jobId), enabled: jobId !== "" });
  const ladder = job?.plan.ladder;
  const rungs = items
    .flatMap(({ item, band_low_l_per_h: low, band_high_l_per_h: high }) =>
      item.kind === "tip" && low != null && high != null
        ? [{ label: item.name, boreMm: item.orifice_mm, low, high }]
        : [],
    )
    .sort((a, b) => a.boreMm - b.boreMm);
  return (
    <div ref={ref} className="mb-3">
      {(tickets ?? []).length > 0 && (
        <label className="mb-1 flex flex-wrap items-center gap-2 text-sm text-mute">
          Flow of
          <select
            className="field w-auto"
            value={jobId}
            onChange={(event) => setChosen(event.target.value)}
          >
            {(tickets ?? []).map((ticket) => (
              <option key={ticket.id} value={ticket.id}>
                {ticket.name}
              </option>
            ))}
          </select>
          {ladder?.steerable_low_l_per_h != null && "shaded: where its puddle can be steered"}
        </label>
      )}
      <FlowLadder
        rungs={rungs}
        width={width}
        wanted={ladder?.wanted_l_per_h ?? null}
        steerable={
          ladder?.steerable_low_l_per_h != null && ladder.steerable_high_l_per_h != null
            ? [ladder.steerable_low_l_per_h, ladder.steerable_high_l_per_h]
            : null
        }
      />
    </div>
  );
}

function ItemLine({
  form,
  owned,
  onEdit,
}: {
  form: RackForm;
  owned: OwnedItem;
  onEdit: () => void;
}) {
  const units = useUnits();
  const parts = itemParts(form, owned, units);
  return (
    <div className="flex items-start justify-between gap-3 py-1.5">
      <div>
        <span className="font-semibold">{owned.item.name}</span>
        <span className="block text-sm text-mute">{parts.join(" · ")}</span>
        {owned.age === "old" && (
          <span className="block text-sm font-semibold text-stop">
            Past its age: have it tested or replace it.
          </span>
        )}
        {owned.age === "undated" && (
          <span className="block text-sm text-mute">No date: look for one on it.</span>
        )}
        {owned.couple != null && owned.couple > 1 && (
          <span className="block text-sm font-semibold text-stop">
            At its greatest it wants {owned.couple} of your largest acetylene cylinders coupled, or
            a smaller head: one cylinder gives {units.atMost(owned.draw_limit_l_per_h ?? 0, "L/h")}.
          </span>
        )}
        {owned.item.note && <span className="block text-sm text-mute">{owned.item.note}</span>}
      </div>
      <span className="flex shrink-0 gap-3">
        <button className="link min-h-9" aria-label={`Edit ${owned.item.name}`} onClick={onEdit}>
          edit
        </button>
        <PutAway owned={owned} />
      </span>
    </div>
  );
}

function PutAway({ owned }: { owned: OwnedItem }) {
  const cache = useQueryClient();
  const notify = useNotify();
  const path = { item_id: owned.id };
  const again = () => cache.invalidateQueries({ queryKey: rackQuery.queryKey });
  const putAway = useMutation({
    mutationFn: () => answer(client.DELETE("/api/rack/{item_id}", { params: { path } })),
    onSuccess: async () => {
      await again();
      notify(`“${owned.item.name}” was taken out of the rack.`, {
        label: "Restore it",
        run: async () => {
          await answer(client.POST("/api/rack/{item_id}/restore", { params: { path } }));
          await again();
        },
      });
    },
    onError: (error) => notify(error.message),
  });
  return (
    <button
      className="link min-h-9"
      aria-label={`Take out ${owned.item.name}`}
      onClick={() => putAway.mutate()}
    >
      take out
    </button>
  );
}
