"""Nonsense in every field of every body, part and question is answered by a sentence of ours."""

import re

import pytest
from fastapi.routing import APIRoute
from pydantic import BaseModel, TypeAdapter, ValidationError

from pellak.api.app import create_app
from pellak.core.answer.errors import Refused, refusals
from pellak.core.catalogue.reckoners import RECKONERS
from pellak.core.marks import OPEN
from pellak.core.model.kinds.unions import Job
from pellak.core.plan.change_job import with_changes
from pellak.core.reading.measures import said
from tests.metric_left import METRIC_LEFT

LIBRARY = re.compile(
    r"Input should|should be|should have|String should|Field required|Extra inputs|not permitted"
    r"|valid (number|integer|string|boolean|list|dictionary|datetime|date)|unable to|pydantic"
    r"|greater than or|less than or|Value error|another kind"
)
NONSENSE = ["zebra", "", -1e9, 1e12, float("nan"), None, [], ["zebra"], {}, {"zebra": 1}, True, 7.5]


def _types(app):
    """Every type that the application reads, by where it is read."""
    for route in app.routes:
        if isinstance(route, APIRoute):
            for field in (route.body_field, *route.dependant.query_params):
                if field is not None:
                    yield f"{route.path} {field.name}", field.field_info.annotation
    for reckoner in RECKONERS:
        yield reckoner.name, reckoner.given
    yield "job", Job


def _names(kind):
    """The fields of a document, of every kind where it is one of several."""
    schema = TypeAdapter(kind).json_schema()
    documents = [schema, *schema.get("$defs", {}).values()]
    return sorted({name for one in documents for name in one.get("properties", {})})


@pytest.fixture(scope="module")
def types(tmp_path_factory):
    app = create_app(tmp_path_factory.mktemp("words"))
    return dict(_types(app))


def test_nonsense_in_every_field_is_answered_in_our_words(types):
    tried = 0
    for where, kind in types.items():
        adapter = TypeAdapter(kind)
        fields = _names(kind)
        whole = [{name: nonsense} for name in fields for nonsense in NONSENSE]
        kinds = [{"kind": "heat", **one} for one in whole] if kind is Job else []
        for document in [*NONSENSE, *whole, *kinds]:
            try:
                adapter.validate_python(document)
            except ValidationError as error:
                for refused in refusals(error):
                    tried += 1
                    assert not LIBRARY.search(refused.accepted), (where, document, refused)
                    assert refused.accepted.strip(), (where, document)
                    inches = said(refused.accepted, "inch")
                    assert not METRIC_LEFT.search(inches), (where, document, inches)
                    assert OPEN not in inches + said(refused.accepted, "metric")
    assert tried > 20_000


@pytest.mark.parametrize(
    ("field", "value", "accepted"),
    [
        ("thickness_mm", 900.0, "at most 25 mm"),
        ("thickness_mm", "zebra", "a number, in mm"),
        ("start_c", -900.0, "at least"),
        ("name", "x" * 500, "signs"),
        ("wings", 2, "nothing: there is no field of that name"),
        ("joint", "zebra", "one of butt"),
    ],
)
def test_a_job_says_what_it_would_have_taken(field, value, accepted):
    with pytest.raises(ValidationError) as fault:
        TypeAdapter(Job).validate_python({"kind": "seam", "name": "tray", field: value})
    assert accepted in said(refusals(fault.value)[0].accepted, "metric")


class Once(BaseModel):
    share: float


def test_no_figure_is_said_back_longer_than_anybody_typed_it():
    with pytest.raises(ValidationError) as fault:
        TypeAdapter(list[Once]).validate_python(0.82737087518016)
    assert refusals(fault.value)[0].was_read == 0.827371


def test_a_gauge_read_as_inches_is_offered_as_a_gauge():
    job = TypeAdapter(Job).validate_python({"kind": "seam", "name": "tray", "alloy": "dc01"})
    with pytest.raises(Refused) as refused:
        with_changes(job, {"thickness_mm": "18 in"})
    gauge = "for the gauge type 18 ga, which is"
    assert said(refused.value.accepted, "metric") == f"at most 25 mm; {gauge} 1.21 mm"
    assert said(refused.value.accepted, "inch") == f"at most 0.984 in; {gauge} 0.048 in"
    with pytest.raises(Refused) as refused:
        with_changes(job, {"thickness_mm": "18 cm"})
    assert said(refused.value.accepted, "metric") == "at most 25 mm"
