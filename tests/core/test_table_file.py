"""Files as people hand them in: encodings, separators, quotes, limits."""

import pytest

from pellak.core.answer.errors import Refused
from pellak.core.reading.table_file import MOST_COLUMNS, decoded, table_lines


@pytest.mark.parametrize("encoding", ["utf-8", "utf-8-sig", "utf-16", "utf-16-le"])
def test_text_is_read_with_or_without_its_mark(encoding):
    body = "naïve,röhr\n1,2\n".encode(encoding)
    if encoding == "utf-16-le":
        with pytest.raises(Refused):
            decoded(body)
        return
    assert decoded(body) == "naïve,röhr\n1,2"


@pytest.mark.parametrize("body", [b"", b"  \n", b"a\x00b", b"\xff", "é".encode("latin-1")])
def test_what_is_no_text_is_refused(body):
    with pytest.raises(Refused) as refused:
        decoded(body)
    assert refused.value.field == "file"


@pytest.mark.parametrize("mark", [",", ";", "\t"])
def test_the_separator_is_the_one_the_header_uses(mark):
    text = f"a{mark}b{mark}c\n1{mark}2,5{mark}3\n" if mark != "," else 'a,b,c\n1,"2,5",3\n'
    assert table_lines(text, 10) == [["a", "b", "c"], ["1", "2,5", "3"]]


def test_blank_lines_are_passed_over_and_long_ones_refused():
    assert table_lines("a,b\n\n , \n1,2\n", 10) == [["a", "b"], ["1", "2"]]
    with pytest.raises(Refused) as refused:
        table_lines("a,b\n1,2,3\n", 10)
    assert refused.value.field == "row 2"


@pytest.mark.parametrize(
    "text", ["a,b\n" + "1,2\n" * 11, ",".join("x" * (MOST_COLUMNS + 1)) + "\n", 'a,b\n"1,2\n']
)
def test_too_much_or_an_open_quote_is_refused(text):
    with pytest.raises(Refused) as refused:
        table_lines(text, 10)
    assert refused.value.field == "file"
