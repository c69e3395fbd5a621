"""Words of trouble and of the shop: what is typed as it is said finds what it is about."""

import csv
from importlib.resources import files

import pytest

from pellak.core.ask.spoken import MOST_CARDS, spoken_cards
from pellak.core.marks import CLOSE
from pellak.core.reading.measures import said
from pellak.core.tables import rows

# By kind of speaker, as they would type it.
QUESTIONS = [
    # a beginner
    ("it keeps popping", "It pops or snaps out"),
    ("backfire", "It pops or snaps out"),
    ("torch goes pop", "It pops or snaps out"),
    ("my torch is squealing", None),
    ("flashback", "Flash-back"),
    ("i smell gas", "It smells of gas"),
    ("gas leak", "It smells of gas"),
    ("there is a leak", "It smells of gas"),
    ("black smoke", "Soot"),
    ("soot everywhere", "Soot"),
    ("blows itself out", "The flame leaves the tip"),
    ("flame lifts off", "The flame leaves the tip"),
    ("i burned through", "It burns through"),
    ("blowing holes in sheet", "It burns through"),
    ("pinholes", "Holes in the bead"),
    ("bubbles in the weld", "Holes in the bead"),
    ("porosity", "Holes in the bead"),
    ("it cracked", "It cracks"),
    ("crack in the weld", "It cracks"),
    ("no penetration", "It does not go through"),
    ("undercut", "Undercut"),
    ("panel warped", "It warps"),
    ("distortion", "It warps"),
    ("rod sticks", "The rod sticks"),
    ("sparks", "Sparks from the pool"),
    ("crooked cone", "The cone is crooked"),
    ("dirty tip", "The cone is crooked"),
    ("how do i light it", "Lighting"),
    ("how do I turn it off", "Shutting down"),
    ("which valve first", "Lighting"),
    ("what shade lens", "Lens"),
    ("what goggles do i need", "Lens"),
    ("neutral flame", "Neutral flame"),
    ("neutral", "Neutral flame"),
    ("what is a keyhole", "Keyhole"),
    ("what is a puddle", "Puddle"),
    ("forehand or backhand", "Forehand and backhand"),
    ("what does carburizing mean", "Carburising flame"),
    ("oxidizing", "Oxidising flame"),
    ("feather", "Carburising flame"),
    ("do i need flux", "Flux"),
    ("what rod", "Rod"),
    ("can i use a coat hanger", "A coat hanger as rod"),
    ("what is a tack", "Tacks"),
    ("how far apart are tacks", "Tacks"),
    ("what to wear", "What to wear"),
    ("gloves", "What to wear"),
    ("temper colors", "Temper colours"),
    ("cherry red", "Heat by colour"),
    # a sheet-metal hand
    ("burn through", "It burns through"),
    ("oil canning", "It warps"),
    ("edges ride over", None),
    ("riding over", "The edges ride over"),
    ("16 gauge", "Gauge"),
    ("what is 16 ga", "Gauge"),
    ("gage", "Gauge"),
    ("thou", "Thou"),
    ("backstep", "Back-step"),
    ("root gap", "Root gap"),
    ("fillet leg", "Fillet"),
    ("galvanized", "Galvanised"),
    ("galv", "Galvanised"),
    ("zinc fumes", "Zinc fume"),
    ("fume fever", "Zinc fume"),
    ("metal fume fever", "Zinc fume"),
    # an agricultural or repair shop
    ("stuck nut", "A nut that will not come"),
    ("seized bolt", "A nut that will not come"),
    ("rusted solid", "A nut that will not come"),
    ("thread-lock", "A thread that was locked with adhesive"),
    ("threadlock", "A thread that was locked with adhesive"),
    ("thaw", "Thaw a pipe"),
    ("frozen pipe", "Thaw a pipe"),
    ("straighten", "Straighten"),
    ("bent bar", "Straighten"),
    ("hardfacing", "Hard-face"),
    ("hard face", "Hard-face"),
    ("worn edge", "Hard-face"),
    ("shrink fit", "Shrink a ring on"),
    ("bend it hot", "Bend it hot"),
    ("anneal", "Anneal"),
    ("stress relief", "Heat after welding"),
    ("normalize", "Heat after welding"),
    ("leaf spring", "Springs"),
    ("weld a spring", "Springs"),
    ("pot metal", "Zinc die-cast"),
    ("die cast", "Zinc die-cast"),
    ("brass", "Brass"),
    ("can I weld brass", "Brass"),
    ("bronze", "Bronze"),
    ("copper", "Copper"),
    ("copper pipe", "Copper"),
    ("titanium", "Titanium"),
    ("magnesium", "Magnesium"),
    ("nickel", "Nickel alloys"),
    ("tool steel", "Tool steel"),
    ("fuel tank", "A tank that held fuel"),
    ("weld a gas tank", "A tank that held fuel"),
    ("oil drum", "A tank that held fuel"),
    ("boiler", "Pressure vessels"),
    ("air tank", "Pressure vessels"),
    ("tire on rim", "Wheels"),
    ("wheel rim", "Wheels"),
    ("airbag", "Closed cylinders and charges"),
    ("strut", "Closed cylinders and charges"),
    ("brazing", "Brazing and soldering"),
    ("silver solder", "Brazing and soldering"),
    ("cutting torch", "Cutting"),
    ("propane", "Another fuel gas"),
    # somebody at the rack
    ("rosebud", "Rosebud"),
    ("heating head", "Rosebud"),
    ("what number is my tip", "What number is my tip?"),
    ("tip number", "What number is my tip?"),
    ("tip size", "Tip"),
    ("nipple", "Tip"),
    ("double-ought", "Tip"),
    ("injector", "Mixer"),
    ("equal pressure", "Mixer"),
    ("regulator creep", "The needle climbs with the torch shut"),
    ("needle climbs", "The needle climbs with the torch shut"),
    ("frozen regulator", "A regulator ices up"),
    ("pressure drops", "The pressure falls as it burns"),
    ("arrestor", "Arrestors"),
    ("check valve", "Arrestors"),
    ("hose length", "Hose"),
    ("striker", "Friction lighter"),
    ("stinger", "Friction lighter"),
    ("pigtail", "Pigtail"),
    ("manifold", "Pigtail"),
    ("soapstone", "Soapstone"),
    ("tip cleaner", "Tip cleaner"),
    ("temperature stick", "Temperature crayon"),
    ("crayon", "Temperature crayon"),
    ("oxygen 1000 psi", "An oxygen gauge"),
    ("how long will my tank last", "What is left"),
    ("tank", "What is left"),
    ("how much gas is left", "What is left"),
    ("gas left", "What is left"),
    ("1/7 rule", "Draw"),
    ("withdrawal rate", "Draw"),
    ("why 15 psi", "15 psi"),
    ("acetylene limit", "15 psi"),
    ("what pressure", "Pressures"),
    ("leak test", "Leak test"),
    ("purge", "Purge"),
    ("shut down", "Shutting down"),
    ("fire watch", "Fire watch"),
    ("hot work permit", "Permit"),
    ("cylinder lying down", "Acetone comes out"),
    ("acetone in the flame", "Acetone comes out"),
    ("hot cylinder", "An acetylene cylinder is hot or was in a fire"),
    # somebody who plans and records
    ("preheat", "Preheat"),
    ("interpass", "Interpass"),
    ("carbon equivalent", "Carbon equivalent"),
    ("schedule", "Schedule"),
    ("sch 80", "Schedule"),
    ("bevel", "Bevel"),
    ("wps", "Procedures"),
    ("procedure", "Procedures"),
    ("calibration", "Calibration"),
    ("operator factor", "Calibration"),
    ("backup", "Settings"),
    ("inches", "Settings"),
    ("dark mode", "Settings"),
    ("apprentices", "Class"),
    ("history", "Run book"),
    ("today", "Day"),
    ("fault finder", "Trouble"),
    ("success rate", "Counts"),
    ("inventory", "Rack"),
    ("alloys", "Metals"),
    ("train", "Practice"),
    ("flame quiz", "Read flames"),
]
ASKED = [(question, title) for question, title in QUESTIONS if title is not None]


