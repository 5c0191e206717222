"""Air at an axle, beside its springs or in their place: the bags' laws from how they are held, and what their pressures must be."""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np
from typing_extensions import override

from isostat.assess.setup.springs.incomplete import Incomplete, needed, value_or
from isostat.assess.setup.springs.kind import AsWeighed, FoundPair, FoundSpring, Kind, Ordered, Wanted
from isostat.assess.setup.springs.order import TYPED, grown_m, order_for
from isostat.core import rules
from isostat.core.limits import GRAVITY, Floats, OutOfRange
from isostat.core.parts.couple import Couple, Coupled
from isostat.core.parts.law import ForceLaw
from isostat.core.rates.purchase import SpringOrder
from isostat.core.springs.air.bag import Bag, ClosedAir, HeldAir, ambient_pa, charted, cylinder
from isostat.core.springs.air.tee import TeedAir
from isostat.core.springs.air.valve import LevelledAir, levelled
from isostat.core.springs.air.valve_on_tee import LevelledTee
from isostat.core.working import Figure, Origin
from isostat.job.axle_fit import AxleFit
from isostat.job.springs.air import AirBag
from isostat.language import later
from isostat.units.saying import Saying

NO_PRESSURE = Saying(later("The bag has no pressure at the target, so it carries nothing. Enter one, or find the pressures."))


@dataclass(frozen=True, slots=True, kw_only=True)
class Bags:
    """The bags of an axle, left and right.

    law: of each; where a couple is given it has the force and these stand in for it. offset_m: compression as weighed. full_m:
    height without compression. gauge_pa: at the target, as typed or solved; set_x_m: compression there. needed_pa: what the
    target alone would have asked, before the maker's limits.
    """

    given: AirBag
    bag: Bag
    full_m: float
    law: tuple[ForceLaw, ForceLaw]
    offset_m: tuple[float, float]
    couple: Couple | None
    gauge_pa: tuple[float, float]
    set_x_m: tuple[float, float]
    needed_pa: tuple[float, float]

    @property
    def flat_m(self) -> float:
        """Compression at which a bag is flat."""
        return float(self.bag.x_m[-1])

    @property
    def flat_guessed(self) -> bool:
        """False: its flat height was read, or is its own by rule."""
        return False

    def gauge_at(self, x: Floats) -> Floats:
        """Gauge pressure (2, ...) in Pa at compressions x (2, ...) in m."""
        if isinstance(self.couple, TeedAir | LevelledTee):
            return np.stack([self.couple.gauge_at(x[0], x[1])] * 2)
        return np.stack([_gauge(law, at) for law, at in zip(self.law, x, strict=True)])

    def force(self, x: Floats) -> Floats:
        """What each carries (2, ...) in N at compressions x (2, ...) in m."""
        if self.couple is not None:
            return np.stack(self.couple.both(x[0], x[1])[0])
        return np.stack([law.force(at) for law, at in zip(self.law, x, strict=True)])


class AirSprings(Kind):
    """Bags in place of springs: their pressures are solved for the target where they are not typed."""

    name = "air"
    window_judged = False
    between_seats = False
    bears_flat = True
    levelled_by = None
    lifted_by = ()

    @override
    def part(self, fit: AxleFit, found: AxleFit) -> AirBag:
        return fit.air

    @override
    def as_found(self, at: AsWeighed) -> FoundPair:
        """Their pressures follow from the scales, the height that they stand at is read."""
        bags = air_springs(at.fit.air.model_copy(update={"left_pa": None, "right_pa": None}), np.zeros(2), at.force_n)
        return self._found(bags, at.force_n, 0), self._found(bags, at.force_n, 1)

    def _found(self, bags: Bags, force_n: Floats, side: int) -> FoundSpring:
        pressed = bags.offset_m[side]
        return FoundSpring(
            kind=self,
            force_n=float(force_n[side]),
            pressed_m=pressed,
            rate=Figure(riding_rates(bags, np.array(bags.offset_m))[side], Origin.COMPUTED),
            installed_m=Figure(bags.full_m - pressed, Origin.MEASURED),
            length_known=True,
            implied_free_m=bags.full_m,
            free_off_m=None,
            free_error_m=rules.TAPE_ERROR,
            spacer_m=0.0,
            law=bags.law[side],
            couple=bags.couple,
        )

    @override
    def to_order(self, w: Wanted) -> Ordered:
        given = w.fit.air.over(w.found_fit.air)
        higher = value_or(given.rod_more_m, 0.0) if given.gas == "levelled" else 0.0
        bags = air_springs(given, grown_m(replace(w, at_springs=w.at_springs - higher)), w.force)
        pressed, full = np.array(bags.set_x_m), (bags.full_m,) * 2
        order = SpringOrder(rate_n_per_m=riding_rates(bags, pressed), free_m=full, spacer_m=(0.0, 0.0), need_m=full)
        typed = Origin.TYPED if w.fit.air.left_pa or w.fit.air.right_pa else Origin.SOLVED
        known = {**TYPED, "rate_origin": typed, "holds_height": bags.given.gas == "levelled"}
        base = np.full(2, bags.full_m - bags.offset_m[0])
        more = {"offset_m": bags.offset_m, "couple": bags.couple, "set": bags}
        return order_for(self, w, order, bags.law, pressed, base, **known, **more)


