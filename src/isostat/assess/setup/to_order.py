"""The springs that the proposal orders or tries, axle by axle."""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np

from isostat.assess.setup.as_found import HIGHEST_RATE, FoundSpring, reach
from isostat.assess.setup.figures import AxleFigures
from isostat.assess.setup.platform import SPRING
from isostat.assess.setup.rate_choice import Picked, pick_rate, room_at
from isostat.assess.setup.springs.air import Bags, air_springs, riding_rates
from isostat.assess.setup.springs.laws import Incomplete, spring_law
from isostat.assess.setup.springs.leaf import hanging, thicker_m
from isostat.assess.setup.springs.stacked import Seated, seat_stack
from isostat.assess.setup.springs.torsion import Twisted, arm_law, twist
from isostat.assess.setup.tandem import Beams, balanced
from isostat.core.limits import Floats, OutOfRange
from isostat.core.parts.bank import Bank
from isostat.core.parts.law import ForceLaw
from isostat.core.rates.purchase import ANY, INCH, POUND_AN_INCH, SPACER_STEP, Sides, SpringOrder, Stock, order_springs, to_step
from isostat.core.rates.rate import wheel_rate
from isostat.core.rates.window import Window
from isostat.core.springs.coil import Coil as CoilLaw
from isostat.core.springs.leaf.pack import LeafLaw
from isostat.core.springs.stacked import StackedPair
from isostat.core.springs.straight_pieces import compression_at
from isostat.core.travel.events import TravelEvent, bump_end, droop_end, travel_events
from isostat.core.vehicle.platform import Platform
from isostat.core.vehicle.pose import pads_for, spring_forces
from isostat.core.working import Origin
from isostat.job.axle_fit import AxleFit
from isostat.job.reading import Reading
from isostat.job.schema import Job

STOCKS = {"any": ANY, "25 lb/in": Stock(25 * POUND_AN_INCH, 2 * INCH), "50 lb/in": Stock(50 * POUND_AN_INCH, 2 * INCH)}


@dataclass(frozen=True, slots=True, kw_only=True)
class Ordered:
    """One axle's springs as the proposal orders them, with what the target asks of them."""

    order: SpringOrder  # rates: of a spring whose rate changes, at the target
    rate_origin: Origin
    free_origin: Origin
    spacer_origin: Origin
    target_force_n: tuple[float, float]  # spring force at the target
    pressed_m: tuple[float, float]  # compression that gives it
    space_m: tuple[float, float]  # room between the seats at the target, no spacer at all
    picked_rate: float  # N/m by the axle's way, mean of both sides, not rounded
    sprung_kg: float  # of one wheel, mean, in the case that the rate is picked by
    window: Window  # of the spring's rate
    at_wheel: Window  # the same of the wheel rate
    bends: tuple[float, float]  # X' and X'' of the spring at the target
    picked: str  # the way that gave the rate, or why it could not
    law: tuple[ForceLaw, ForceLaw]
    offset_m: tuple[float, float]  # compression at the baseline position
    can_be_had: bool  # False: past an end of travel, or a force or a rate below zero would be wanted
    stack: Seated | None = None  # of a stacked pair
    torsion: Twisted | None = None  # of torsion bars
    air: Bags | None = None  # of bags in place of springs
    lacks: str = ""  # why the wanted kind of spring cannot be made; a plain coil stands in


