"""The rack: what the shop owns, read from typing and files, and what stands out about it."""

from collections.abc import Mapping, Sequence
from typing import Any, Literal
from uuid import uuid4

from sqlalchemy.orm import Session

from pellak.core.answer.errors import Refused
from pellak.core.answer.working import Record
from pellak.core.gas.cylinders import (
    CONTINUOUS_SHARE,
    CylindersAnswer,
    cylinders_to_couple,
)
from pellak.core.reading.measures import System
from pellak.core.rig.equipment import Equipment
from pellak.core.rig.files import FileKind, ReadRack, read_rack, write_rack
from pellak.core.rig.form_fields import RackField, rack_fields
from pellak.core.rig.item_line import read_item_line
from pellak.core.rig.items import RackItem, read_item
from pellak.core.rig.newest import COMMON_FLOW_L_PER_H, check_newest, content_now
from pellak.core.rig.stock import RodTaken, take_rods
from pellak.core.torch.candidates import usable_band
from pellak.core.torch.rack_tip import RackTip
from pellak.shop.clock import Clock
from pellak.shop.errors import NotFound, Stale
from pellak.store.database import Database
from pellak.store.rack import Rack
from pellak.store.tables import RackItemRow

NEUTRAL_RATIO = 1.05


class OwnedItem(Record):
    """An item with its id, version and age; a tip or head with its usable flows; a cylinder with
    its content; a head with how many of the shop's acetylene cylinders its least flow couples."""

    id: str
    version: int
    item: RackItem
    age: Literal["", "undated", "old"] = ""
    band_low_l_per_h: float | None = None
    band_high_l_per_h: float | None = None
    gas: CylindersAnswer | None = None
    at_flow_l_per_h: float = COMMON_FLOW_L_PER_H
    couple: int | None = None
    draw_limit_l_per_h: float | None = None


class FormField(Record):
    """One field of a form."""

    field: str
    label: str
    read_as: str
    unit: str
    choices: list[str]
    named: list[str]
    asks: str


class RackForm(Record):
    """A kind of item with its fields, as a form asks for them."""

    kind: str
    label: str
    fields: list[FormField]


class TakenIn(Record):
    """What an import came to."""

    added: int
    changed: int
    same: int
    left_out: list[str]


def rack_forms() -> list[RackForm]:
    """Return the kinds with their fields, in the order of the page."""
    kinds: dict[str, list[RackField]] = {}
    for field in rack_fields():
        kinds.setdefault(field.kind, []).append(field)
    return [
        RackForm(
            kind=kind,
            label=fields[0].kind_label,
            fields=[
                FormField(
                    field=f.field,
                    label=f.label,
                    read_as=f.read_as,
                    unit=f.unit,
                    choices=list(f.choices),
                    named=list(f.named),
                    asks=f.asks,
                )
                for f in fields
            ],
        )
        for kind, fields in kinds.items()
    ]


def _owned(row: RackItemRow, shop: Equipment) -> OwnedItem:
    item = read_item(row.document)
    low = high = gas = couple = limit = None
    if item.kind == "tip":
        band = usable_band(item.orifice_mm, NEUTRAL_RATIO, item.jets)
        low, high = band.low, band.high
    if item.kind == "head":
        low, high = item.acetylene_low_l_per_h, item.acetylene_high_l_per_h
        full = [c.full_m3 for c in shop.cylinders("acetylene")]
        couple = cylinders_to_couple(max(full), high, None) if full else None
        limit = 1000 * max(full) * CONTINUOUS_SHARE if full else None
    if item.kind == "cylinder":
        gas = content_now(item, COMMON_FLOW_L_PER_H)
    return OwnedItem(
        id=row.item_id,
        version=row.version,
        item=item,
        age=shop.age_of(item),
        band_low_l_per_h=low,
        band_high_l_per_h=high,
        gas=gas,
        couple=couple,
        draw_limit_l_per_h=limit,
    )


