import { useState } from "react";

import type { Facet } from "../../api/client";
import type { FacetId } from "../../api/wanted";

interface FacetPanelProps {
  facets: readonly Facet[];
  label: (facet: FacetId, value: string, label: string) => string;
  /** As the address has it: a tick stands at once, its count when the answer has come. */
  isChosen: (facet: FacetId, value: string) => boolean;
  onToggle: (facet: FacetId, value: string) => void;
}

const SHOWN = 6;

/** Ways to tell runs apart, each value with how many there are of it. */
export function FacetPanel({ facets, ...rest }: FacetPanelProps) {
  return (
    <div className="space-y-4">
      {facets
        .filter((facet) => facet.values.length > 1 || facet.values.some((one) => one.chosen))
        .map((facet) => (
          <OneFacet key={facet.id} facet={facet} {...rest} />
        ))}
    </div>
  );
}

function OneFacet({ facet, ...rest }: Omit<FacetPanelProps, "facets"> & { facet: Facet }) {
  const [whole, setWhole] = useState(false);
  const { values } = facet;
  const more = values.length - SHOWN;
  // What is chosen is never folded away.
  const all = whole || values.slice(SHOWN).some((one) => rest.isChosen(facet.id, one.value));
  return (
    <fieldset>
      <legend className="font-semibold">{facet.label}</legend>
      <Values facet={facet} values={all ? values : values.slice(0, SHOWN)} {...rest} />
      {more > 0 && !all && (
        <button type="button" className="link min-h-9 text-sm" onClick={() => setWhole(true)}>
          {more} more
        </button>
      )}
    </fieldset>
  );
}

type ValuesProps = Omit<FacetPanelProps, "facets"> & { facet: Facet; values: Facet["values"] };

function Values({ facet, values, label, isChosen, onToggle }: ValuesProps) {
  return values.map((one) => (
    <label
      key={one.value}
      className="flex min-h-9 cursor-pointer items-center gap-2 rounded px-1 hover:bg-shade"
    >
      <input
        type="checkbox"
        className="size-4 accent-cone"
        checked={isChosen(facet.id, one.value)}
        onChange={() => onToggle(facet.id, one.value)}
      />
      <span className="min-w-0 flex-1">{label(facet.id, one.value, one.label)}</span>
      <span className="text-sm text-mute tabular-nums">{one.count}</span>
    </label>
  ));
}
