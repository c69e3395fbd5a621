"""Things of the rack said in a line: tips by drill, cylinders by class, and what is none of it."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from pellak.core.answer.errors import Refused
from pellak.core.gas.content import cylinder_sizes
from pellak.core.reading.measures import said
from pellak.core.rig.form_fields import rack_fields
from pellak.core.rig.item_line import read_item_line
from pellak.core.rig.items import read_item
from pellak.core.tables import number_drills


def item(line, system="inch", standing=()):
    return read_item(read_item_line(line, system, standing))


@pytest.mark.parametrize("drill", [d for d in number_drills() if int(d.drill[1:]) > 10])
def test_a_tip_is_its_stamp_and_its_drill_with_or_without_the_sign(drill):
    for line in (f"2 {drill.drill}", f"2 {drill.drill[1:]}"):
        assert item(line).orifice_mm == drill.diameter_mm
        assert item(line, "metric") == item(line)


@pytest.mark.parametrize(
    ("line", "system", "bore_mm"),
    [("B4 .035", "inch", 0.889), ("000 0.9", "metric", 0.9), ("5 0,9 mm", "inch", 0.9),
     ("00 1/16", "inch", 1.5875)],
)  # fmt: skip
def test_a_bare_bore_is_in_the_units_in_force(line, system, bore_mm):
    assert item(line, system).orifice_mm == pytest.approx(bore_mm)


@pytest.mark.parametrize("size", cylinder_sizes().values(), ids=lambda size: size.id)
def test_every_usual_cylinder_is_found_by_its_class_in_either_units(size):
    letters = {"acetylene": "ac", "oxygen": "ox"}[size.gas]
    if size.class_ft3 is None:
        lines = [(f"{letters} {size.water_capacity_l:g} L", "metric")]
    else:
        lines = [
            (f"{letters}{size.class_ft3:g}", "inch"),
            (f"{letters} {size.class_ft3:g} cf", "metric"),
        ]
    for line, system in lines:
        found = item(line, system)
        assert (found.gas, found.size, found.capacity_m3) == (size.gas, size.id, None)


def test_a_cylinder_of_no_usual_size_keeps_its_own_content():
    found = item("ac 60")
    assert found.capacity_m3 == pytest.approx(60 * 0.3048**3)
    assert item("ox 50", "metric").size == "oxygen-200bar-50L"  # fifty of no cubic metres


def test_the_first_of_a_gas_is_at_the_torch_and_no_other():
    first = item("ac 145")
    second = item("ac 145", standing=[first])
    other = item("ox 80", standing=[first, second])
    assert [one.in_use for one in (first, second, other)] == [True, False, True]
    assert second.name == "Acetylene 145 (2)"


def test_the_rest_of_a_rack_is_said_too():
    assert (item("torch").mixer, item("torch injector").mixer) == ("equal-pressure", "injector")
    assert item("hose 25 ft").length_m == pytest.approx(7.62)
    assert item("hose 5", "metric").length_m == 5
    assert item("arrestor ox").gas == "oxygen"
    assert (item("lens 5").shade, item("shade 11").shade) == (5, 11)


@pytest.mark.parametrize(
    "line",
    ["", " ", "3", "torch blue", "ac", "ac blue", "ac 0", "ox -3", "ac 1,200", "lens 99", "hose x",
     "3 99 mm", "ac " + "9" * 70, "arrestor", "hose"],
)  # fmt: skip
def test_what_stands_in_no_rack_is_refused_with_what_does(line):
    with pytest.raises(Refused) as refused:
        item(line)
    assert refused.value.accepted


@given(st.text(max_size=80), st.sampled_from(["inch", "metric"]))
def test_any_line_is_an_item_or_a_refusal(line, system):
    try:
        found = item(line, system)
    except Refused:
        return
    assert found.name


def test_a_choice_is_said_as_it_is_bought():
    for field in rack_fields():
        assert len(field.named) == len(field.choices)
    [sizes] = [field.named for field in rack_fields() if field.read_as == "size"]
    assert [said(one, "inch") for one in sizes[:4]] == ["10 ft³", "40 ft³", "75 ft³", "145 ft³"]
    assert said(sizes[-1], "metric") == "50 L at 200 bar"
