"""How torsion bars are said, how their splines are moved, and what may be wrong with them."""

from __future__ import annotations

import math

from typing_extensions import override

from isostat.assess import workings
from isostat.assess.setup.springs.torsion import twisted_of
from isostat.assess.solve.assessment import Assessment
from isostat.assess.spring.findings_torsion import ArmStopFirst, BarStress
from isostat.assess.workings import Shown
from isostat.core.springs.torsion.indexing import Index
from isostat.units.format import number
from isostat.units.unit import Quantity
from isostat.wording.about import about, about_both
from isostat.wording.reader import Reader
from isostat.wording.springs.kind import SpringWords, rate_words
from isostat.wording.tell import tell

TEETH_SEEN = "turn of the anchor; tighter: more twist, lifts; each end seen from that end"


def say_teeth(setting: Index) -> str:
    """`Inner 3 teeth tighter, outer 2 slacker`."""
    said = [
        f"{end} {abs(teeth)} {'tooth' if abs(teeth) == 1 else 'teeth'} {'tighter' if teeth > 0 else 'slacker'}"
        for end, teeth in (("inner", setting.inner), ("outer", -setting.outer))
        if teeth
    ]
    words = ", ".join(said) or "teeth stay"
    return words[0].upper() + words[1:]


@tell.register
def _(j: ArmStopFirst, r: Reader) -> tuple[str, str]:
    return (
        f"Arm on its stop {r.height_unit(j.by_m)} before the shock tops",
        "The arm takes the blow of every drop: a shorter shock.",
    )


@tell.register
def _(j: BarStress, r: Reader) -> tuple[str, str]:
    why = "It settles: a longer bar, a thicker one turned less, less bump."
    return f"Torsion bar at {j.used * 100:.0f} % of its stress at full bump", why


class TorsionWords(SpringWords):
    """Rate, and how far the anchor is turned."""

    set_by = "anchors"
    held = "unload the bar, hold the key"
    too_firm = "Above that it carries nothing at full droop: a softer spring, or a shorter shock."
    instead_of_one_rate = "Options: a helper beside the bar, more travel, or a relaxed rule."

    @override
    def found(self, a: Assessment, axle: int, r: Reader, mark: str) -> str:
        return f"torsion bars, {mark}{r.rate(a.found_springs[axle][0].rate.value)}"

    @override
    def ordered(self, a: Assessment, axle: int, r: Reader) -> str:
        return f"torsion bars, {about_both(a, axle, workings.order.spring_rate, r.rate(a.orders[axle].order.rate_n_per_m[0]))}"

    @override
    def set(self, a: Assessment, axle: int, r: Reader) -> str:
        turns = [f"{number(abs(t), Quantity.ANGLE, r.preset)}° {_way(t)}" for t in _turn(a, axle)]
        return about_both(a, axle, workings.torsion.turn, ", ".join(turns))

    @override
    def line(self, a: Assessment, at: tuple[int, int], r: Reader) -> str:
        turn = _turn(a, at[0])[at[1]]
        turned = about(a, Shown(workings.torsion.turn, *at), f"{abs(math.degrees(turn)):.2f}°")
        return f"torsion bar {rate_words(a, at, r)}, anchor {turned} {_way(turn)}"

    @override
    def hanging(self, a: Assessment, at: tuple[int, int], r: Reader) -> str:
        return "handed, left and right are not swapped"


def _turn(a: Assessment, axle: int) -> tuple[float, float]:
    bars = twisted_of(a.orders[axle])
    assert bars is not None
    return bars.turn


def _way(turn_rad: float) -> str:
    return "tighter" if turn_rad >= 0 else "slacker"
