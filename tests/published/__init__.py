"""Values from printed tables and hand arithmetic, one CSV a subject, each row with its source."""

import csv
from pathlib import Path


def published(name: str) -> list[dict[str, str]]:
    text = (Path(__file__).parent / name).read_text(encoding="utf-8")
    return list(csv.DictReader(text.splitlines()))
