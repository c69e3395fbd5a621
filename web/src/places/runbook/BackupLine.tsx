import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";

import { backupsQuery } from "../../api/queries";
import { dayAndTime } from "./dates";

/** How old the newest backup is, and the way to all of them. */
export function BackupLine() {
  const { data: backups } = useQuery(backupsQuery);
  if (!backups) return null;
  return (
    <p className="mt-6 flex flex-wrap items-center gap-x-3 gap-y-1 text-sm text-mute">
      <span>
        {backups.newest_at === null
          ? "No backup yet; one is made each day while Pellak runs."
          : `Backed up ${dayAndTime(backups.newest_at)}.`}
      </span>
      <Link className="link" to="/settings">
        Backups and settings
      </Link>
    </p>
  );
}
