"""How air springs are said, and what may be wrong with bags, beside springs or in their place."""

from __future__ import annotations

from typing_extensions import override

from isostat.assess import workings
from isostat.assess.setup.springs.air import Bags, bags_of
from isostat.assess.solve.assessment import Assessment
from isostat.assess.spring.findings_air import (
    AirForWhatStays,
    BagEnds,
    BagOverloaded,
    ClaimOff,
    LimitsUnknown,
    PressureOutside,
    ValvesFight,
)
from isostat.assess.workings import Shown
from isostat.units.format import number, with_unit
from isostat.units.unit import Quantity
from isostat.wording.about import about, about_both
from isostat.wording.reader import Reader
from isostat.wording.springs.kind import SpringWords
from isostat.wording.tell import tell


def _bar(pa: float, r: Reader) -> str:
    return with_unit(pa, Quantity.PRESSURE, r.preset)


@tell.register
def _(j: PressureOutside, r: Reader) -> tuple[str, str]:
    if j.over:
        return f"Bag at {_bar(j.gauge_pa, r)}, at most {_bar(j.limit_pa, r)}", "It can burst: a wider bag, or steel for what stays."
    return (
        f"Bag at {_bar(j.gauge_pa, r)}, at least {_bar(j.limit_pa, r)}",
        "Slack it chafes: more air, or off when light.",
    )


@tell.register
def _(j: ValvesFight, r: Reader) -> tuple[str, str]:
    why = "A body has three heights: a fourth valve fights the others. Join one axle's bags by a tee."
    return f"{j.valves:.0f} levelling valves", why


@tell.register
def _(j: BagOverloaded, r: Reader) -> tuple[str, str]:
    return f"Bag carries {r.mass(j.carries_kg)}, at most {r.mass(j.most_kg)}", "Its plate rules: steel beside it, or a larger bag."


@tell.register
def _(j: BagEnds, r: Reader) -> tuple[str, str]:
    if j.drawn:
        return (
            f"Bag drawn long {r.height_unit(j.by_m)} before the shock tops",
            "A bag is no droop limit: a shorter shock, or a strap.",
        )
    return f"Bag flat {r.height_unit(j.by_m)} before the stop is", "It bottoms first: a spacer under the stop, a lower seat."


@tell.register
def _(j: ClaimOff, r: Reader) -> tuple[str, str]:
    return (
        f"{r.mass(j.claimed_kg)} claimed, {r.mass(j.by_area_kg)} by area",
        "Pressure times area carries, no claim: measure its diameter under load.",
    )


@tell.register
def _(j: LimitsUnknown, r: Reader) -> tuple[str, str]:
    return "The bag's least and most pressure are not known", "No pressure is a setting without them: read its plate."


@tell.register
def _(j: AirForWhatStays, r: Reader) -> tuple[str, str]:
    return (
        f"Air holds {r.mass(j.air_kg)} when light",
        f"{r.mass(j.stays_kg)} of gear stays on this axle: that wants steel, air is for the rest.",
    )


class AirWords(SpringWords):
    """Pressure and height."""

    set_by = "bags"
    held = None

    @override
    def found(self, a: Assessment, axle: int, r: Reader, mark: str) -> str:
        spring = a.found_springs[axle][0]
        high = number(spring.installed_m.value, Quantity.COIL, r.preset)
        return f"air springs, {mark}{r.rate(spring.rate.value)}, {high} high"

    @override
    def ordered(self, a: Assessment, axle: int, r: Reader) -> str:
        return f"air springs, {_rate(a, axle, r)} over a bump"

    @override
    def set(self, a: Assessment, axle: int, r: Reader) -> str:
        gauge = ", ".join(number(p, Quantity.PRESSURE, r.preset) for p in _bags(a, axle).gauge_pa)
        return about_both(a, axle, workings.air.pressure, f"{gauge} {r.preset.pressure.sign} at the target", a.target_case)

    @override
    def line(self, a: Assessment, at: tuple[int, int], r: Reader) -> str:
        bags, here = _bags(a, at[0]), (*at, a.target_case)
        pressure = about(a, Shown(workings.air.pressure, *here), _bar(bags.gauge_pa[at[1]], r))
        high = about(a, Shown(workings.air.height, *here), r.coil(bags.full_m - bags.set_x_m[at[1]]))
        return f"air spring at {pressure}, {high} high in {a.job.target.case}"

    @override
    def hanging(self, a: Assessment, at: tuple[int, int], r: Reader) -> str:
        rate = about(a, Shown(workings.order.spring_rate, *at), r.rate(a.orders[at[0]].order.rate_n_per_m[at[1]]))
        return f"{rate} over a bump"

    @override
    def rate_name(self, a: Assessment, axle: int) -> str:
        return "spring rate over a bump"


def _bags(a: Assessment, axle: int) -> Bags:
    bags = bags_of(a.orders[axle])
    assert bags is not None
    return bags


def _rate(a: Assessment, axle: int, r: Reader) -> str:
    return about_both(a, axle, workings.order.spring_rate, r.rate(a.orders[axle].order.rate_n_per_m[0]))
