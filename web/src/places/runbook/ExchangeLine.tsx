import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";

import { sendFile } from "../../api/client";
import { FaultLines } from "../../parts/FaultLines";

/** The runs that are chosen, out as a file; another shop's, in. */
export function ExchangeLine({ address }: { address: URLSearchParams }) {
  const cache = useQueryClient();
  const [rename, setRename] = useState(true);
  const take = useMutation({
    mutationFn: (file: File) =>
      sendFile<{ new: number; known: number }>(`/api/book/import?rename=${rename}`, file),
    onSuccess: () => cache.invalidateQueries({ queryKey: ["runs"] }),
  });
  return (
    <section aria-label="Runs as files" className="mt-6 text-sm text-mute">
      <p className="flex flex-wrap items-center gap-x-5 gap-y-1">
        <span>
          What is chosen as{" "}
          <a className="link" href={`/api/book/export.csv?${address}`} download>
            CSV
          </a>{" "}
          or{" "}
          <a className="link" href={`/api/book/export.json?${address}`} download>
            JSON
          </a>
          , photos left out.
        </span>
        <label className="link inline-flex min-h-11 cursor-pointer items-center focus-within:outline-2 focus-within:outline-cone">
          Take in another shop’s JSON
          <input
            type="file"
            className="sr-only"
            accept=".json,application/json"
            disabled={take.isPending}
            onChange={(event) => {
              const file = event.target.files?.[0];
              event.target.value = "";
              if (file) take.mutate(file);
            }}
          />
        </label>
        <label className="flex min-h-11 cursor-pointer items-center gap-2">
          <input
            type="checkbox"
            className="size-4 accent-cone"
            checked={rename}
            onChange={() => setRename(!rename)}
          />
          without their people’s names
        </label>
      </p>
      <p role="status">
        {take.data &&
          `${take.data.new} taken in${take.data.known > 0 ? `, ${take.data.known} stood in the book already` : ""}.`}
      </p>
      <FaultLines error={take.error} />
    </section>
  );
}
