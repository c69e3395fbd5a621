"""Half a year of practice from a fixed seed: three who learn, each at their own pace."""

import random
from datetime import timedelta

from pellak.core.practice.ladder import LADDER
from pellak.core.practice.score import ScorePart
from pellak.demo.work_done import LAST_DAY
from pellak.shop.practice_book import PracticeBook, WordSaid

SEED = 4711
DAYS = 182
LEARNERS = {"Tove": (0.45, 0.97, 12), "Ida": (0.30, 0.86, 9), "Per": (0.50, 0.74, 6)}
"""Share of the points on the first day and the last, and how far up the ladder each has come."""
FROM_PAPER = "entered from the group's own sheet"
SAID = (
    ("Tove", "neutral", "Quick, and stops short of the hiss now.", True),
    ("Tove", "two-x", "Reads the feather against the cone, not against the tip.", True),
    ("Ida", "neutral", "Opens the oxygen too far, then hunts. Slower on the last third.", False),
    ("Per", "smoke-gone", "Good.", True),
)


def enter_practice(practice: PracticeBook) -> None:
    """Enter what three learners practised, and what their instructor said."""
    chance = random.Random(SEED)
    for who, (first, last, rungs) in LEARNERS.items():
        for place, rung in enumerate(LADDER[:rungs]):
            begun = DAYS * place / (rungs + 1)
            for days in sorted(
                chance.uniform(begun, DAYS - 1) for _ in range(chance.randint(3, 6))
            ):
                share = min(1.0, max(0.0, chance.gauss(first + (last - first) * days / DAYS, 0.06)))
                whole = ScorePart(label="All of it", most=100.0, why=FROM_PAPER, points=100 * share)
                # A quarter of an hour at the end of a working day.
                at = LAST_DAY - timedelta(days=DAYS - int(days), hours=chance.uniform(-4, -6))
                practice.enter(who, rung.id, 100 * share, [whole], at)
    for who, name, words, signed_off in SAID:
        practice.say(
            WordSaid(who=who, rung=name, said_by="Brit", signed_off=signed_off, words=words)
        )
