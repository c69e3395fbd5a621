// That the last backup failed stands on every page until one was made again.
import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";

import { backupsQuery } from "../api/queries";

export function BackupBar() {
  const { data: state } = useQuery(backupsQuery);
  if (!state?.last_failure) return null;
  return (
    <aside
      aria-label="Backup failed"
      className="border-b border-warn bg-warn-soft px-4 py-2 break-words"
    >
      <strong className="font-semibold">Last backup failed:</strong> {state.last_failure}.{" "}
      <Link className="link" to="/settings">
        Backups
      </Link>
    </aside>
  );
}
