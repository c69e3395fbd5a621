"""The metals: the catalogue and the shop's own heats, read from certificates and written out."""

from collections.abc import Mapping, Sequence
from typing import Any
from uuid import uuid4

from pydantic import ValidationError
from sqlalchemy.orm import Session

from pellak.core.answer.errors import Refused, refusals
from pellak.core.answer.working import Record
from pellak.core.metal.alloy import Metal, alloys, metal_named
from pellak.core.metal.certificate import (
    Certificate,
    checked_certificate,
    find_alloy,
    own_metal,
    read_amount,
    read_line,
)
from pellak.core.metal.certificate_files import FileKind, ReadFile, read_file, write_file
from pellak.core.preheat.metal_page import MetalLine, MetalPage, metal_line, metal_page
from pellak.shop.clock import Clock
from pellak.shop.errors import NotFound
from pellak.shop.planning import own_metals
from pellak.store.database import Database
from pellak.store.heat_lots import HeatLots
from pellak.store.tables import HeatLotRow


class Imported(Record):
    """What an import came to: heats taken, heats that stood there already, things left out."""

    added: list[MetalLine]
    already_there: list[str]
    left_out: list[str]


def certificate_from(document: Mapping[str, Any]) -> Certificate:
    """Return the certificate typed into the form: amounts as text by element, or a pasted line.

    Raises Refused naming the field.
    """
    alloy = find_alloy(str(document.get("alloy", "")), "alloy").id
    line = str(document.get("line", "")).strip()
    typed = document.get("amounts") or {}
    amounts = read_line(line) if line else {}
    for element, text in typed.items():
        if str(text).strip():
            amounts[element] = read_amount(str(text), f"amounts.{element}")
    try:
        certificate = Certificate(
            heat=str(document.get("heat", "")),
            alloy=alloy,
            note=str(document.get("note", "")),
            amounts=amounts,
        )
    except ValidationError as error:
        raise refusals(error)[0] from None
    return checked_certificate(certificate)


class Metals:
    """The use cases of the metals' place."""

    def __init__(self, database: Database, clock: Clock) -> None:
        self._database = database
        self._clock = clock

    def lines(self) -> list[MetalLine]:
        """Return the shop's own heats, newest first, then the catalogue."""
        with self._database.reading() as session:
            own = own_metals(session)
            kept = [own[row.metal_id] for row in HeatLots(session).kept()]
        return [metal_line(metal) for metal in (*reversed(kept), *alloys().values())]

    def page(self, metal_id: str) -> MetalPage:
        """Return a metal's page."""
        with self._database.reading() as session:
            return metal_page(_metal(session, metal_id))

    def add(self, document: Mapping[str, Any]) -> MetalLine:
        """Keep a heat that was typed or pasted."""
        with self._database.transaction() as session:
            taken, there = self._take(session, [certificate_from(document)])
        if there:
            raise Refused("heat", there[0], "a heat that is not kept already")
        return metal_line(taken[0])

    def keep(self, certificate: Certificate) -> str:
        """Keep a heat that came with a job; return its id, that of the same heat kept already."""
        with self._database.transaction() as session:
            taken, _ = self._take(session, [checked_certificate(certificate)])
            if taken:
                return taken[0].id
            return next(r.metal_id for r in HeatLots(session).kept() if r.heat == certificate.heat)

    def preview_import(self, body: bytes) -> ReadFile:
        """Return what a certificate file holds, saving nothing."""
        return read_file(body)

    def take_in(self, body: bytes) -> Imported:
        """Keep every heat of a certificate file; all of it, or none where anything is wrong."""
        read = read_file(body)
        with self._database.transaction() as session:
            taken, there = self._take(session, read.certificates)
        return Imported(
            added=[metal_line(metal) for metal in taken],
            already_there=there,
            left_out=read.left_out,
        )

    def write_out(self, kind: FileKind) -> str:
        """Return the shop's own heats as a file that reads back the same."""
        with self._database.reading() as session:
            kept = [Certificate.model_validate(r.certificate) for r in HeatLots(session).kept()]
        return write_file(kept, kind)

    def archive(self, metal_id: str) -> None:
        """Take a heat out of the list; jobs that name it keep it. `restore` undoes it."""
        with self._database.transaction() as session:
            _row(session, metal_id).deleted_at = self._clock()

    def restore(self, metal_id: str) -> MetalLine:
        """Put a heat that was put away back in the list."""
        with self._database.transaction() as session:
            row = _row(session, metal_id)
            twins = [r for r in HeatLots(session).kept() if r.heat == row.heat]
            if any(twin.metal_id != metal_id for twin in twins):
                raise Refused("heat", row.heat, "a heat number no other heat in the list has")
            row.deleted_at = None
            return metal_line(_metal(session, metal_id))

    def _take(
        self, session: Session, certificates: Sequence[Certificate]
    ) -> tuple[list[Metal], list[str]]:
        """Keep the certificates that are new; return them, and the heats that stood already."""
        standing = {
            row.heat: Certificate.model_validate(row.certificate)
            for row in HeatLots(session).kept()
        }
        taken, there = [], []
        for certificate in certificates:
            same = standing.get(certificate.heat)
            if same is not None and same != certificate:
                raise Refused(
                    "heat",
                    certificate.heat,
                    "a heat number that does not stand for another analysis already; put that one "
                    "away first",
                )
            if same is not None:
                there.append(certificate.heat)
                continue
            metal_id = f"heat-{uuid4().hex[:10]}"
            HeatLots(session).add(
                HeatLotRow(
                    metal_id=metal_id,
                    heat=certificate.heat,
                    alloy=certificate.alloy,
                    certificate=certificate.model_dump(mode="json"),
                    entered_at=self._clock(),
                )
            )
            taken.append(own_metal(certificate, metal_id))
        return taken, there


def _metal(session: Session, metal_id: str) -> Metal:
    try:
        return metal_named(metal_id, own_metals(session))
    except Refused:
        raise NotFound("metal", metal_id) from None


def _row(session: Session, metal_id: str) -> HeatLotRow:
    row = HeatLots(session).find(metal_id)
    if row is None:
        raise NotFound("heat", metal_id)
    return row
