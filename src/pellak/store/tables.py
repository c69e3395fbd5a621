"""The tables. Columns hold what is searched; documents are JSON checked above this layer."""

from datetime import UTC, datetime
from typing import Any

from sqlalchemy import JSON, BigInteger, DateTime, Dialect, ForeignKey, Index, String
from sqlalchemy.orm import DeclarativeBase, Mapped, mapped_column
from sqlalchemy.types import TypeDecorator


class UtcMoment(TypeDecorator[datetime]):
    """A moment kept in UTC and given back with its zone."""

    impl = DateTime
    cache_ok = True

    def process_bind_param(self, value: datetime | None, dialect: Dialect) -> datetime | None:
        """Store UTC without a zone, which is all SQLite has."""
        return None if value is None else value.astimezone(UTC).replace(tzinfo=None)

    def process_result_value(self, value: datetime | None, dialect: Dialect) -> datetime | None:
        """Give the zone back."""
        return None if value is None else value.replace(tzinfo=UTC)


class Base(DeclarativeBase):
    """Base of all tables."""


class JobRow(Base):
    """A job as the person left it. `version` rises with every save; `line` is what its ticket
    says below its name, searched with it."""

    __tablename__ = "job"
    __table_args__ = (Index("ix_job_created_at_job_id", "created_at", "job_id"),)
    job_id: Mapped[str] = mapped_column(String(32), primary_key=True)
    name: Mapped[str] = mapped_column(String(80), index=True)
    kind: Mapped[str] = mapped_column(String(20))
    family: Mapped[str] = mapped_column(String(30), index=True)
    thickness_mm: Mapped[float | None] = mapped_column(index=True)
    line: Mapped[str] = mapped_column(String(200), default="")
    document: Mapped[dict[str, Any]] = mapped_column(JSON)
    version: Mapped[int]
    created_at: Mapped[datetime] = mapped_column(UtcMoment, index=True)
    saved_at: Mapped[datetime] = mapped_column(UtcMoment)
    deleted_at: Mapped[datetime | None] = mapped_column(UtcMoment)


class JobRevisionRow(Base):
    """A job as it was before a save; undo takes the newest one back."""

    __tablename__ = "job_revision"
    revision_id: Mapped[int] = mapped_column(primary_key=True)
    job_id: Mapped[str] = mapped_column(ForeignKey("job.job_id"), index=True)
    document: Mapped[dict[str, Any]] = mapped_column(JSON)
    made_at: Mapped[datetime] = mapped_column(UtcMoment)


class RunRow(Base):
    """A run keeps the plan it was done under, so a later change of rule never rewrites it.

    What lists and sums need stands in columns of its own: a kept plan is never loaded for them.
    `place` orders the book: the microsecond a run began, made unique; `touched` rises with every
    change of any run. `heat` is the piece and flame its first puddle was planned for.
    """

    __tablename__ = "run"
    __table_args__ = (Index("ix_run_job_id_finished_at", "job_id", "finished_at"),)
    run_id: Mapped[str] = mapped_column(String(32), primary_key=True)
    job_id: Mapped[str] = mapped_column(ForeignKey("job.job_id"), index=True)
    job_name: Mapped[str] = mapped_column(String(80))
    family: Mapped[str] = mapped_column(String(30), index=True)
    thickness_mm: Mapped[float] = mapped_column(index=True)
    method_version: Mapped[str] = mapped_column(String(20))
    started_at: Mapped[datetime] = mapped_column(UtcMoment, index=True)
    place: Mapped[int] = mapped_column(BigInteger, index=True, unique=True, nullable=True)
    finished_at: Mapped[datetime | None] = mapped_column(UtcMoment, index=True)
    who: Mapped[str] = mapped_column(String(60), default="")
    kind: Mapped[str] = mapped_column(String(20), default="seam", index=True)
    flame_min: Mapped[float | None]
    acetylene_l_per_h: Mapped[float | None]
    oxygen_l_per_h: Mapped[float | None]
    fire_watch: Mapped[bool] = mapped_column(default=False, index=True)
    torch: Mapped[str] = mapped_column(String(80), default="")
    tip: Mapped[str] = mapped_column(String(80), default="")
    joint: Mapped[str] = mapped_column(String(40), default="")
    verdict: Mapped[str] = mapped_column(String(20), default="")
    length_mm: Mapped[float | None]
    heat: Mapped[dict[str, Any] | None] = mapped_column(JSON(none_as_null=True))
    touched: Mapped[int] = mapped_column(BigInteger, index=True, default=0)
    log: Mapped[dict[str, Any]] = mapped_column(JSON)
    plan: Mapped[dict[str, Any]] = mapped_column(JSON)
    version: Mapped[int]


