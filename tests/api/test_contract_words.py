"""The contract says what every operation, field and parameter is, and in which unit."""

import csv
from collections import Counter
from importlib.resources import files

import pytest
from fastapi.testclient import TestClient

from pellak.api.app import create_app
from pellak.api.contract import described, property_words
from pellak.core.answer.field_units import unit_of


@pytest.fixture(scope="module")
def contract(tmp_path_factory):
    app = create_app(tmp_path_factory.mktemp("records"))
    with TestClient(app):
        return app.openapi()


def fields(contract):
    for schema, about in contract["components"]["schemas"].items():
        for name, field in about.get("properties", {}).items():
            yield schema, name, field


def operations(contract):
    for path, methods in contract["paths"].items():
        for method, operation in methods.items():
            yield path, method, operation


def test_every_field_is_described_and_a_quantity_names_its_unit(contract):
    silent = [f"{s}.{name}" for s, name, field in fields(contract) if not field.get("description")]
    assert silent == []
    without = [
        f"{schema}.{name}"
        for schema, name, field in fields(contract)
        if unit_of(name)
        and unit_of(name) not in field["description"]
        and " since " not in field["description"]
    ]
    assert without == []


def test_every_operation_has_a_summary_of_its_own_and_every_parameter_its_words(contract):
    summaries = Counter(operation["summary"] for _, _, operation in operations(contract))
    assert [said for said, count in summaries.items() if count > 1] == []
    for path, method, operation in operations(contract):
        made_up = operation["operationId"].replace("_", " ")
        assert operation["summary"].lower() != made_up, (method, path)
        for parameter in operation.get("parameters", []):
            assert parameter.get("description"), (method, path, parameter["name"])


def test_every_body_says_what_it_holds(contract):
    for path, method, operation in operations(contract):
        content = operation.get("requestBody", {}).get("content", {})
        if "application/json" in content:
            schema = content["application/json"]["schema"]
            assert {"$ref", "anyOf", "oneOf"} & set(schema), (method, path)
    jobs = contract["paths"]["/api/jobs"]["post"]["requestBody"]["content"]["application/json"]
    assert len(jobs["schema"]["anyOf"]) == 4
    schemas = contract["components"]["schemas"]
    bore = schemas["TipItemTyped"]["properties"]["orifice_mm"]["anyOf"]
    assert {"type": "string"} in bore
    assert schemas["TipItemTyped"]["required"] == schemas["TipItem"]["required"]
    assert "line" in schemas["CertificateTyped"]["properties"]
    assert "closes" in schemas["DayKeptChanges"]["properties"]
    assert "required" not in schemas["DayKeptChanges"]


def test_no_word_is_kept_for_a_field_there_is_not(contract):
    names = {name for _, name, _ in fields(contract)}
    names |= {f"{schema}.{name}" for schema, name, _ in fields(contract)}
    for _, _, operation in operations(contract):
        names |= {parameter["name"] for parameter in operation.get("parameters", [])}
    assert set(property_words()) - names == set()
    text = files("pellak.api").joinpath("property_words.csv").read_text(encoding="utf-8")
    rows = [row["property"] for row in csv.DictReader(text.splitlines())]
    assert rows == sorted(set(rows))


@pytest.mark.parametrize(
    ("name", "unit"),
    [
        ("travel_mm_per_min", "mm/min"), ("seam_min", "min"), ("area_mm2", "mm²"),
        ("rod_length_m", "m"), ("mass_kg", "kg"), ("touch_low_h", "h"), ("c_per_h", "K/h"),
        ("jet_m_per_s", "m/s"), ("acetylene_high_l_per_h", "L/h"), ("tip", ""), ("n", ""),
        ("theta_per_spot_rad", "rad"), ("gas_l_per_m", "L/m"),
    ],
)  # fmt: skip
def test_a_unit_is_read_off_the_end_of_a_name(name, unit):
    assert unit_of(name) == unit
    if unit:
        assert described("", name).endswith(f", {unit}.")
