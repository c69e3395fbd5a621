"""Where a preheat reaches, and where it is proved."""

from pellak.core.answer.working import Record

LEAST_BAND_MM = 75.0
BAND_FORMULA = "greater of 75 mm and 3 t, each side"
BAND_SOURCE = "EN ISO 13916 measuring distance; AWS D1.1 preheat distance of 75 mm"


class HeatZone(Record):
    """The band to heat: how far each side of the seam, to what, and the crayons that prove it.

    `seam_mm` is the length it runs along, null where it is not told; `whole_part` where a band is
    not enough and the whole part soaks; `proved_mm` how far from the seam it is measured.
    """

    band_mm: float
    preheat_c: float
    whole_part: bool
    proved_mm: float
    melts_c: float | None = None
    stays_c: float | None = None
    seam_mm: float | None = None


def heated_band_mm(thickness_mm: float) -> float:
    """Return how far each side of a seam metal of a thickness is heated, mm; source BAND_SOURCE.

    Args:
        thickness_mm: wall, mm, above 0

    Source: BAND_SOURCE

    >>> heated_band_mm(3), heated_band_mm(40)
    (75.0, 120)
    """
    return max(LEAST_BAND_MM, 3 * thickness_mm)
