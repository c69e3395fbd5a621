"""Families of metal and their traits: what is done otherwise for one is a column, not a branch."""

from collections.abc import Mapping
from dataclasses import dataclass
from functools import cache

from pellak.core.tables import rows

YES = "yes"


@dataclass(frozen=True)
class FamilyTraits:
    """What sets one family of metal apart, in every reckoner and on every station."""

    family: str
    name: str
    sheet_name: str
    """What a piece of it is called while its grade is not stated."""
    balance: str
    """The element the rest of an analysis is: Fe, Al, Pb."""
    graphitic: bool
    """A cast iron: brittle when cold, reckoned by saturation, heated and cooled as a casting."""
    hardenable: bool
    """Its preheat goes by carbon equivalent."""
    heats_like: str
    """The family whose heat constants it is reckoned with, where it has none of its own."""
    plain_alloy: str
    """What a piece is reckoned as while only its family is stated: the common grade."""
    usual_joint: str
    """How a piece of it is most often joined, where nobody says."""
    body_family: str
    """The metal it is in the heat of a whole body; empty where nobody has figures."""
    member_steel: str
    """The class of steel a bent member of it is; empty where heat spots are not for it."""
    oxide_tint: str
    """Whose temper colours it keeps; empty where it neither tints nor glows before it melts."""
    grain_changes: bool
    anneals_c: float | None
    flux: str
    """fluoride, borate, or empty where it is welded without."""
    flux_corrodes: bool
    """What is left of the flux eats the metal: it comes off with proof, joints do not trap it."""
    flux_glares: bool
    """Sodium in the flux hides the pool: the lens takes out its light."""
    fused_without_rod: str
    """usual: thin edges are melted together as a rule; may: they can be; no."""
    bevelled: bool
    """Thick edges are bevelled; where not, they stay square at any thickness."""
    sheet_sold_by: str
    """gauge or code."""
    tack_pitch_share: float
    """Of the usual spacing of tacks: less where the metal expands more."""
    warmed_through: bool
    """A thin wall that hardens is warmed through as a whole."""
    preheat_optional: bool
    """A limit between passes is said only where the piece is preheated at all."""
    judged_by: str
    """Whose limits its analysis is held against: steel, aluminium, or as its alloy is filed."""
    left_as_welded: str
    """Why it gets no heat after the seam."""
    crayon_note: str
    """What crayons have to be helped out for: empty where steel's own colours speak too."""
    source: str

    @property
    def ferrous(self) -> bool:
        """Whether it is a steel or an iron."""
        return self.balance == "Fe"

    @property
    def glows(self) -> bool:
        """Whether colour warns of its pool."""
        return bool(self.oxide_tint)

    @property
    def spot_heated_steel(self) -> bool:
        """Whether red spots under a welding tip upset it as they do carbon steel."""
        return self.hardenable and bool(self.member_steel)


@cache
def family_traits() -> Mapping[str, FamilyTraits]:
    """Return the traits by family id, in the table's order."""
    return {
        row["family"]: FamilyTraits(
            family=row["family"],
            name=row["name"],
            sheet_name=row["sheet_name"],
            balance=row["balance"],
            graphitic=row["graphitic"] == YES,
            hardenable=row["hardenable"] == YES,
            heats_like=row["heats_like"],
            plain_alloy=row["plain_alloy"],
            usual_joint=row["usual_joint"],
            body_family=row["body_family"],
            member_steel=row["member_steel"],
            oxide_tint=row["oxide_tint"],
            grain_changes=row["grain_changes"] == YES,
            anneals_c=float(row["anneals_C"]) if row["anneals_C"] else None,
            flux=row["flux"],
            flux_corrodes=row["flux_corrodes"] == YES,
            flux_glares=row["flux_glares"] == YES,
            fused_without_rod=row["fused_without_rod"],
            bevelled=row["bevelled"] == YES,
            sheet_sold_by=row["sheet_sold_by"],
            tack_pitch_share=float(row["tack_pitch_share"]),
            warmed_through=row["warmed_through"] == YES,
            preheat_optional=row["preheat_optional"] == YES,
            judged_by=row["judged_by"],
            left_as_welded=row["left_as_welded"],
            crayon_note=row["crayon_note"],
            source=row["source"],
        )
        for row in rows("metal_families.csv")
    }


def traits_of(family: str) -> FamilyTraits:
    """Return the traits of a family of the table."""
    return family_traits()[family]


def family_name(family: str) -> str:
    """Return a family in words; one nobody knows as it is written."""
    known = family_traits().get(family)
    return known.name if known else family
