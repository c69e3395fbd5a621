import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";

import { answer, client, type GasSum } from "../../api/client";
import { basicsQuery, gasQuery, schoolsQuery } from "../../api/queries";
import { ToggleRow } from "../../parts/ToggleRow";
import { useUnits } from "../../shell/settings";

/** Gas over time, and the one limit that is the region's: acetylene pressure. */
export function GasSection() {
  const units = useUnits();
  const cache = useQueryClient();
  const { data: gas } = useQuery(gasQuery);
  const left = gas?.jobs_to_reckon ?? 0;
  const { data: basics } = useQuery(basicsQuery);
  const { data: schools } = useQuery(schoolsQuery);
  const setLimit = useMutation({
    mutationFn: (limit: "general" | "strict") =>
      answer(client.PATCH("/api/shop/schools", { body: { acetylene_limit: limit } })),
    onSuccess: async () => {
      await cache.invalidateQueries({ queryKey: schoolsQuery.queryKey });
      await cache.invalidateQueries({ queryKey: ["job"] });
    },
  });
  return (
    <section aria-label="Gas" className="panel p-4 lg:col-span-2">
      <h2 className="mb-2 font-narrow text-lg font-semibold">Gas</h2>
      <div className="grid gap-4 md:grid-cols-3">
        {(gas?.sums ?? []).map((sum) => (
          <Sum key={sum.gas} sum={sum} left={left} />
        ))}
        <div>
          <p className="mb-1 text-sm text-mute">Acetylene pressure limit of your region</p>
          <ToggleRow
            label="Acetylene pressure limit"
            value={schools?.acetylene_limit ?? "general"}
            onChoose={(limit) => setLimit.mutate(limit)}
            choices={(["general", "strict"] as const).map((id) => ({
              id,
              label: units.stated(basics?.acetylene_limits_bar[id] ?? 0, "bar"),
            }))}
          />
          <p className="mt-1 text-sm text-mute">
            No plan ever sets more, flowing or static. Ask your gas supplier which holds.
          </p>
        </div>
      </div>
    </section>
  );
}

const ENOUGH = { true: "enough", false: "not enough", null: "perhaps enough: weigh them" } as const;

function Sum({ sum, left }: { sum: GasSum; left: number }) {
  const units = useUnits();
  const name = sum.gas === "acetylene" ? "Acetylene" : "Oxygen";
  return (
    <div>
      <p className="text-sm text-mute">{name} in the rack</p>
      <p className="font-narrow text-xl font-semibold tabular-nums">
        {sum.held_m3 == null ? "not read" : units.measure(sum.held_m3, "m³", 2)}{" "}
        <span className="text-sm font-normal text-mute">
          {units.span(sum.held_low_m3, sum.held_high_m3, "m³")}
        </span>
      </p>
      <p className="text-sm text-mute">
        the jobs on the bench want {units.measure(sum.wanted_m3 * 1000, "L", 2)}:{" "}
        {left > 0
          ? `so far, ${left} jobs still to reckon`
          : sum.held_m3 == null
            ? "read a cylinder"
            : ENOUGH[String(sum.enough) as keyof typeof ENOUGH]}
      </p>
      <p className="text-sm text-mute">
        burnt in 30 days: {units.measure(sum.used_m3 * 1000, "L", 3)} in {sum.used_runs} timed runs
        {sum.used_cost != null && `, cost ${sum.used_cost.toFixed(2)}`}
      </p>
      {sum.low.length > 0 && (
        <p className="text-sm font-semibold text-stop">Running low: {sum.low.join(", ")}</p>
      )}
    </div>
  );
}
