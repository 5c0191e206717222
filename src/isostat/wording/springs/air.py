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
from isostat.language import later, tr
from isostat.units.format import number
from isostat.units.unit import Quantity
from isostat.wording.about import about, about_both
from isostat.wording.reader import Reader
from isostat.wording.springs.kind import SpringWords
from isostat.wording.tell import tell


@tell.register
def _(j: PressureOutside, r: Reader) -> tuple[str, str]:
    said = {"p": r.pressure(j.gauge_pa), "limit": r.pressure(j.limit_pa)}
    if j.over:
        return tr("Bag at {p}, at most {limit}", **said), tr(
            "Over maximum: the bag can burst. Use a larger bag, or stiffer springs."
        )
    return tr("Bag at {p}, at least {limit}", **said), tr(
        "Under minimum: the bag can fold and chafe. Add air, or remove it when unladen."
    )


@tell.register
def _(j: ValvesFight, r: Reader) -> tuple[str, str]:
    return tr("{n} levelling valves", n=j.valves), (
        tr("A body has three heights: a fourth valve fights the others. Tee the bags of one axle to one valve.")
    )


@tell.register
def _(j: BagOverloaded, r: Reader) -> tuple[str, str]:
    return tr("Bag carries {m}, at most {limit}", m=r.mass(j.carries_kg), limit=r.mass(j.most_kg)), (
        tr("Over the maker's load. Use a larger bag, or let the springs carry more.")
    )


@tell.register
def _(j: BagEnds, r: Reader) -> tuple[str, str]:
    m = r.height_unit(j.by_m)
    if j.drawn:
        return tr("Bag fully extended {m} before the shock tops out", m=m), (
            tr("A bag must not limit droop: it tears. Fit a shorter shock or a limiting strap.")
        )
    return tr("Bag bottoms {m} before full bump", m=m), tr("It would take the impact. Raise the bump stop, or lower the bag seat.")


@tell.register
def _(j: ClaimOff, r: Reader) -> tuple[str, str]:
    said = {"claim": r.mass(j.claimed_kg), "area": r.mass(j.by_area_kg)}
    return tr("Catalogue says {claim}; pressure × area gives {area}", **said), (
        tr("Pressure × area is what carries. Measure the bag diameter under load.")
    )


@tell.register
def _(j: LimitsUnknown, r: Reader) -> tuple[str, str]:
    return tr("Bag pressure limits are not known"), tr(
        "Enter the bag's minimum and maximum pressure (see its label) before setting one."
    )


@tell.register
def _(j: AirForWhatStays, r: Reader) -> tuple[str, str]:
    return tr("Bags still carry {m} unladen", m=r.mass(j.air_kg)), (
        tr("{m} on this axle is permanent load. Use springs for that; let air down when empty.", m=r.mass(j.stays_kg))
    )


class AirWords(SpringWords):
    """Pressure and height."""

    name = later("air spring")

    set_by = later("bag pressures")
    held = None
    too_firm = later("Above that it carries nothing at full droop. Use a softer spring, or a shorter shock.")
    less_preload = later("The bags lift it to the end of the shocks. Reduce the pressure.")

    @override
    def found(self, a: Assessment, axle: int, r: Reader, mark: str) -> str:
        spring = a.found_springs[axle][0]
        high = number(spring.installed_m.value, Quantity.COIL, r.preset)
        return tr("air springs {rate}, {high} high", rate=mark + r.rate(spring.rate.value), high=high)

    @override
    def ordered(self, a: Assessment, axle: int, r: Reader) -> str:
        return tr("air springs, dynamic rate {rate}", rate=_rate(a, axle, r))

    @override
    def set(self, a: Assessment, axle: int, r: Reader) -> str:
        gauge = ", ".join(number(p, Quantity.PRESSURE, r.preset) for p in _bags(a, axle).gauge_pa)
        pressures = about_both(a, axle, workings.air.pressure, f"{gauge} {r.preset.pressure.sign}", a.target_case)
        return tr("{pressures} at target", pressures=pressures)

    @override
    def line(self, a: Assessment, at: tuple[int, int], r: Reader) -> str:
        bags, here = _bags(a, at[0]), (*at, a.target_case)
        pressure = about(a, Shown(workings.air.pressure, *here), r.pressure(bags.gauge_pa[at[1]]))
        high = about(a, Shown(workings.air.height, *here), r.coil(bags.full_m - bags.set_x_m[at[1]]))
        return tr("air spring at {pressure}, {high} high ({case})", pressure=pressure, high=high, case=a.job.target.case)

    @override
    def hanging(self, a: Assessment, at: tuple[int, int], r: Reader) -> str:
        rate = about(a, Shown(workings.order.spring_rate, *at), r.rate(a.orders[at[0]].order.rate_n_per_m[at[1]]))
        return tr("dynamic rate {rate}", rate=rate)

    @override
    def rate_name(self, a: Assessment, axle: int) -> str:
        return later("dynamic spring rate")


def _bags(a: Assessment, axle: int) -> Bags:
    bags = bags_of(a.orders[axle])
    assert bags is not None
    return bags


def _rate(a: Assessment, axle: int, r: Reader) -> str:
    return about_both(a, axle, workings.order.spring_rate, r.rate(a.orders[axle].order.rate_n_per_m[0]))
