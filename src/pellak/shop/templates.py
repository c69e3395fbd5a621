"""Jobs kept as templates: what is made again and again, one press away."""

from typing import Any
from uuid import uuid4

from pydantic import Field

from pellak.core.answer.errors import Refused
from pellak.core.answer.working import Record
from pellak.core.book.job_file import without_answers
from pellak.core.model.upcast import ticket_with_marks
from pellak.core.plan.change_job import job_from
from pellak.shop.bench import Bench, OpenJob
from pellak.shop.errors import NotFound
from pellak.shop.tickets import copy_name, unnumbered
from pellak.store.database import Database
from pellak.store.jobs import Jobs
from pellak.store.rack import Rack

TEMPLATES_KEY = "templates"
MOST = 40


class TemplateKept(Record):
    """A job as it is begun anew: nothing of it is answered, nothing done."""

    id: str
    name: str
    line: str
    document: dict[str, Any]


class TemplatesKept(Record):
    """All of them, in the order they were made."""

    kept: list[TemplateKept] = Field(default_factory=list, max_length=MOST)


class TemplateLine(Record):
    """A template as a list shows it."""

    id: str
    name: str
    line: str


class Templates:
    """The use cases of templates."""

    def __init__(self, database: Database, bench: Bench) -> None:
        self._database = database
        self._bench = bench

    def lines(self) -> list[TemplateLine]:
        """Return the templates, in the order they were made."""
        with self._database.reading() as session:
            kept = _kept(Rack(session)).kept
        return [_line(one) for one in kept]

    def keep(self, job_id: str) -> TemplateLine:
        """Keep a job as a template; one of the same name is replaced."""
        with self._database.transaction() as session:
            row = Jobs(session).find(job_id)
            if row is None or row.deleted_at is not None:
                raise NotFound("job", job_id)
            rack = Rack(session)
            name = unnumbered(row.name)
            standing = [one for one in _kept(rack).kept if one.name != name]
            if len(standing) >= MOST:
                raise Refused("template", name, f"{MOST} templates at most; forget one first")
            made = TemplateKept(
                id=uuid4().hex[:12],
                name=name,
                line=row.line or "",
                document=without_answers(job_from(row.document)),
            )
            rack.set_setting(TEMPLATES_KEY, TemplatesKept(kept=[*standing, made]).model_dump())
        return _line(made)

    def forget(self, template_id: str) -> None:
        """Forget a template; jobs made of it stay."""
        with self._database.transaction() as session:
            rack = Rack(session)
            kept = _kept(rack).kept
            left = [one for one in kept if one.id != template_id]
            if len(left) == len(kept):
                raise NotFound("template", template_id)
            rack.set_setting(TEMPLATES_KEY, TemplatesKept(kept=left).model_dump())

    def begin(self, template_id: str) -> OpenJob:
        """Put a new job on the bench as the template has it."""
        with self._database.reading() as session:
            kept = _kept(Rack(session)).kept
            one = next((one for one in kept if one.id == template_id), None)
            if one is None:
                raise NotFound("template", template_id)
            names = Jobs(session).names_from(one.name)
        name = one.name if one.name not in names else copy_name(one.name, names)
        return self._bench.add({**one.document, "name": name})


def _line(kept: TemplateKept) -> TemplateLine:
    return TemplateLine(id=kept.id, name=kept.name, line=ticket_with_marks(kept.line))


def _kept(rack: Rack) -> TemplatesKept:
    return TemplatesKept.model_validate(rack.setting(TEMPLATES_KEY) or {})
