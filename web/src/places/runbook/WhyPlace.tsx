import { useQuery } from "@tanstack/react-query";
import { useId, useState } from "react";

import { answer, client, type MetalFamily } from "../../api/client";
import { signsAloneQuery } from "../../api/book_queries";
import { kindsQuery } from "../../api/queries";
import { useBookWords } from "./useBookWords";
import { FaultFinder } from "../benchmode/FaultFinder";
import { BookTabs } from "./BookTabs";
import { PlaceTitle } from "../../parts/PlaceTitle";

/** Why it goes wrong, with no run at hand: what is seen, on which work and metal. */
export default function WhyPlace() {
  const id = useId();
  const { called } = useBookWords();
  const [kind, setKind] = useState("seam");
  const [family, setFamily] = useState<MetalFamily | "">("");
  const { data: kinds } = useQuery(kindsQuery);
  const { data: signs } = useQuery(signsAloneQuery(kind, family));
  const find = (seen: readonly string[]) =>
    answer(
      client.POST("/api/faults", { body: { kind, family: family || null, signs: [...seen] } }),
    );
  return (
    <article className="mx-auto w-full max-w-3xl p-4">
      <BookTabs />
      <PlaceTitle title="Why it goes wrong" className="mt-1" />
      <p className="text-mute">
        Asked from a run, at the bench or in the book, it knows the set-up too and ranks better.
      </p>
      <div className="my-4 flex flex-wrap gap-4">
        <div>
          <label className="block" htmlFor={`${id}-kind`}>
            What is done
          </label>
          <select
            id={`${id}-kind`}
            className="field min-h-11 w-60"
            value={kind}
            onChange={(event) => setKind(event.target.value)}
          >
            {(kinds ?? []).map((one) => (
              <option key={one.id} value={one.id}>
                {one.label}
              </option>
            ))}
          </select>
        </div>
        <div>
          <label className="block" htmlFor={`${id}-metal`}>
            On which metal
          </label>
          <select
            id={`${id}-metal`}
            className="field min-h-11 w-60"
            value={family}
            onChange={(event) => setFamily(event.target.value as MetalFamily | "")}
          >
            <option value="">any</option>
            {called.metals.map((one) => (
              <option key={one.id} value={one.id}>
                {one.label}
              </option>
            ))}
          </select>
        </div>
      </div>
      <h2 className="sr-only">Signs, and what may be behind them</h2>
      <FaultFinder
        key={`${kind} ${family}`}
        signs={signs ?? []}
        tried={[]}
        find={find}
        onTried={null}
        onBack={null}
      />
    </article>
  );
}
