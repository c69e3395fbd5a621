"""The shop's own heats: kept, named by jobs, put away, brought back, in and out as files."""

import pytest

from pellak.core.answer.errors import Refused
from pellak.core.reading.measures import said
from pellak.shop.errors import NotFound
from tests.shop.test_shop import Shop

HEAT = {"heat": "H-77", "alloy": "4130", "line": "C 0.33 Mn 0.58 Cr 1.08 Mo 0.24"}


@pytest.fixture
def shop(tmp_path):
    made = Shop(tmp_path)
    yield made
    made.database.close()


def test_a_heat_is_kept_and_leads_the_list(shop):
    added = shop.metals.add(HEAT)
    assert shop.metals.lines()[0] == added
    assert added.own
    page = shop.metals.page(added.id)
    assert {bar.element for bar in page.composition} == {"C", "Mn", "Cr", "Mo"}
    assert "H-77" in page.source


def test_a_job_is_planned_with_the_heats_own_analysis(shop):
    own = shop.metals.add(HEAT)
    job = shop.patch(thickness_mm=6.0, alloy=own.id)
    assert job.plan.job.family == "chromoly"
    figures = {f.id: f for s in job.plan.stations for f in s.figures}
    assert "H-77" in figures["metal"].text
    plain = shop.bench.change(job.id, job.version, {"alloy": "4130"})
    typical = {f.id: f for s in plain.plan.stations for f in s.figures}
    assert figures["haz_hv"].value > typical["haz_hv"].value


def test_a_heat_put_away_still_serves_its_jobs_and_comes_back(shop):
    own = shop.metals.add(HEAT)
    job = shop.patch(thickness_mm=6.0, alloy=own.id)
    shop.metals.archive(own.id)
    assert own.id not in [line.id for line in shop.metals.lines()]
    assert "H-77" in shop.bench.open(job.id).plan.stations[0].figures[0].text
    assert shop.metals.restore(own.id) == own
    assert shop.metals.lines()[0] == own


def test_the_same_heat_twice_is_told_and_another_analysis_refused(shop):
    shop.metals.add(HEAT)
    with pytest.raises(Refused) as refused:
        shop.metals.add(HEAT)
    assert refused.value.field == "heat"
    out = shop.metals.write_out("csv").encode()
    again = shop.metals.take_in(out)
    assert again.already_there == ["H-77"]
    assert again.added == []
    with pytest.raises(Refused) as refused:
        shop.metals.take_in(b"heat,alloy,C\nnew,4130,0.3\nH-77,4130,0.2\n")
    assert refused.value.field == "heat"
    assert [line.own for line in shop.metals.lines()].count(True) == 1


def test_out_of_one_shop_and_into_another_is_exact(shop, tmp_path):
    shop.metals.add(HEAT)
    shop.metals.add({**HEAT, "heat": "H-78", "line": "C 0.30-0.32 Mn 0.5 P <0.01 B 20 ppm"})
    for kind in ("csv", "json"):
        other = Shop(tmp_path / kind)
        taken = other.metals.take_in(shop.metals.write_out(kind).encode())
        assert len(taken.added) == 2
        assert other.metals.write_out(kind) == shop.metals.write_out(kind)
        other.database.close()


def test_looking_into_a_file_saves_nothing(shop):
    read = shop.metals.preview_import(b"heat,alloy,C,Hv\nH1,4130,0.3,200\n")
    assert [c.heat for c in read.certificates] == ["H1"]
    assert read.left_out == ["column Hv"]
    assert not any(line.own for line in shop.metals.lines())


@pytest.mark.parametrize(
    ("document", "field"),
    [
        ({**HEAT, "heat": ""}, "heat"),
        ({**HEAT, "heat": "=1"}, "heat"),
        ({**HEAT, "alloy": "tin"}, "alloy"),
        ({**HEAT, "line": "no"}, "line"),
        ({**HEAT, "line": "", "amounts": {"C": "x"}}, "amounts.C"),
        ({**HEAT, "line": "", "amounts": {}}, "amounts"),
        ({**HEAT, "note": "n" * 300}, "note"),
    ],
)
def test_a_bad_entry_is_refused_by_field(shop, document, field):
    with pytest.raises(Refused) as refused:
        shop.metals.add(document)
    assert refused.value.field == field


def test_a_metal_that_is_not_there_is_said_so(shop):
    for ask in (shop.metals.page, shop.metals.archive, shop.metals.restore):
        with pytest.raises(NotFound):
            ask("heat-none")


def test_a_new_job_takes_the_family_of_its_alloy_or_says_they_differ(shop):
    assert shop.bench.add({"name": "x", "alloy": "al-3003"}).plan.job.family == "aluminium"
    with pytest.raises(Refused) as refused:
        shop.bench.add({"name": "x", "alloy": "al-3003", "family": "lead"})
    assert refused.value.field == "family"


def test_a_ticket_names_its_metal(shop):
    shop.bench.add({"name": "x", "alloy": "unknown"})
    shop.bench.add({"name": "y", "alloy": "pb-sheet", "thickness_mm": 2.24, "joint": "lap"})
    lines = [said(ticket.line, "metric") for ticket in shop.bench.tickets().tickets]
    assert lines == ["metal not known · butt", "Milled lead sheet 2.24 mm · lap"]


def test_the_demo_has_all_five_metals(demo_copy):
    shop = Shop(demo_copy)
    plans = [shop.bench.open(ticket.id).plan for ticket in shop.bench.tickets().tickets]
    families = {plan.job.family for plan in plans}
    assert families == {"carbon-steel", "chromoly", "aluminium", "lead", "cast-iron"}
    assert all(plan.may_start for plan in plans)
