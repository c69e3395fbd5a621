"""Questions only the person can answer, as figures of the station that asks them."""

from pellak.core.answer.figure import Asks, Figure
from pellak.core.answer.working import School
from pellak.core.model.job_base import JobBase
from pellak.core.piece.questions import AskedAt, questions_for


def question_figures(job: JobBase, family: str, station: AskedAt = "piece") -> list[Figure]:
    """Return one figure for each question a station asks, with what was answered."""
    figures = []
    for question in questions_for(family, station):
        chosen = job.answers[question.field]
        said = next((a for a in question.answer if a.id == chosen), None)
        figures.append(
            Figure(
                id=question.field,
                label=question.label,
                text=said.label if said else "not told",
                asks=Asks(
                    field=question.field,
                    question=question.question,
                    chosen=chosen,
                    answers=[School(id=a.id, label=a.label, why=a.why) for a in question.answer],
                ),
            )
        )
    return figures
