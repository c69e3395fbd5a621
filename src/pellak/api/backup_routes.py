"""Backups over HTTP: how they stand, made, taken away, looked into and put in place."""

from functools import partial
from typing import Any

from fastapi import APIRouter
from fastapi.responses import StreamingResponse
from pydantic import BaseModel
from starlette.exceptions import HTTPException

from pellak.api.long_work import LongWork
from pellak.api.problems import documented
from pellak.shop.backup_parcel import parcel
from pellak.shop.backups import BackupLine, Backups, BackupsKept, BackupState
from pellak.shop.restore_desk import Restored, RestoreDesk
from pellak.shop.whole_records import WouldChange, would_change
from pellak.store.database import Database

ZIP_ANSWER: dict[int | str, dict[str, Any]] = {200: {"content": {"application/zip": {}}}}


class BackupShelf(BaseModel):
    """Every backup beside the records, the newest first, and what became of the last restore that
    was asked for here."""

    backups: list[BackupLine]
    restored: Restored | None


def backup_router(
    backups: Backups, database: Database, desk: RestoreDesk | None, long_work: LongWork
) -> APIRouter:
    """Return the routes of backups; without a desk nothing can be restored from the page."""
    router = APIRouter(prefix="/api/shop/backups", tags=["shop"], responses=documented())

    @router.get("", operation_id="get_backup_state")
    def get_backup_state() -> BackupState:
        """When the last backup was made, where, and what went wrong."""
        return backups.state()

    @router.patch("", operation_id="keep_backups")
    def keep_backups(wanted: BackupsKept) -> BackupState:
        """Set how many backups are kept."""
        return backups.keep(wanted)

    @router.post("", operation_id="back_up_now", status_code=201)
    async def back_up_now() -> BackupState:
        """Make a backup now."""
        return await long_work.listed(backups.make)

    @router.get("/files", operation_id="list_backups")
    def list_backups() -> BackupShelf:
        """The backups, the newest first."""
        return BackupShelf(backups=backups.lines(), restored=desk.last if desk else None)

    @router.get(
        "/files/{name}",
        operation_id="download_backup",
        response_class=StreamingResponse,
        responses={**documented(404), **ZIP_ANSWER},
    )
    def download_backup(name: str) -> StreamingResponse:
        """A backup, as a ZIP file."""
        file = backups.file(name)
        named = f'attachment; filename="{file.stem}.zip"'
        return StreamingResponse(
            parcel(file), media_type="application/zip", headers={"Content-Disposition": named}
        )

    @router.get("/files/{name}/changes", operation_id="preview_restore", responses=documented(404))
    async def preview_restore(name: str) -> WouldChange:
        """What a restore of this backup would change; nothing is done."""
        return await long_work.listed(partial(would_change, database, backups.file(name)))

    @router.post(
        "/files/{name}/restore",
        operation_id="restore_backup",
        status_code=202,
        responses=documented(404, 501),
    )
    def restore_backup(name: str) -> BackupLine:
        """Restore a backup; the server begins anew."""
        file = backups.file(name)
        if desk is None:
            raise HTTPException(501, "This Pellak is restored by the command `pellak restore`.")
        desk.ask(file)
        return next(line for line in backups.lines() if line.name == name)

    return router
