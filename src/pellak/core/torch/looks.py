"""The flames a welder passes on the way to the right one, as lengths to draw."""

from collections.abc import Sequence

from pellak.core.answer.working import Record

LONG_FEATHER_RATIO = 2.4
SHORT_CONE_SHARE = 0.8
"""An oxidising cone draws in to about this share of the neutral one: it burns faster."""
SAME_POINT = {
    "smoke-gone": "the smoke has just gone",
    "leaving-tip": "about to leave the tip, then a touch back",
    "feathering": "its last third breaks into feathers",
}


class FlameLook(Record):
    """One flame as it looks. `right` marks the one asked for; lengths in mm, None where absent.

    `gap_mm` is how far the flame stands off the tip, `soot` whether it smokes.
    """

    label: str
    right: bool
    cone_mm: float | None = None
    feather_mm: float | None = None
    plume_mm: float | None = None
    gap_mm: float = 0.0
    soot: bool = False


def fuel_looks(fuel_setting: str, cone_mm: float) -> list[FlameLook]:
    """Return the acetylene flame smoking, right and leaving the tip, before any oxygen.

    Args:
        fuel_setting: the school of setting the fuel
        cone_mm: length of the cone that is asked for, mm

    Source: drawn for the eye: lengths are judgement

    >>> [look.right for look in fuel_looks('smoke-gone', 7.0)]
    [False, True, False]
    """
    plume_mm = 6 * cone_mm
    return [
        FlameLook(label="smoking: more", right=False, plume_mm=0.8 * plume_mm, soot=True),
        FlameLook(label=SAME_POINT[fuel_setting], right=True, plume_mm=plume_mm),
        FlameLook(label="standing off: back", right=False, plume_mm=plume_mm, gap_mm=0.4 * cone_mm),
    ]


def oxygen_looks(feather_ratio: float | None, cone_mm: float) -> list[FlameLook]:
    """Return the flame as oxygen comes in, with the one this metal wants marked.

    Args:
        feather_ratio: feather over cone asked for; 1 is neutral, None an oxidising flame.
        cone_mm: the length of the cone asked for.

    Source: drawn for the eye: lengths are judgement

    >>> sum(look.right for look in oxygen_looks(1.0, 7.0))
    1
    """
    wanted = feather_ratio if feather_ratio is not None else 1.0
    stages: Sequence[tuple[str, float]] = [
        ("long feather: more", max(LONG_FEATHER_RATIO, 1.6 * wanted)),
        ("drawing back: more", 1 + (LONG_FEATHER_RATIO - 1) / 3) if wanted < 1.5 else ("", 0),
    ]
    looks = [
        FlameLook(label=label, right=False, cone_mm=cone_mm, feather_mm=ratio * cone_mm)
        for label, ratio in stages
        if label
    ]
    if feather_ratio is not None:
        trace = wanted > 1.02
        looks.append(
            FlameLook(
                label=f"this one: feather {wanted:.2g} times the cone"
                if trace
                else "this one: feather gone, cone sharp",
                right=True,
                cone_mm=cone_mm,
                feather_mm=wanted * cone_mm if trace else None,
            )
        )
    else:
        looks.append(FlameLook(label="feather gone: more", right=False, cone_mm=cone_mm))
    looks.append(
        FlameLook(
            label="too far: short, hissing" if feather_ratio is not None else "this one: short",
            right=feather_ratio is None,
            cone_mm=SHORT_CONE_SHARE * cone_mm,
        )
    )
    return looks