def bags_of(ordered: Ordered) -> Bags | None:
    """How bags in place of springs are set; None of another kind of spring."""
    return ordered.set if isinstance(ordered.set, Bags) else None


def _gauge(law: ForceLaw, x: Floats) -> Floats:
    if isinstance(law, ClosedAir | LevelledAir):
        return law.gauge_at(np.clip(x, *law.domain) if isinstance(law, ClosedAir) else x)
    assert isinstance(law, HeldAir)
    return np.full(np.shape(x), law.gauge_pa)


def bag_of(bag: AirBag, what: str) -> tuple[Bag, float]:
    """The bag and its full height in m, by its maker's chart where one was typed; one line beside a diameter is only a claim.

    what: it is called where something is missing. Raises Incomplete or OutOfRange, in words.
    """
    rows = [(float(r.height_m.value), float(r.load_kg.value) * GRAVITY) for r in bag.chart if r.height_m and r.load_kg]
    if rows and not (len(rows) == 1 and bag.across_m is not None):
        if len(rows) < 2 or bag.chart_pa is None:
            raise Incomplete(later("Enter the pressure of the bag chart and at least two of its heights with their loads."))
        heights, forces = zip(*rows, strict=True)
        return charted(heights, forces, float(bag.chart_pa.value)), max(heights)
    across, full = (
        needed(bag.across_m, later("effective bag diameter")),
        needed(bag.height_m, later("extended bag height")),
    )
    return cylinder(across, full, value_or(bag.least_m, rules.BAG_FLAT * full)), full


def needed_height(bag: AirBag) -> float:
    """Height of a helper bag as weighed, m. Raises Incomplete where it was not read."""
    return needed(bag.stands_m, later("helper bag height, as weighed"))


def as_found(fit: AxleFit) -> Bags | None:
    """None: what the vehicle was weighed on is taken for its springs."""
    return None


def fitted(fit: AxleFit, grown_m: Floats) -> Bags | None:
    """The bags beside an axle's springs as they are set at the target; None where none is wanted.

    fit: the axle's, as proposed. grown_m: (2,) compression of the springs from the baseline to there. Raises Incomplete where a
    number is missing or will not do.
    """
    given = fit.helper
    if given.left_pa is None and given.right_pa is None:
        if given.across_m is None and not given.chart:
            return None
        raise Incomplete(NO_PRESSURE)
    if fit.kind == "air":
        raise Incomplete(later("This axle already runs air springs; a helper bag needs steel springs."))
    what = "helper bag"
    if given.gas == "levelled":
        raise Incomplete(
            later("A levelling valve would take the load off the steel springs. Choose sealed bags, or air springs alone.")
        )
    try:
        bag, full = bag_of(given, what)
        return _set(given, bag, full, full - needed_height(given), grown_m, None)
    except OutOfRange as refused:
        raise Incomplete(refused) from None


def air_springs(given: AirBag, grown_m: Floats, force_n: Floats) -> Bags:
    """Bags in place of springs, set so that they carry a force where the springs would be compressed further than as weighed.

    given: as measured, with pressures where typed. grown_m, force_n: (2,) there. Raises Incomplete in words where a number is
    missing or will not do.
    """
    what = "air spring"
    try:
        bag, full = bag_of(given, what)
        if given.gas == "held" and max(np.diff(bag.area_m2) / np.diff(bag.x_m)) <= 0.0:
            raise Incomplete(later("Regulated pressure gives this bag no rate. Choose sealed bags or a levelling valve."))
        return _set(given, bag, full, full - needed(given.stands_m, later("air spring height, as weighed")), grown_m, force_n)
    except OutOfRange as refused:
        raise Incomplete(refused) from None


