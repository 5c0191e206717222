"""Settings of a card that are a leaf pack's: what is cut, drawn up, put between, and how its shackle stands."""

from __future__ import annotations

import math
from collections.abc import Callable

from isostat.assess.fit.changes import other_wedge, put_right_apart
from isostat.assess.knock_on.line import Way
from isostat.assess.knock_on.links import facing, thick_end
from isostat.assess.setup.springs.leaf import stack_m
from isostat.assess.spring.leaf import packed
from isostat.assess.spring.leaf_added import AddedLeaf, added_leaf
from isostat.assess.spring.leaf_hardware import leaf_hardware
from isostat.core import rules
from isostat.language import tr
from isostat.wording.card_at import At
from isostat.wording.card_springs import spacer


def u_bolts(at: At) -> str | None:
    """Length of the legs in which they are stocked, and what is needed."""
    found = leaf_hardware(at.a, at.i)
    if found is None or found.legs_m is None:
        return None
    step = float(rules.U_BOLT_STEP_INCH if at.in_inches else rules.U_BOLT_STEP)
    stocked = math.ceil(found.legs_m / step - 1e-6) * step
    return at.stocked(stocked, found.legs_m)


def stack(at: At) -> str | None:
    """Thickness of the pack at the clamp."""
    made = packed(at.a, at.i)
    return None if made is None else at.r.coil(stack_m(made.pack))


def of_added(value: Callable[[AddedLeaf], float | None]) -> Callable[[At], str | None]:
    """A length of the leaf that is added."""

    def said(at: At) -> str | None:
        found = added_leaf(at.a, at.i)
        m = None if found is None else value(found)
        return None if m is None else at.r.coil(m)

    return said


def long_half(at: At) -> str | None:
    """Which half of the main leaf is the longer one."""
    leaves = at.a.job.proposal.axles[at.i].pack.leaves or at.a.job.as_found.axles[at.i].pack.leaves
    if not leaves or leaves[0].front_m is None or leaves[0].rear_m is None:
        return None
    front, rear = float(leaves[0].front_m.value), float(leaves[0].rear_m.value)
    if math.isclose(front, rear):
        return tr("either end, both are {m}", m=at.r.coil(front))
    return tr("the front, {m}", m=at.r.coil(front)) if front > rear else tr("the rear, {m}", m=at.r.coil(rear))


def between(at: At) -> str:
    """Block and wedge between pack and axle."""
    blocks = at.a.orders[at.i].order.spacer_m
    said = [tr("block {m}", m=spacer(at))] if at.a.orders[at.i].kind.name == "leaf" and max(blocks) > 0.0 else []
    for _, cure in put_right_apart(at.a, at.i):
        if cure.way is Way.WEDGE:
            said.append(_wedge(at, abs(cure.by), cure.thick))
    read = at.a.job.proposal.axles[at.i].pack.wedge_rad
    if read is not None and read.value:
        said.append(_wedge(at, abs(float(read.value)), tall_end(at)))
    return ", ".join(said) or tr("nothing")


def _wedge(at: At, by_rad: float, thick: str) -> str:
    return tr("wedge {angle}, thick end {end}", angle=at.r.angle(by_rad), end=tr(thick))


def wedge_part(at: At) -> str | None:
    """A wedge that is new; None where there is none."""
    fit, was = at.a.job.proposal.axles[at.i], at.a.job.as_found.axles[at.i]
    read = fit.pack.wedge_rad
    if read is None or not other_wedge(fit, was):
        return None
    return _wedge(at, abs(float(read.value)), tall_end(at))


def tall_end(at: At) -> str:
    """Of a block or wedge that is tapered."""
    read = at.a.job.proposal.axles[at.i].pack.wedge_rad
    if read is None or not read.value:
        return tr("none, it is not tapered")
    return tr(thick_end(at.a, at.i, float(read.value) * facing(at.a, at.i)))


def shackle_angle(at: At) -> str | None:
    """At the target."""
    found = leaf_hardware(at.a, at.i)
    if found is None or found.leans_rad is None:
        return None
    return tr("{angle}, {case}", angle=at.r.angle(found.leans_rad[1]), case=at.r.case(at.a.target_case))


def new_shackle(at: At) -> str | None:
    """Between its bolts."""
    read = at.a.job.proposal.axles[at.i].pack.new_shackle_m
    return None if read is None else at.r.coil(float(read.value))


SETTINGS: dict[str, Callable[[At], str | None]] = {
    "ubolt": u_bolts, "stack": stack, "long_half": long_half, "between": between, "tall_end": tall_end, "wedge_part": wedge_part,
    "shackle_angle": shackle_angle, "shackle": new_shackle,
    "cut_front": of_added(lambda leaf: leaf.front_m), "cut_rear": of_added(lambda leaf: leaf.rear_m),
    "nip": of_added(lambda leaf: leaf.nip_m),
}  # fmt: skip