def order(
    job: Job,
    axles: tuple[AxleFigures, ...],
    found: tuple[tuple[FoundSpring, FoundSpring], ...],
    bare: tuple[Platform, Bank, Beams | None],
    travel: Floats,
) -> tuple[Ordered, ...]:
    """The springs of the proposal, axle by axle: typed values win, the rest is solved for the target.

    bare: the proposal without its springs, one column a case, and what beams its last axles share. travel: target u* (A, 2) in m.
    """
    platform, bank, beams = bare
    case = job.case_index(job.target.case)
    pads = pads_for(platform, case, travel)
    events = [[travel_events(platform, bank, a, side, 0) for side in (0, 1)] for a in range(len(axles))]
    ends = np.array([[(droop_end(e).travel_m, bump_end(e).travel_m) for e in both] for both in events])
    there = np.clip(travel, ends[..., 0], ends[..., 1])  # what gives way past an end is no spring's business
    within = [bool((travel[a] == there[a]).all()) for a in range(len(axles))]
    force = balanced(beams, spring_forces(platform, bank, case, pads - platform.unsprung_n[..., case], there, SPRING))
    if beams is not None:  # what is held beyond an end on one axle of the pair is pressed onto the other
        within[-2:] = [all(within[-2:])] * 2
    out = []
    for a, axle in enumerate(axles):
        at_springs = platform.row[a, list(SPRING), :, 0] @ travel[a]
        _, slope, bend = axle.spring_motion.at(at_springs)
        bends = (float(slope.mean()), float(bend.mean()))
        picked = pick_rate(job, a, platform, travel, force[a], bends, room_at(axle, found[a], events[a], travel[a]))
        wanted = _Wanted(
            job.proposal.axles[a], job.as_found.axles[a], axle, found[a], force[a], at_springs, events[a], picked, within[a]
        )
        out.append(_order_axle(wanted))
    return tuple(out)


@dataclass(frozen=True, slots=True)
class _Wanted:
    """What an axle's springs are ordered from. force, at_springs: (2,) spring force and travel of its own point at the target.

    within: whether the target lies between the ends of travel, of both axles where a beam couples them.
    """

    fit: AxleFit
    found_fit: AxleFit
    axle: AxleFigures
    found: tuple[FoundSpring, FoundSpring]
    force: Floats
    at_springs: Floats
    events: list[tuple[TravelEvent, ...]]
    picked: Picked
    within: bool

    @property
    def within_reach(self) -> bool:
        """Whether any spring could hold the target: pushing, between the ends of travel."""
        return self.within and bool((self.force > 0.0).all())


def _order_axle(w: _Wanted) -> Ordered:
    try:
        if w.fit.kind == "torsion bar":
            return _torsion(w)
        if w.fit.kind == "air":
            return _air(w)
        law = spring_law(w.fit)
        if isinstance(law, StackedPair):
            return _stack(w, law)
        if isinstance(law, LeafLaw):
            return _leaves(w, law)
        return _coils(w) if law is None else _curved(w, law)
    except (Incomplete, OutOfRange) as why:
        return _coils(w, lacks=str(why))


def _ordered(
    w: _Wanted, order: SpringOrder, law: tuple[ForceLaw, ForceLaw], pressed: Floats, base: Floats, **more: object
) -> Ordered:
    """base: (2,) room between the seats at the baseline."""
    coils = (w.fit.left, w.fit.right)
    grown = np.asarray(w.axle.spring_motion.at(w.at_springs)[0])
    usual: dict[str, object] = {
        "rate_origin": Origin.TYPED if any(c.rate_n_per_m for c in coils) else Origin.COMPUTED,
        "free_origin": Origin.TYPED if any(c.free_length_m for c in coils) else Origin.SOLVED,
        "spacer_origin": Origin.TYPED if any(c.spacer_m for c in coils) else Origin.SOLVED,
        "can_be_had": w.within_reach,
        "offset_m": _pair(np.array(order.free_m) + np.array(order.spacer_m) - base),
    }
    return Ordered(
        order=order,
        law=law,
        target_force_n=_pair(w.force),
        pressed_m=_pair(pressed),
        space_m=_pair(base - grown),
        picked_rate=sum(w.picked.rate) / 2,
        sprung_kg=w.picked.sprung_kg,
        window=w.picked.window,
        at_wheel=w.picked.at_wheel,
        bends=w.picked.bends,
        picked=w.picked.words,
        **(usual | more),  # type: ignore[arg-type]
    )


def _seats(w: _Wanted) -> Floats:
    """Room between the seats at the baseline, no spacer, (2,) in m."""
    return np.array([f.installed_m.value + f.spacer_m for f in w.found])


