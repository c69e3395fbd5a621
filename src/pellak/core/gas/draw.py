"""How fast an acetylene cylinder may be drawn: the three limits on its nominal content."""

from dataclasses import dataclass

from pellak.core.gas.cylinders import CONTINUOUS_SHARE, LONG_FROM_MIN, OLD_SHARE, SHORT_SHARE


@dataclass(frozen=True)
class DrawLimits:
    """Limits of so many litres of nominal content, all coupled cylinders together."""

    full_l: float

    @property
    def continuous_l_per_h(self) -> float:
        """On end: a fifteenth of the content an hour."""
        return CONTINUOUS_SHARE * self.full_l

    @property
    def short_l_per_h(self) -> float:
        """In spells of ten minutes at most: a tenth an hour."""
        return SHORT_SHARE * self.full_l

    @property
    def stop_l_per_h(self) -> float:
        """However short: a seventh an hour, and the torch stays unlit above it."""
        return OLD_SHARE * self.full_l

    def for_minutes(self, flame_min: float | None) -> float:
        """Return the limit for so many minutes of flame; unknown counts as on end.

        Args:
            flame_min: minutes of flame, or None

        Source: CGA G-1; ten minutes is judgement

        >>> round(DrawLimits(4100.0).for_minutes(None)), round(DrawLimits(4100.0).for_minutes(8))
        (273, 410)
        """
        if flame_min is not None and flame_min <= LONG_FROM_MIN:
            return self.short_l_per_h
        return self.continuous_l_per_h
