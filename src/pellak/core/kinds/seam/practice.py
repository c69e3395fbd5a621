"""What good hands do around a seam that is no figure: flux kept, seam dressed, tips numbered."""

from collections.abc import Mapping, Sequence

from pellak.core.answer.figure import Figure, Station
from pellak.core.tables import rows


def _wanted(
    row: Mapping[str, str], family: str, joint: str, thickness_mm: float | None, from_rack: bool
) -> bool:
    bounded = row["over_mm"] or row["most_mm"]
    least, most = float(row["over_mm"] or 0), float(row["most_mm"] or "inf")
    if bounded and (thickness_mm is None or not least < thickness_mm <= most):
        return False
    return (
        (not row["families"] or family in row["families"].split(";"))
        and (not row["joints"] or joint in row["joints"].split(";"))
        and not (row["rack"] == "no" and from_rack)
    )


def with_practice(
    stations: Sequence[Station],
    family: str,
    joint: str,
    thickness_mm: float | None,
    from_rack: bool,
) -> list[Station]:
    """Return the stations with the practice that belongs to each, where it is planned at all.

    Args:
        stations: the stations of the seam.
        family: the metal's family.
        joint: the joint's id.
        thickness_mm: the wall's thickness, None where it is not told.
        from_rack: whether the tips come out of a rack, so that their numbers are known.

    Source: each row of the table names its own

    >>> with_practice([], 'carbon-steel', 'butt', 1.2, from_rack=True)
    []
    """
    wanted = [
        row
        for row in rows("seam_practice.csv")
        if _wanted(row, family, joint, thickness_mm, from_rack)
    ]
    return [
        station.model_copy(
            update={
                "figures": [
                    *station.figures,
                    *(
                        Figure(
                            id=row["id"],
                            label=row["label"],
                            text=row["text"],
                            detail=f"{row['detail']} ({row['source']})",
                        )
                        for row in wanted
                        if row["station"] == station.id
                    ),
                ]
            }
        )
        if station.figures
        else station
        for station in stations
    ]