def _sized(w: _Wanted, pressed: Floats, rates: tuple[float, float], stock: Stock) -> SpringOrder:
    """Free lengths and spacers for compressions that carry the target's forces."""
    fit = w.fit
    space = _seats(w) - np.asarray(w.axle.spring_motion.at(w.at_springs)[0])
    return order_springs(
        space,
        pressed,
        rates,
        Sides(fit.sides),
        (_given(fit.left.free_length_m), _given(fit.right.free_length_m)),
        (_given(fit.left.spacer_m), _given(fit.right.spacer_m)),
        stock,
    )


def _coils(w: _Wanted, lacks: str = "") -> Ordered:
    """Plain coils of the picked or typed rate."""
    coils, stock = (w.fit.left, w.fit.right), STOCKS[w.fit.stock]
    safe = [float(np.clip(to_step(rate, stock.rate), stock.rate, HIGHEST_RATE)) for rate in w.picked.rate]
    left, right = (c.rate_n_per_m.value if c.rate_n_per_m else rate for c, rate in zip(coils, safe, strict=True))
    pressed = w.force / np.array([left, right])
    sized = _sized(w, pressed, (left, right), stock)
    laws = [
        CoilLaw(rate, reach(free, coil.solid_length_m))
        for coil, free, rate in zip(coils, sized.free_m, sized.rate_n_per_m, strict=True)
    ]
    can = w.within_reach and min(w.picked.rate) > 0.0
    return _ordered(w, sized, (laws[0], laws[1]), pressed, _seats(w), lacks=lacks, can_be_had=can)


def _torsion(w: _Wanted) -> Ordered:
    """Torsion bars: each anchor is turned until its arm holds the target's force at the target's angle. Raises Incomplete."""
    told, found = w.fit.torsion.over(w.found_fit.torsion), w.found_fit.torsion
    grown = np.asarray(w.axle.spring_motion.at(w.at_springs)[0])
    held = np.array([f.force_n for f in w.found])
    typed = (_given(w.fit.left.slack_rad), _given(w.fit.right.slack_rad))
    t = twist(told, found.over(told), held, w.force, grown, typed)
    left, right = (arm_law(t.bar, t.arm_m, s, told.stop_rad) for s in t.slack)
    stands = [t.arm_m * math.sin(a) - g for a, g in zip(t.at_target, grown, strict=True)]  # the arms' ends as weighed
    offset = np.array([y - t.arm_m * math.sin(s) for y, s in zip(stands, t.slack, strict=True)])
    pressed = offset + grown
    rates = tuple(float(law.rate(np.asarray(x))) for law, x in zip((left, right), pressed, strict=True))
    order = SpringOrder(rate_n_per_m=(rates[0], rates[1]), free_m=(0.0, 0.0), spacer_m=(0.0, 0.0), need_m=(0.0, 0.0))
    return _ordered(
        w, order, (left, right), pressed, _seats(w), offset_m=_pair(offset), torsion=t, rate_origin=Origin.TYPED,
        free_origin=Origin.TYPED, spacer_origin=Origin.TYPED,
    )  # fmt: skip


def _air(w: _Wanted) -> Ordered:
    """Bags in place of springs: their pressures are solved for the target where they are not typed. Raises Incomplete."""
    grown = np.asarray(w.axle.spring_motion.at(w.at_springs)[0])
    bags = air_springs(w.fit.air.over(w.found_fit.air), grown, w.force)
    pressed = np.array(bags.set_x_m)
    order = SpringOrder(
        rate_n_per_m=riding_rates(bags, pressed), free_m=(bags.full_m,) * 2, spacer_m=(0.0, 0.0), need_m=(bags.full_m,) * 2
    )
    origin = Origin.TYPED if w.fit.air.left_pa or w.fit.air.right_pa else Origin.SOLVED
    return _ordered(
        w, order, bags.law, pressed, np.full(2, bags.full_m - bags.offset_m[0]), offset_m=bags.offset_m, air=bags,
        rate_origin=origin, free_origin=Origin.TYPED, spacer_origin=Origin.TYPED,
    )  # fmt: skip


