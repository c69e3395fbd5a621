import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useSearchParams } from "react-router";

import { runsAtQuery } from "../../api/book_queries";
import { kindsQuery, SHORTEST_SEARCH, signsQuery } from "../../api/queries";
import { Away, Waiting } from "../../parts/States";
import { useSettled } from "../../parts/useSettled";
import { BookTabs } from "./BookTabs";
import { BackupLine } from "./BackupLine";
import { ExchangeLine } from "./ExchangeLine";
import { FacetPanel } from "./FacetPanel";
import { RunList } from "./RunList";
import { useBookWords } from "./useBookWords";
import { chosenCount, toggled, wantedOf, withEntry, type FacetId } from "../../api/wanted";
import { PlaceTitle } from "../../parts/PlaceTitle";

const TWO = 2;

/** Every run, planned beside actual: found by words and by what tells runs apart. */
export default function RunBook() {
  const { data: signs } = useQuery(signsQuery);
  const { data: kinds } = useQuery(kindsQuery);
  const { called } = useBookWords();
  const [search, setSearch] = useSearchParams();
  const [typed, setTyped] = useState(search.get("words") ?? "");
  const [narrowing, setNarrowing] = useState(false);
  const [picked, setPicked] = useState<readonly string[]>([]);
  const settled = useSettled(typed.trim());
  const words = settled.length >= SHORTEST_SEARCH ? settled : "";
  const wanted = { ...wantedOf(search), words };
  const {
    data: found,
    error,
    refetch,
  } = useQuery({
    ...runsAtQuery(wanted, 0),
    // While it is narrowed the last answer stays in sight.
    placeholderData: keepPreviousData,
  });
  if (error && !found) return <Away error={error} onRetry={() => void refetch()} />;
  if (!found) return <Waiting what="the run book" />;
  const label = (sign: string) => signs?.find((one) => one.id === sign)?.label ?? sign;
  const facetLabel = (facet: FacetId, value: string, said: string) =>
    facet === "sign"
      ? label(value)
      : facet === "kind"
        ? (kinds?.find((one) => one.id === value)?.label ?? value)
        : said;
  // At once: a tick that waits for the page to be drawn anew looks as if it was not taken.
  const change = (next: URLSearchParams) => setSearch(next, { replace: true, flushSync: true });
  const chosen = chosenCount(wanted);
  const narrowed = chosen > 0 || words !== "" || !!wanted.first || !!wanted.last;
  const address = new URLSearchParams(search);
  if (words) address.set("words", words);
  const facets = (
    <>
      <FacetPanel
        facets={found.facets}
        label={facetLabel}
        isChosen={(facet, value) => wanted[facet]?.includes(value) ?? false}
        onToggle={(facet, value) => change(toggled(search, facet, value))}
      />
      <fieldset className="mt-4 grid gap-2">
        <legend className="font-semibold">When</legend>
        {(["first", "last"] as const).map((name) => (
          <label key={name} className="flex items-center justify-between gap-2 text-sm">
            {name === "first" ? "from" : "until"}
            <input
              type="date"
              className="field w-40"
              value={search.get(name) ?? ""}
              onChange={(event) => change(withEntry(search, name, event.target.value))}
            />
          </label>
        ))}
      </fieldset>
    </>
  );
  return (
    <div className="mx-auto w-full max-w-[84rem] p-4">
      <BookTabs search={String(address)} />
      <div className="mb-4 flex flex-wrap items-end justify-between gap-4">
        <PlaceTitle title="Run book" />
        <div className="flex flex-wrap gap-3">
          <select
            aria-label="In which order"
            className="field w-60"
            value={wanted.sort ?? "newest"}
            onChange={(event) => change(withEntry(search, "sort", event.target.value))}
          >
            {called.sorts.map((one) => (
              <option key={one.id} value={one.id}>
                {one.label}
              </option>
            ))}
          </select>
          <input
            type="search"
            aria-label="Search the run book"
            placeholder="Search job, person, sign or notes"
            className="field w-72"
            value={typed}
            onChange={(event) => setTyped(event.target.value)}
          />
        </div>
      </div>
      <div className="grid gap-6 lg:grid-cols-[15rem_1fr]">
        <aside aria-label="Tell runs apart" className="hidden lg:block">
          {facets}
        </aside>
        <div className="min-w-0">
          <div className="panel mb-3 px-4 lg:hidden">
            <button
              className="min-h-11 w-full py-2.5 text-left"
              aria-expanded={narrowing}
              onClick={() => setNarrowing(!narrowing)}
            >
              Tell runs apart{chosen > 0 && `: ${chosen} chosen`}
            </button>
            {narrowing && <div className="pb-4">{facets}</div>}
          </div>
          <div className="mb-2 flex min-h-9 flex-wrap items-center gap-x-5 gap-y-1" role="status">
            <span>
              {found.total} {found.total === 1 ? "run" : "runs"}
              {narrowed && " found"}
            </span>
            {narrowed && (
              <button
                className="link min-h-9"
                onClick={() => {
                  setTyped("");
                  change(new URLSearchParams());
                }}
              >
                Show all
              </button>
            )}
            {typed.trim() !== "" && typed.trim().length < SHORTEST_SEARCH && (
              <span className="text-sm text-mute">Three signs at least find something.</span>
            )}
            {picked.length > 0 && (
              <span className="flex items-center gap-3">
                {picked.length === TWO ? (
                  <Link className="link" to={`/runs/beside/${picked.join("/")}`}>
                    Lay the two side by side
                  </Link>
                ) : (
                  "Pick one more to compare."
                )}
              </span>
            )}
          </div>
          {found.total === 0 && !narrowed && (
            <p className="panel p-6">
              No runs yet. Take a job to the bench; when it is finished and logged it stands here.
            </p>
          )}
          {found.total === 0 && narrowed && (
            <p className="panel p-6">
              {words ? `No run names “${words}”` : "No run is like that"}
              {words && chosen > 0 && " among those chosen"}.
            </p>
          )}
          {found.total > 0 && (
            <RunList
              wanted={wanted}
              total={found.total}
              label={label}
              picked={picked}
              onPick={(run) =>
                setPicked((all) =>
                  all.includes(run) ? all.filter((one) => one !== run) : [...all, run].slice(-TWO),
                )
              }
            />
          )}
          <ExchangeLine address={address} />
          <BackupLine />
        </div>
      </div>
    </div>
  );
}
