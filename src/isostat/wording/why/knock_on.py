"""Why what the height drags with it matters, and what to do first."""

from __future__ import annotations

from isostat.assess.judgement import Judgement
from isostat.assess.knock_on.findings import (
    BarAgainstLeaves,
    DraggedOutside,
    LinksCannotBe,
    LinksDoNotClose,
    TapeDoubted,
    ValveToSet,
)
from isostat.core import rules
from isostat.units.saying import Amount, Saying, saying
from isostat.units.unit import Quantity

WHYS: dict[type[Judgement], Saying] = {
    DraggedOutside: saying(
        "Bars and links swing as the body rises, and take the axle, its caster and its shaft along. An axle may stand about {m} "
        "aside ({source}). Read before teardown, correct at ride height with the wheels on the ground, then have it aligned.",
        m=Amount(rules.AXLE_SIDEWAYS, Quantity.HEIGHT),
        source=Saying(rules.AXLE_SIDEWAYS.source),
    ),
    ValveToSet: saying(
        "A load-sensing valve reads the height of the body as load: lifted, it brakes that axle too little; lowered, too much. "
        "More than about {m} of rod counts ({source}). Have a licensed shop set it as the maker says, and prove it on a tester.",
        m=Amount(rules.VALVE_ROD, Quantity.HEIGHT),
        source=Saying(rules.VALVE_ROD.source),
    ),
    BarAgainstLeaves: saying(
        "Leaf springs locate their axle sideways. A bar on top swings through an arc that the leaves do not follow: both bind, "
        "and brackets crack. Check what was read; take off what was added."
    ),
    LinksCannotBe: saying(
        "The readings describe links, arms or a shaft that cannot exist: an upper link below the lower one, a bar shorter than "
        "its drop. Measure again, eye to eye, at ride height."
    ),
    LinksDoNotClose: saying(
        "In some load case the axle stands further than the links can follow: they would be pulled tight or bend. Check "
        "lengths and angles first; then fit longer links, or lift less."
    ),
    TapeDoubted: saying(
        "Hub to hub, diagonals and frame to axle say the same thing more than once. This one is further off the others than "
        "three times the tape's error ({m}, {source}). Hold the tape level, at the same points of both sides, and read it again.",
        m=Amount(rules.TAPE_ERROR, Quantity.HEIGHT),
        source=Saying(rules.TAPE_ERROR.source),
    ),
}
