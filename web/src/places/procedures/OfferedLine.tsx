import { Link } from "react-router";

import type { OpenJob } from "../../api/client";

/** The shop's own procedures for a piece like this one; nothing where there is none. */
export function OfferedLine({ offered }: { offered: OpenJob["offered"] }) {
  if (offered.length === 0) return null;
  return (
    <p className="flex flex-wrap items-baseline gap-x-4 text-sm">
      <span className="text-mute">Done here before:</span>
      {offered.map((line) => (
        <Link key={line.number} className="link" to={`/runs/procedures/${line.number}`}>
          {line.name}, revision {line.version}
        </Link>
      ))}
    </p>
  );
}