def test_what_is_said_finds_what_it_is_about():
    assert len(QUESTIONS) >= 150
    wrong = [
        (question, title, [card.title for card in spoken_cards(question)])
        for question, title in ASKED
        if title not in [card.title for card in spoken_cards(question)][:1]
    ]
    assert len(wrong) <= 0.03 * len(ASKED), wrong


@pytest.mark.parametrize("question", [question for question, _ in QUESTIONS])
def test_no_word_of_the_shop_finds_nothing(question):
    cards = spoken_cards(question)
    assert 0 < len(cards) <= MOST_CARDS


@pytest.mark.parametrize("text", ["", "   ", "?", "xyzzy", "the of a", "12345678"])
def test_nonsense_finds_nothing(text):
    assert spoken_cards(text) == []


def test_the_shop_says_more_than_four_hundred_words():
    spoken = [one for row in rows("spoken_words.csv") for one in row["said"].split(";")]
    metals = [one for row in rows("alloy_words.csv") for one in row["words"].split(";")]
    assert len(spoken) + len(metals) >= 400
    assert len(set(spoken)) == len(spoken)


def test_a_card_is_short_and_says_its_measures_in_either_system():
    for row in rows("spoken_words.csv"):
        assert len(said(row["card"], "metric")) <= 260, row["title"]
        assert CLOSE not in said(row["card"], "inch")
        assert row["place"] == "" or row["place"].startswith("/")


def test_what_is_not_planned_says_why_and_what_people_do_instead():
    text = files("pellak.core.tables").joinpath("spoken_words.csv").read_text("utf-8")
    limits = [row for row in csv.DictReader(text.splitlines()) if row["kind"] == "limit"]
    assert {
        "Brass",
        "Bronze",
        "Copper",
        "Titanium",
        "Magnesium",
        "Zinc die-cast",
        "Galvanised",
    } <= {row["title"] for row in limits}
    for row in limits:
        assert len(row["card"].split()) > 6, row["title"]
