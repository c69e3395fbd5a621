"""A job as a file that another shop reads: what the piece is and wants, nothing answered of it.

Answers to what the piece held, wears or stands near are left out: who lights the torch answers
them. So is what was done to it. The form is in `docs/formats.md`.
"""

import json
from collections.abc import Mapping
from typing import Any, Literal

from pydantic import Field, ValidationError

from pellak.core.answer.errors import Refused
from pellak.core.answer.working import Number, Record
from pellak.core.metal.certificate import Certificate
from pellak.core.model.job_base import JobBase
from pellak.core.piece.questions import piece_questions

LARGEST_BYTES = 100_000
OF_THE_RACK: Mapping[str, str] = {
    "torch": "torch",
    "hose": "hose",
    "acetylene_cylinder": "cylinder",
    "oxygen_cylinder": "cylinder",
    "tip_label": "tip",
}
"""Fields of a job that name an item of its shop's rack, and the kind of that item."""


class JobFile(Record):
    """One job, with the certificate of its heat where it has one, and the bore of its tip, mm."""

    format: Literal["pellak-job"] = "pellak-job"
    version: Literal[1] = 1
    job: dict[str, Any]
    heat: Certificate | None = None
    tip_bore_mm: Number | None = Field(default=None, gt=0, le=10)


def without_answers(job: JobBase) -> dict[str, Any]:
    """Return a job as a document that answers nothing of the piece: each piece is asked anew."""
    document = job.model_dump(mode="json")
    for question in piece_questions():
        document.pop(question.field, None)
    return document


def read_job_file(content: bytes) -> JobFile:
    """Return what a file holds.

    Raises:
        Refused: it is no file of a job, or larger than one can be.

    >>> read_job_file(b'{"format": "pellak-job", "version": 1, "job": {"kind": "seam"}}').job
    {'kind': 'seam'}
    """
    wanted = "a file of one job, as a job's menu saves it"
    if len(content) > LARGEST_BYTES:
        raise Refused("file", f"{len(content)} bytes", wanted)
    try:
        return JobFile.model_validate(json.loads(content))
    except (ValueError, RecursionError, ValidationError):
        raise Refused("file", f"{len(content)} bytes", wanted) from None
