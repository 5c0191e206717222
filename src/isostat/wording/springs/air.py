"""The words for bags."""

from __future__ import annotations

from isostat.assess.spring.findings_air import (
    AirForWhatStays,
    BagEnds,
    BagOverloaded,
    ClaimOff,
    LimitsUnknown,
    PressureOutside,
    ValvesFight,
)
from isostat.units.format import with_unit
from isostat.units.unit import Quantity
from isostat.wording.reader import Reader
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
