"""The words for how a leaf pack hangs and is held."""

from __future__ import annotations

from isostat.core.findings import leaf
from isostat.units.shown import with_unit
from isostat.units.unit import Quantity
from isostat.wording.reader import Reader
from isostat.wording.telling import tell


@tell.register
def _(j: leaf.BlockOnSteered, r: Reader) -> tuple[str, str]:
    return (
        f"Block of {r.coil(j.block_m)} on a steered axle",
        "Braking and steering twist it out: arch, leaves or a shackle instead.",
    )


@tell.register
def _(j: leaf.ShackleFar, r: Reader) -> tuple[str, str]:
    when = "hanging" if j.hanging else "at full bump"
    lean = with_unit(abs(j.lean_rad), Quantity.ANGLE, r.preset)
    return f"Shackle leans {lean} {when}", "It locks, or turns over: another length, or its pivot moved."


@tell.register
def _(j: leaf.PinionTurned, r: Reader) -> tuple[str, str]:
    way = "up" if j.turned_rad > 0 else "down"
    turned = with_unit(abs(j.turned_rad), Quantity.ANGLE, r.preset)
    return f"Pinion turned {turned} {way}", "Joints want it within half a degree of what it was: a wedge takes it back."


@tell.register
def _(j: leaf.HangingWrong, r: Reader) -> tuple[str, str]:
    return "Shackle and eyes do not meet", f"{j.reason[0].upper()}{j.reason[1:]}"