class RunSignRow(Base):
    """A sign that was seen in a run."""

    __tablename__ = "run_sign"
    run_id: Mapped[str] = mapped_column(
        ForeignKey("run.run_id", ondelete="CASCADE"), primary_key=True
    )
    sign: Mapped[str] = mapped_column(String(40), primary_key=True)


class PhotoRow(Base):
    """A photo of a run: which slot it stands in, the file it is by its hash, how large, the scale
    laid on it and the lengths measured by it."""

    __tablename__ = "photo"
    photo_id: Mapped[str] = mapped_column(String(32), primary_key=True)
    run_id: Mapped[str] = mapped_column(ForeignKey("run.run_id", ondelete="CASCADE"), index=True)
    slot: Mapped[str] = mapped_column(String(20))
    sha256: Mapped[str] = mapped_column(String(64), index=True)
    width_px: Mapped[int]
    height_px: Mapped[int]
    added_at: Mapped[datetime] = mapped_column(UtcMoment)
    marks: Mapped[dict[str, Any]] = mapped_column(JSON)
    version: Mapped[int]


class ProcedureRow(Base):
    """One version of a shop procedure; every version that was ever signed stays."""

    __tablename__ = "procedure"
    __table_args__ = (Index("ix_procedure_family_joint", "family", "joint"),)
    number: Mapped[int] = mapped_column(primary_key=True)
    version: Mapped[int] = mapped_column(primary_key=True)
    run_id: Mapped[str] = mapped_column(ForeignKey("run.run_id"), index=True)
    name: Mapped[str] = mapped_column(String(80))
    family: Mapped[str] = mapped_column(String(30))
    joint: Mapped[str] = mapped_column(String(40))
    thickness_mm: Mapped[float]
    signed_by: Mapped[str] = mapped_column(String(60))
    signed_at: Mapped[datetime] = mapped_column(UtcMoment)
    document: Mapped[dict[str, Any]] = mapped_column(JSON)


class PracticeTryRow(Base):
    """One try of an exercise: who, which, its points, and all that was said of it."""

    __tablename__ = "practice_try"
    __table_args__ = (Index("ix_practice_try_who", "who", "tried_at"),)
    try_id: Mapped[str] = mapped_column(String(32), primary_key=True)
    who: Mapped[str] = mapped_column(String(60))
    rung: Mapped[str] = mapped_column(String(40))
    tried_at: Mapped[datetime] = mapped_column(UtcMoment)
    points: Mapped[float]
    document: Mapped[dict[str, Any]] = mapped_column(JSON)


class PracticeWordRow(Base):
    """What an instructor said of a learner's exercise, and whether it was signed off by it."""

    __tablename__ = "practice_word"
    __table_args__ = (Index("ix_practice_word_who", "who", "said_at"),)
    word_id: Mapped[str] = mapped_column(String(32), primary_key=True)
    who: Mapped[str] = mapped_column(String(60))
    rung: Mapped[str] = mapped_column(String(40))
    said_at: Mapped[datetime] = mapped_column(UtcMoment)
    said_by: Mapped[str] = mapped_column(String(60))
    signed_off: Mapped[bool]
    words: Mapped[str] = mapped_column(String(500))


class RunMeasureRow(Base):
    """One time or measure of a run, planned beside actual, by the log field of its kind."""

    __tablename__ = "run_measure"
    run_id: Mapped[str] = mapped_column(
        ForeignKey("run.run_id", ondelete="CASCADE"), primary_key=True
    )
    field: Mapped[str] = mapped_column(String(40), primary_key=True)
    planned: Mapped[float | None]
    actual: Mapped[float | None]


class RemedyTriedRow(Base):
    """A remedy tried in a run, by its cause, and whether it helped; null where nobody can say."""

    __tablename__ = "remedy_tried"
    run_id: Mapped[str] = mapped_column(
        ForeignKey("run.run_id", ondelete="CASCADE"), primary_key=True
    )
    cause: Mapped[str] = mapped_column(String(40), primary_key=True, index=True)
    family: Mapped[str] = mapped_column(String(30))
    helped: Mapped[bool | None]


