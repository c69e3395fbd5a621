"""Write the table of cases that holds both formatters of measures to the same texts.

`python scripts/measure_cases.py > tests/core/measure_cases.csv` after a change that is wanted: the
core's formatter writes it, the core's and the page's tests read it, and a person reads the diff.
"""

import csv
import sys

from pellak.core.reading.measures import System, measure, range_end
from pellak.core.reading.units import display_units

SYSTEMS: tuple[System, ...] = ("metric", "inch")
MANTISSAS = (1.0, 1.2, 1.6, 2.4, 2.5, 3.17, 3.2, 4.76, 5.0, 6.35, 7.5, 9.525)
EXPONENTS = (-2, -1, 0, 1, 2, 3)


def main() -> None:
    """Write one row a case: what is asked, and the text."""
    table = csv.writer(sys.stdout, lineterminator="\n")
    table.writerow(["ask", "system", "kind", "value", "text"])
    for kind in sorted({unit.kind for unit in display_units()}):
        values = [m * 10.0**e for e in EXPONENTS for m in MANTISSAS]
        values += [0.0, *((-40.0, 100.0, 204.4, 650.0) if kind == "°C" else ())]
        for system in SYSTEMS:
            for number, value in enumerate(round(one, 6) for one in values):
                ask = ("2", "3", "<", ">")[number % 4]
                text = (
                    measure(value, kind, system, int(ask))
                    if ask.isdigit()
                    else range_end(value, kind, system, ask)
                )
                table.writerow([ask, system, kind, f"{value:.9g}", text])


if __name__ == "__main__":
    main()
