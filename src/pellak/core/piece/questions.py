"""What is asked of every piece, from tables/piece_questions.toml, and the stops it brings."""

import tomllib
from collections.abc import Mapping
from functools import cache
from importlib.resources import files
from typing import Literal

from pydantic import Field

from pellak.core import marks
from pellak.core.answer.working import Caution, Record

Held = Literal["nothing", "fuel-solvent-gas", "not-known"]
Coating = Literal[
    "bare", "paint", "zinc", "chromium", "cadmium", "lead-paint", "degreased-chlorinated",
    "not-known",
]  # fmt: skip
Closed = Literal["open", "vented", "closed"]
Fume = Literal["extraction", "open-air", "none"]
Place = Literal["shop", "open-air", "roof", "vehicle", "confined"]
AskedAt = Literal["piece", "safe-start"]


class PieceAnswer(Record):
    """One answer to a question; with a level it brings a caution."""

    id: str
    label: str
    why: str
    level: Literal["", "stop", "warn", "note"] = ""
    text: str = ""
    reason: str = ""
    source: str = ""


class Unanswered(Record):
    """The caution while a question is open, for these families and joints (none named: all)."""

    families: list[str] = Field(default_factory=list)
    joints: list[str] = Field(default_factory=list)
    level: Literal["stop", "warn", "note"]
    text: str
    reason: str
    source: str


class PieceQuestion(Record):
    """A question asked of a piece. `families` empty asks it of every metal."""

    field: str
    question: str
    label: str
    station: AskedAt = "piece"
    families: list[str] = Field(default_factory=list)
    answer: list[PieceAnswer]
    unanswered: Unanswered | None = None


@cache
def piece_questions() -> tuple[PieceQuestion, ...]:
    """Return every question in the order they are asked."""
    text = files("pellak.core.tables").joinpath("piece_questions.toml").read_text(encoding="utf-8")
    return tuple(
        PieceQuestion.model_validate(q) for q in tomllib.loads(marks.of_table(text))["question"]
    )


def questions_for(family: str, station: AskedAt = "piece") -> list[PieceQuestion]:
    """Return the questions a station asks of a metal family."""
    return [
        q
        for q in piece_questions()
        if q.station == station and (not q.families or family in q.families)
    ]


def _caution(source: PieceAnswer | Unanswered, field: str) -> Caution:
    assert source.level != ""
    return Caution(
        level=source.level, text=source.text, reason=source.reason, source=source.source, asks=field
    )


def question_cautions(
    answers: Mapping[str, str | None], family: str, joint: str, station: AskedAt = "piece"
) -> list[Caution]:
    """Return the cautions the answers bring, and those of questions that may not stay open."""
    cautions = []
    for question in questions_for(family, station):
        chosen = answers.get(question.field)
        cautions += [
            _caution(a, question.field) for a in question.answer if a.id == chosen and a.level
        ]
        open_question = question.unanswered
        if chosen is None and open_question is not None:
            named = open_question.families or open_question.joints
            asked = family in open_question.families or joint in open_question.joints
            if asked or not named:
                cautions.append(_caution(open_question, question.field))
    return cautions