class RigEventRow(Base):
    """One entry of what befell the rig; entries are only ever added."""

    __tablename__ = "rig_event"
    event_id: Mapped[str] = mapped_column(String(40), primary_key=True)
    at_s: Mapped[float] = mapped_column(index=True)
    document: Mapped[dict[str, Any]] = mapped_column(JSON)


class RackItemRow(Base):
    """Something the shop owns: a tip, torch, hose, cylinder and so on, by kind and name."""

    __tablename__ = "rack_item"
    item_id: Mapped[str] = mapped_column(String(32), primary_key=True)
    kind: Mapped[str] = mapped_column(String(20), index=True)
    name: Mapped[str] = mapped_column(String(40), index=True)
    document: Mapped[dict[str, Any]] = mapped_column(JSON)
    version: Mapped[int]
    added_at: Mapped[datetime] = mapped_column(UtcMoment)
    deleted_at: Mapped[datetime | None] = mapped_column(UtcMoment)


class HeatLotRow(Base):
    """A heat of the shop's own: a mill certificate as it was entered."""

    __tablename__ = "heat_lot"
    metal_id: Mapped[str] = mapped_column(String(40), primary_key=True)
    heat: Mapped[str] = mapped_column(String(60), index=True)
    alloy: Mapped[str] = mapped_column(String(60), index=True)
    certificate: Mapped[dict[str, Any]] = mapped_column(JSON)
    entered_at: Mapped[datetime] = mapped_column(UtcMoment)
    deleted_at: Mapped[datetime | None] = mapped_column(UtcMoment)


class SettingRow(Base):
    """A setting of the shop, JSON by key."""

    __tablename__ = "setting"
    key: Mapped[str] = mapped_column(String(40), primary_key=True)
    value: Mapped[Any] = mapped_column(JSON)


class ChangeCountRow(Base):
    """How often something was changed, by name; see `change_count`."""

    __tablename__ = "change_count"
    what: Mapped[str] = mapped_column(String(40), primary_key=True)
    count: Mapped[int]


class SignInRow(Base):
    """Somebody who gave the passcode of a shared Pellak: the hash of their token, never it."""

    __tablename__ = "sign_in"
    token_hash: Mapped[str] = mapped_column(String(64), primary_key=True)
    may: Mapped[str] = mapped_column(String(10))
    signed_in_at: Mapped[datetime] = mapped_column(UtcMoment)


class WatchRow(Base):
    """A heat that is watched: the plan it goes by, how a simulated thermometer was set, and what
    it tells later plans once somebody said so."""

    __tablename__ = "watch"
    watch_id: Mapped[str] = mapped_column(String(32), primary_key=True)
    job_id: Mapped[str] = mapped_column(ForeignKey("job.job_id"), index=True)
    job_name: Mapped[str] = mapped_column(String(80))
    run_id: Mapped[str | None] = mapped_column(ForeignKey("run.run_id"))
    started_at: Mapped[datetime] = mapped_column(UtcMoment, index=True)
    ended_at: Mapped[datetime | None] = mapped_column(UtcMoment)
    plan: Mapped[dict[str, Any]] = mapped_column(JSON)
    simulation: Mapped[dict[str, Any] | None] = mapped_column(JSON(none_as_null=True))
    # The column has kept its first name.
    observation: Mapped[dict[str, Any] | None] = mapped_column(JSON(none_as_null=True))


class WatchEntryRow(Base):
    """A reading or a mark of a watch, in the order they were kept: what was sent twice stands once.

    A reading names its channel, a mark its phase; `c` is null for what was no temperature.
    """

    __tablename__ = "watch_entry"
    __table_args__ = (
        Index("ux_watch_entry", "watch_id", "channel", "at_ms", "phase", unique=True),
    )
    entry_id: Mapped[int] = mapped_column(primary_key=True)
    watch_id: Mapped[str] = mapped_column(ForeignKey("watch.watch_id", ondelete="CASCADE"))
    at_ms: Mapped[int] = mapped_column(BigInteger)
    channel: Mapped[str] = mapped_column(String(24), default="")
    phase: Mapped[str] = mapped_column(String(12), default="")
    c: Mapped[float | None]
    source: Mapped[str] = mapped_column(String(12), default="")
