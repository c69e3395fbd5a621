"""What the shop's tips weld on its cylinders, and which bore a tip has that carries a number."""

from collections.abc import Sequence

from pellak.core.rig.rack_reach import chart_of_rack, reach_of_rack
from pellak.core.rig.unknown_tip import on_this_rack
from pellak.core.supply.reach_given import ReachValues
from pellak.core.supply.tip_chart import TipChartValues
from pellak.core.supply.tip_number import reckon_tip_number
from pellak.core.supply.tip_number_given import TipNumberAnswer, TipNumberGiven
from pellak.core.tables import Family
from pellak.shop.planning import Planner
from pellak.store.database import Database


class RackReach:
    """The use cases behind the walls of each tip and the bore of one that nobody measured."""

    def __init__(self, database: Database, planner: Planner) -> None:
        self._database = database
        self._planner = planner

    def of(self, families: Sequence[Family], minutes_needed: float | None) -> ReachValues:
        """Return every tip of the rack with the walls of each metal; none where it holds none.

        Args:
            families: metals asked about
            minutes_needed: of flame, min; None counts as on end
        """
        with self._database.reading() as session:
            shop = self._planner.shop(session)
        found = reach_of_rack(
            shop.equipment,
            families,
            shop.schools.acetylene_limit,
            minutes_needed,
            shop.schools.mixer,
        )
        return ReachValues(tips=[], buy=None, barred=None) if found is None else found.values

    def chart(self, family: Family, minutes_needed: float | None) -> TipChartValues:
        """Return the tip chart of the rack; without rows where it holds no tip.

        Args:
            family: the metal
            minutes_needed: of flame, min; None counts as on end
        """
        with self._database.reading() as session:
            shop = self._planner.shop(session)
        schools = shop.schools
        found = chart_of_rack(
            shop.equipment, family, schools.acetylene_limit, minutes_needed, schools.mixer
        )
        return TipChartValues(family=family, tips=[], rows=[]) if found is None else found.values

    def bore(self, given: TipNumberGiven) -> TipNumberAnswer:
        """Return the bore of a tip seen on this rack's line, in the hand that is known.

        Args:
            given: what was seen; what it leaves out of line and hand is the shop's
        """
        with self._database.reading() as session:
            shop = self._planner.shop(session)
        region = shop.schools.acetylene_limit
        return reckon_tip_number(
            on_this_rack(given, shop.equipment, shop.operator_calibration, region)
        )