class RackBook:
    """The use cases of the rack. Each opens and closes its own transaction."""

    def __init__(self, database: Database, clock: Clock) -> None:
        self._database = database
        self._clock = clock

    def items(self) -> list[OwnedItem]:
        """Return everything in the rack, in the order it was added."""
        with self._database.reading() as session:
            rows = Rack(session).items()
            shop = Equipment(tuple(read_item(row.document) for row in rows), self._today())
            return [_owned(row, shop) for row in rows]

    def tips(self) -> list[RackTip]:
        """Return the tips as the reckoners take them."""
        with self._database.reading() as session:
            return Equipment(tuple(read_item(r.document) for r in Rack(session).items())).tips

    def add(self, document: Mapping[str, Any]) -> OwnedItem:
        """Put an item in the rack; measures may be typed text."""
        item = read_item(document)
        self._believed(item, document)
        with self._database.transaction() as session:
            _not_twice(session, item, None)
            return self._shown(self._keep(session, item))

    def add_line(self, line: str, system: System) -> OwnedItem:
        """Put the thing a line says in the rack."""
        with self._database.transaction() as session:
            standing = [read_item(row.document) for row in Rack(session).items()]
            item = read_item(read_item_line(line, system, standing))
            _not_twice(session, item, None)
            return self._shown(self._keep(session, item))

    def change(self, item_id: str, version: int, document: Mapping[str, Any]) -> OwnedItem:
        """Save an item anew; fields left out stay as they are."""
        with self._database.transaction() as session:
            row = _row(session, item_id)
            if row.version != version:
                raise Stale("item", version, row.version, self._shown(row))
            item = read_item({**row.document, **document, "kind": row.kind})
            self._believed(item, document)
            _not_twice(session, item, item_id)
            row.name = item.name
            row.document = item.model_dump(mode="json")
            row.version += 1
            return self._shown(row)

    def archive(self, item_id: str) -> None:
        """Take an item out of the rack. `restore` undoes it."""
        with self._database.transaction() as session:
            _row(session, item_id).deleted_at = self._clock()

    def restore(self, item_id: str) -> OwnedItem:
        """Put an item that was taken out back in."""
        with self._database.transaction() as session:
            row = _row(session, item_id)
            _not_twice(session, read_item(row.document), item_id)
            row.deleted_at = None
            return self._shown(row)

    def preview_import(self, body: bytes) -> ReadRack:
        """Return what a rack file holds, saving nothing."""
        return read_rack(body)

    def take_in(self, body: bytes) -> TakenIn:
        """Keep every item of a file: new ones added, those of the same name changed."""
        read = read_rack(body)
        with self._database.transaction() as session:
            standing = {(row.kind, row.name): row for row in Rack(session).items()}
            counts = {"added": 0, "changed": 0, "same": 0}
            for item in read.items:
                row = standing.get((item.kind, item.name))
                document = item.model_dump(mode="json")
                if row is None:
                    self._keep(session, item)
                    counts["added"] += 1
                elif read_item(row.document) == item:
                    counts["same"] += 1
                else:
                    row.document = document
                    row.version += 1
                    counts["changed"] += 1
        return TakenIn(**counts, left_out=read.left_out)

    def write_out(self, kind: FileKind) -> str:
        """Return the rack as a file that reads back the same."""
        with self._database.reading() as session:
            return write_rack([read_item(r.document) for r in Rack(session).items()], kind)

    def _keep(self, session: Session, item: RackItem) -> RackItemRow:
        row = RackItemRow(
            item_id=uuid4().hex[:12],
            kind=item.kind,
            name=item.name,
            document=item.model_dump(mode="json"),
            version=1,
            added_at=self._clock(),
        )
        Rack(session).add(row)
        session.flush()
        return row

    def _shown(self, row: RackItemRow) -> OwnedItem:
        return _owned(row, Equipment(today=self._today()))

    def _believed(self, item: RackItem, stated: Mapping[str, Any]) -> None:
        """Refuse what was told and cannot be: a reading, a date still to come."""
        if stated.get("readings") and item.kind == "cylinder":
            check_newest(item)
        dated = getattr(item, "dated", None)
        if stated.get("dated") and dated is not None and dated > self._today():
            raise Refused("dated", dated, "a day up to today, such as 2024-05-01")

    def _today(self) -> str:
        return self._clock().date().isoformat()


def _not_twice(session: Session, item: RackItem, item_id: str | None) -> None:
    twins: Sequence[RackItemRow] = [
        row
        for row in Rack(session).items()
        if (row.kind, row.name) == (item.kind, item.name) and row.item_id != item_id
    ]
    if twins:
        raise Refused("name", item.name, f"a name no other {item.kind} in the rack has")


def _row(session: Session, item_id: str) -> RackItemRow:
    row = Rack(session).find(item_id)
    if row is None:
        raise NotFound("item", item_id)
    return row


def weigh_out(session: Session, wanted: Sequence[RodTaken]) -> list[RodTaken]:
    """Take rods out of the stock they come from; return what was taken from which."""
    if not wanted:
        return []
    rows = {row.item_id: row for row in Rack(session).items()}
    changed, taken = take_rods({i: read_item(r.document) for i, r in rows.items()}, wanted)
    for item_id, item in changed.items():
        rows[item_id].document = item.model_dump(mode="json")
        rows[item_id].version += 1
    return taken


def put_out_of_use(session: Session, why: str) -> None:
    """Mark torch, hoses and arrestors out of use, until somebody says they were examined."""
    for row in Rack(session).items():
        if "out_of_use" in type(read_item(row.document)).model_fields:
            row.document = {**row.document, "out_of_use": why}
            row.version += 1