def _set(given: AirBag, bag: Bag, full: float, as_weighed: float, grown: Floats, force: Floats | None) -> Bags:
    """force: what the bags must carry, or None where the pressures are typed."""
    at = as_weighed + np.asarray(grown, dtype=float)
    area = bag.area(at)[0]
    typed = [None if p is None else float(p.value) for p in (given.left_pa, given.right_pa)]
    left = typed[0] if typed[0] is not None else typed[1]
    right = typed[1] if typed[1] is not None else typed[0]
    needed = np.array([left, right], dtype=float) if force is None else np.maximum(force / area, 0.0)
    gauge = np.where([p is not None for p in (left, right)], np.array([left, right], dtype=float), needed)
    if given.lines == "tee":
        gauge = np.full(2, float(gauge @ area / area.sum()))
    if force is not None and given.least_pa is not None and given.most_pa is not None:
        gauge = np.clip(gauge, given.least_pa.value, given.most_pa.value)
    laws, couple = _held(given, bag, gauge, at)
    return Bags(
        given=given,
        bag=bag,
        full_m=full,
        law=laws,
        offset_m=(as_weighed, as_weighed),
        couple=couple,
        gauge_pa=(float(gauge[0]), float(gauge[1])),
        set_x_m=(float(at[0]), float(at[1])),
        needed_pa=(float(needed[0]), float(needed[1])),
    )


def _held(given: AirBag, bag: Bag, gauge: Floats, at: Floats) -> tuple[tuple[ForceLaw, ForceLaw], Couple | None]:
    """The laws of bags with a gauge pressure each at a compression, and what joins them."""
    there = ambient_pa(value_or(given.set_high_m, 0.0))
    here = ambient_pa(value_or(given.high_m, value_or(given.set_high_m, 0.0)))
    room = value_or(given.set_k, rules.ROOM_TEMPERATURE)
    warmer = (room + value_or(given.warmer_k, 0.0)) / room
    teed = given.lines == "tee"
    if given.gas == "held":
        left, right = (HeldAir(bag=bag, gauge_pa=float(p)) for p in gauge)
        return (left, right), None
    if given.gas == "levelled":
        limits = (needed(given.least_pa, later("minimum pressure")), needed(given.most_pa, later("maximum pressure")))
        band = value_or(given.band_m, rules.VALVE_BAND)
        middle = np.full(2, at.mean()) if teed else at
        valves = [levelled(bag, float(p), float(x), limits, band, here) for p, x in zip(gauge, middle, strict=True)]
        if not teed:
            return (valves[0], valves[1]), None
        return _stand_ins(valves[0]), LevelledTee(valves[0])
    tank = value_or(given.tank_m3, 0.0)
    shut = [
        ClosedAir(bag=bag, gauge_pa=float(p), set_x_m=float(x), tank_m3=tank, set_ambient_pa=there, ambient_pa=here, warmer=warmer)
        for p, x in zip(gauge, at, strict=True)
    ]
    if not teed:
        return (shut[0], shut[1]), None
    tee = TeedAir(
        bag=bag, gauge_pa=float(gauge[0]), set_x_m=(float(at[0]), float(at[1])), tank_m3=2.0 * tank, set_ambient_pa=there,
        ambient_pa=here, warmer=warmer,
    )  # fmt: skip
    return _stand_ins(shut[0]), tee


def _stand_ins(law: ClosedAir | LevelledAir) -> tuple[Coupled, Coupled]:
    made = Coupled(law.domain, law.events)
    return made, made


def riding_rates(bags: Bags, x_m: Floats) -> tuple[float, float]:
    """Rate in N/m of each bag as a bump meets it, both pressed together, at compressions x (2,) in m."""
    at = [np.asarray(float(x)) for x in x_m]
    if isinstance(bags.couple, TeedAir | LevelledTee):
        own, cross, other = bags.couple.riding(float(x_m[0]), float(x_m[1])).both(*at)[1]
        return float(own + cross), float(other + cross)
    laws = [law.riding(float(x)) if isinstance(law, ClosedAir | LevelledAir) else law for law, x in zip(bags.law, at, strict=True)]
    left, right = (float(law.rate(x)) for law, x in zip(laws, at, strict=True))
    return left, right