def _leaves(w: _Wanted, law: LeafLaw) -> Ordered:
    """A leaf pack: its free arch is its own, blocks make up what the target lacks; a pack that stands too high is left so."""
    pressed = np.array([compression_at(law, float(f)) for f in w.force])
    base = _seats(w)
    try:
        hung = hanging(w.fit.pack)
    except Incomplete:  # said as a finding; it hangs as it was
        hung = None
    raised = (hung.raised_m if hung else 0.0) + thicker_m(w.fit.pack, w.found_fit.pack if w.found_fit.kind == "leaf" else None)
    need = base - np.asarray(w.axle.spring_motion.at(w.at_springs)[0]) + pressed - raised
    lacks = need - law.flat_m
    blocks = np.full(2, lacks.mean()) if w.fit.sides == "same" else lacks
    typed = (_given(w.fit.left.spacer_m), _given(w.fit.right.spacer_m))
    left, right = (max(to_step(float(b), SPACER_STEP), 0.0) if t is None else t for b, t in zip(blocks, typed, strict=True))
    order = SpringOrder(
        rate_n_per_m=_pair(law.rate(pressed)), free_m=(law.flat_m, law.flat_m), spacer_m=(left, right), need_m=_pair(need)
    )
    offset = _pair(law.flat_m + np.array([left, right]) + raised - base)
    return _ordered(w, order, (law, law), pressed, base, offset_m=offset, rate_origin=Origin.TYPED, free_origin=Origin.TYPED)


def _curved(w: _Wanted, law: ForceLaw) -> Ordered:
    """Springs of a known curve, both alike: their free length and spacers are solved."""
    pressed = np.array([compression_at(law, float(f)) for f in w.force])
    rates = _pair(law.rate(pressed))
    return _ordered(w, _sized(w, pressed, rates, ANY), (law, law), pressed, _seats(w), rate_origin=Origin.TYPED)


def _stack(w: _Wanted, pair: StackedPair) -> Ordered:
    """Stacked pairs on their coil-overs: the collars are solved, and the ring where it is not typed."""
    seated = seat_stack(w.fit, w.axle, w.events, w.at_springs, w.force, pair)
    pressed = np.array([compression_at(seated.pair, float(f)) for f in w.force])
    free, rates = seated.pair.free_m, _pair(seated.pair.rate(pressed))
    # collar to perch at the baseline, the collar where it stands in the end
    base = np.array([s.extended_m + x for s, x in zip(seated.shock, seated.hangs_x_m, strict=True)])
    grown = np.asarray(w.axle.spring_motion.at(w.at_springs)[0])
    order = SpringOrder(rate_n_per_m=rates, free_m=(free, free), spacer_m=(0.0, 0.0), need_m=_pair(base - grown + pressed))
    return _ordered(
        w, order, (seated.pair, seated.pair), pressed, base, stack=seated, rate_origin=Origin.TYPED, free_origin=Origin.TYPED,
        spacer_origin=Origin.TYPED,
    )  # fmt: skip


def _pair(values: Floats) -> tuple[float, float]:
    return float(values[0]), float(values[1])


def _given(reading: Reading | None) -> float | None:
    return None if reading is None else float(reading.value)


def ordered_wheel_rate(axle: AxleFigures, ordered: Ordered, travel: Floats, rows: Floats) -> tuple[float, float]:
    """Wheel rate in N/m of the ordered springs alone at the target, left and right, both wheels together."""
    _, slope, bend = axle.spring_motion.at(rows @ travel)
    return tuple(
        wheel_rate(k, f, float(s), float(b))
        for k, f, s, b in zip(  # type: ignore[return-value]
            ordered.order.rate_n_per_m, ordered.target_force_n, slope, bend, strict=True
        )
    )
