"""Chance that is the same each time: pure numbers of a seed and a place, nothing kept.

A trainer that is played again from the same seed and hands has to do the same again."""

_MASK = (1 << 64) - 1
_GOLDEN = 0x9E3779B97F4A7C15


def hash_uniform(seed: int, place: int, salt: int = 0) -> float:
    """Return a number from 0 up to 1 that belongs to a place, evenly spread.

    `seed` is the exercise's, `salt` tells one use of chance from another.

    Source: the finaliser of SplitMix64 (Steele, Lea and Flood, 2014).

    Args:
        seed: of the exercise
        place: where in its sequence
        salt: tells one use of chance from another

    >>> 0 <= hash_uniform(1, 2) < 1, hash_uniform(1, 2) == hash_uniform(1, 2)
    (True, True)
    """
    z = (seed * 0xD1342543DE82EF95 + place * _GOLDEN + salt * 0xBF58476D1CE4E5B9) & _MASK
    z = ((z ^ (z >> 30)) * 0xBF58476D1CE4E5B9) & _MASK
    z = ((z ^ (z >> 27)) * 0x94D049BB133111EB) & _MASK
    return (z ^ (z >> 31)) / 2.0**64


def smooth_noise(seed: int, t_s: float, every_s: float, salt: int = 0) -> float:
    """Return a slow noise from -1 to 1 at a time, s, that bends about once in `every_s`, s.

    `seed` and `salt` are as in `hash_uniform`.

    Between its rolls it goes by a smooth step, so that neither it nor its slope jumps.

    Args:
        seed: of the exercise
        t_s: time, s
        every_s: how slow it is, s, above 0
        salt: tells one use of chance from another

    Source: smooth step between hashed values

    >>> -1 <= smooth_noise(1, 3.0, 2.0) <= 1
    True
    """
    at = t_s / every_s
    first = int(at // 1)
    share = at - first
    smooth = share * share * (3 - 2 * share)
    before, after = (2 * hash_uniform(seed, first + n, salt) - 1 for n in (0, 1))
    return before + (after - before) * smooth
