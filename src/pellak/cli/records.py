"""The shop's records at the shell: demo, backup, restore, salvage."""

import argparse
import sys
from datetime import UTC, datetime
from pathlib import Path

from pellak.core.answer.errors import Refused
from pellak.store.database import Database
from pellak.store.errors import Unusable
from pellak.store.form import FILE_NAME
from pellak.store.health import QUICK_CHECK_S, check_file
from pellak.store.keeping import BACKUPS, back_up, kept_backups
from pellak.store.restoring import ASIDE, refuse_unfinished
from pellak.store.restoring import restore as put_back
from pellak.store.salvage import salvage as read_out
from pellak.store.serving_lock import ServingLock


def checked(folder: Path) -> None:
    """Look at the records before they are opened.

    Raises Unusable saying what is wrong, and which commands and backups help.
    """
    standing = folder / FILE_NAME
    refuse_unfinished(folder)
    if not standing.exists() or _never_begun(standing):
        return
    try:
        finished = check_file(standing, whole=False, within_s=QUICK_CHECK_S)
    except Unusable as unusable:
        backups = kept_backups(folder)
        newest = f"; the newest backup is {backups[-1]}" if backups else "; there is no backup"
        damaged = "damaged" in str(unusable)
        helps = (
            f"; `pellak salvage --data {folder} NEW.sqlite` reads what can be read"
            if damaged
            else ""
        )
        raise Unusable(f"{unusable}{helps}{newest if damaged else ''}") from None
    if not finished:
        print("pellak: the records are large; opened without a full check", file=sys.stderr)


def _never_begun(standing: Path) -> bool:
    """Return whether a file is only a first start that was cut short: empty, and nothing else of
    any records beside it."""
    folder = standing.parent
    other = (folder / BACKUPS).exists() or any(folder.glob(f"{ASIDE}*"))
    return standing.stat().st_size == 0 and not other and not any(folder.glob(f"{FILE_NAME}-*"))


def demo(args: argparse.Namespace) -> None:
    """Load the demo data, once."""
    from pellak.demo.ferry import load_demo
    from pellak.shop.bench import Bench
    from pellak.shop.clock import now_utc
    from pellak.shop.metals import Metals
    from pellak.shop.rack import RackBook
    from pellak.shop.run_book import RunBook

    checked(args.data)
    database = Database(args.data)
    loaded = load_demo(
        database,
        Bench(database, now_utc),
        RunBook(database, now_utc),
        RackBook(database, now_utc),
        Metals(database, now_utc),
    )
    database.close()
    print("Demo data loaded." if loaded else "Demo data was loaded before; left as it is.")


def backup(args: argparse.Namespace) -> None:
    """Copy the records to a file; the server may run."""
    back_up(args.data / FILE_NAME, args.file)
    print(f"Backed up to {args.file}")


def restore(args: argparse.Namespace) -> None:
    """Put a backup in place; what stood there is set aside."""
    standing = args.data / FILE_NAME
    if standing.exists() and not args.replace:
        raise Refused("data", str(standing), "an empty folder, or --replace to set it aside")
    if not args.file.is_file():
        raise Refused("file", str(args.file), "a file that exists")
    from pellak.shop.whole_records import check_records

    left_out: list[str] = []

    def check(folder: Path) -> None:
        left_out.extend(check_records(folder, leave_out=args.leave_out))

    with ServingLock(args.data):
        aside = put_back(args.file, args.data, datetime.now(UTC), check)
    for line in left_out:
        print(f"LEFT OUT  {line}")
    print(f"Restored into {args.data}")
    if aside is not None:
        print(f"What stood there is {aside}")


def salvage(args: argparse.Namespace) -> None:
    """Read what a damaged file still holds into a new one, and say what is lost."""
    found = read_out(args.data / FILE_NAME, args.file)
    for table, rows in sorted(found.rows.items()):
        print(f"{table:<16} {rows} rows read")
    for lost in found.lost:
        print(f"LOST  {lost}")
    print(f"Written to {args.file}; `pellak restore --replace` puts it in place")
