// The jobs beside the bench: found by words, of one kind, in an order, archived ones too.
import { useInfiniteQuery, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { NavLink } from "react-router";

import type { Ticket } from "../../api/client";
import { type JobsAsked, kindsQuery, marksQuery, isEveryJob, ticketsOf } from "../../api/queries";
import { useNotify } from "../../parts/Notices";
import { useSettled } from "../../parts/useSettled";
import { STATUS } from "./status";
import { changedSinceSeen } from "./useSeen";
import { usePutAway } from "./usePutAway";

const ORDERS: ReadonlyArray<{ id: JobsAsked["order"]; label: string }> = [
  { id: "oldest", label: "Oldest" },
  { id: "newest", label: "Newest" },
  { id: "name", label: "A to Z" },
];
const ARCHIVED = "archived";

export function JobRail({ shown, onNew }: { shown: string | undefined; onNew: () => void }) {
  const [words, setWords] = useState("");
  const [show, setShow] = useState("");
  const [order, setOrder] = useState<JobsAsked["order"]>("oldest");
  const settled = useSettled(words) ?? "";
  const archived = show === ARCHIVED;
  const asked: JobsAsked = { words: settled, kind: archived ? "" : show, archived, order };
  const { data: tickets, hasNextPage, fetchNextPage } = useInfiniteQuery(ticketsOf(asked));
  const { data: kinds } = useQuery(kindsQuery);
  const { data: marks } = useQuery(marksQuery);
  return (
    <nav
      aria-label="Jobs on the bench"
      className="border-line bg-paper px-3 py-2 md:sticky md:top-[var(--head)] md:h-[calc(100vh-var(--head))] md:w-52 md:shrink-0 md:overflow-y-auto md:border-r md:py-3"
    >
      <div className="mb-2 flex items-center gap-2">
        <input
          type="search"
          aria-label="Find a job"
          placeholder="Find a job"
          className="field min-w-0"
          maxLength={80}
          value={words}
          onChange={(event) => setWords(event.target.value)}
        />
        <button className="button shrink-0 font-semibold" onClick={onNew}>
          + New
        </button>
      </div>
      <div className="mb-2 hidden gap-1 text-sm md:flex">
        <select
          aria-label="Which jobs"
          className="field min-w-0 px-1"
          value={show}
          onChange={(event) => setShow(event.target.value)}
        >
          <option value="">All kinds</option>
          {kinds?.map((kind) => (
            <option key={kind.id} value={kind.id}>
              {kind.label}
            </option>
          ))}
          <option value={ARCHIVED}>Archived</option>
        </select>
        <select
          aria-label="In which order"
          className="field min-w-0 px-1"
          value={order}
          onChange={(event) => setOrder(event.target.value as JobsAsked["order"])}
        >
          {ORDERS.map(({ id, label }) => (
            <option key={id} value={id}>
              {label}
            </option>
          ))}
        </select>
      </div>
      {tickets?.length === 0 && !isEveryJob(asked) && (
        <p className="text-sm text-mute">
          {archived ? "Nothing is archived." : "No job of that description."}
        </p>
      )}
      <ul className="flex gap-2 overflow-x-auto pb-1 md:flex-col md:overflow-visible">
        {tickets?.map((ticket) => (
          <li key={ticket.id} className="max-w-44 shrink-0 md:max-w-none">
            {archived ? (
              <ArchivedTicket ticket={ticket} />
            ) : (
              <TicketLink
                ticket={ticket}
                here={ticket.id === shown}
                changed={changedSinceSeen(ticket.id, marks?.marks[ticket.id])}
              />
            )}
          </li>
        ))}
        {hasNextPage && (
          <li className="shrink-0">
            <button className="button w-full" onClick={() => void fetchNextPage()}>
              More jobs
            </button>
          </li>
        )}
      </ul>
      {isEveryJob(asked) ? null : (
        <button
          className="link mt-1 min-h-9 text-sm"
          onClick={() => {
            setWords("");
            setShow("");
            setOrder("oldest");
          }}
        >
          All jobs again
        </button>
      )}
    </nav>
  );
}

interface TicketLinkProps {
  ticket: Ticket;
  here: boolean;
  changed: boolean;
}

function TicketLink({ ticket, here, changed }: TicketLinkProps) {
  const status = STATUS[ticket.status];
  return (
    <NavLink
      to={`/jobs/${ticket.id}`}
      aria-current={here ? "page" : undefined}
      className={`block h-full rounded-md rounded-tr-2xl border border-l-8 px-3 py-2 ${ticket.status === "done" ? "border-l-good" : "border-l-steel"} ${
        here ? "border-ink bg-panel" : "border-line bg-panel/60"
      }`}
    >
      <span className="block font-semibold max-md:truncate">{ticket.name}</span>
      <span className="hidden text-sm text-mute md:block">{ticket.line}</span>
      {status && (
        <span
          className={`block text-sm font-semibold ${ticket.status === "done" ? "text-mute" : "text-cone"}`}
        >
          {status}
        </span>
      )}
      {!here && changed && (
        <span className="block text-sm font-semibold text-cone">plan changed</span>
      )}
    </NavLink>
  );
}

function ArchivedTicket({ ticket }: { ticket: Ticket }) {
  const away = usePutAway();
  const notify = useNotify();
  return (
    <div className="rounded-md border border-dashed border-line px-3 py-2">
      <span className="block font-semibold">{ticket.name}</span>
      <span className="block text-sm text-mute">{ticket.line}</span>
      <button
        className="link min-h-9 text-sm"
        aria-label={`Restore ${ticket.name}`}
        onClick={() =>
          void away.bringBack(ticket.id).catch((error: Error) => notify(error.message))
        }
      >
        Restore it
      </button>
    </div>
  );
}
