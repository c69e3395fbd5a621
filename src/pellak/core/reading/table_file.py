"""Files people hand in: text decoded with care, CSV split as spreadsheets really write it."""

import csv
import io

from pellak.core.answer.errors import Refused
from pellak.core.reading.text import unkeepable

MOST_COLUMNS = 80
RISKY = tuple("=+-@\t\r\n＝＋－＠﹢﹣﹫")
"""A table program takes a cell that begins so for a formula; full-width signs are read alike."""
BARE = "'"


def plain_cell(text: str) -> str:
    """Return typed text as a cell no table program takes for a formula.

    >>> plain_cell("=1+1"), plain_cell("B4")
    ("'=1+1", 'B4')
    """
    return BARE + text if text.lstrip(BARE).startswith(RISKY) else text


def _as_typed(cell: str) -> str:
    """Return what `plain_cell` was given."""
    bare = cell.startswith(BARE) and cell.lstrip(BARE).startswith(RISKY)
    return cell[len(BARE) :] if bare else cell


def decoded(body: bytes) -> str:
    """Return a file's text: UTF-8, or UTF-16 where a byte-order mark says so.

    Raises:
        Refused: bytes that are neither.
    """
    accepted = "a file saved as UTF-8 or UTF-16 text"
    wide = body.startswith((b"\xff\xfe", b"\xfe\xff"))
    try:
        text = body.decode("utf-16" if wide else "utf-8-sig")
    except UnicodeDecodeError as error:
        raise Refused("file", f"a byte that is not text at {error.start}", accepted) from None
    if "\0" in text:
        raise Refused("file", "zero bytes", accepted)
    if not text.strip():
        raise Refused("file", "an empty file", "a CSV or JSON file")
    if unkeepable(body):
        raise Refused("file", "half of a sign, or a zero", accepted)
    return text.strip()


def table_lines(text: str, most_rows: int) -> list[list[str]]:
    """Return the lines of a CSV, header first; comma, semicolon or tab between cells.

    Raises:
        Refused: an open quote, no cell filled, over `most_rows` or too many columns, a row longer
            than the header.

    Args:
        text: of the file
        most_rows: as many are read

    Source: RFC 4180, with a semicolon or a tab as well

    >>> table_lines(chr(10).join(['a;b', '1;2']), 10)
    [['a', 'b'], ['1', '2']]
    """
    header = text.splitlines()[0]
    reader = csv.reader(io.StringIO(text), delimiter=max(";\t,", key=header.count), strict=True)
    try:
        lines = [
            [_as_typed(cell) for cell in line]
            for line in reader
            if any(cell.strip() for cell in line)
        ]
    except csv.Error as error:
        raise Refused("file", str(error), "a CSV file with its quotes closed") from None
    if not lines:
        raise Refused("file", "no cell with anything in it", "a CSV with a header")
    if len(lines) > most_rows + 1 or len(lines[0]) > MOST_COLUMNS:
        raise Refused(
            "file",
            f"{len(lines) - 1} rows, {len(lines[0])} columns",
            f"{most_rows} rows and {MOST_COLUMNS} columns at most",
        )
    for number, line in enumerate(lines[1:], start=2):
        if len(line) > len(lines[0]):
            raise Refused(
                f"row {number}", f"{len(line)} cells", f"{len(lines[0])} cells, as in the header"
            )
    return lines
