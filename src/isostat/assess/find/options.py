"""Every setting that a search allows at one axle, and by how much each breaks what can be known without solving anything."""

from __future__ import annotations

from copy import copy
from dataclasses import dataclass, fields, replace
from functools import cached_property

import numpy as np

from isostat.assess.find.choices import Choices
from isostat.assess.find.kinds.every import OFFERED
from isostat.assess.find.kinds.offered import Offered, kept_share
from isostat.assess.find.law import HARD, Law
from isostat.assess.find.wish import NONE, AxleWish, CannotSearch, Steps, Varied
from isostat.assess.setup.springs.air import Bags
from isostat.assess.setup.springs.helper_springs import helpers_fitted
from isostat.assess.setup.springs.kinds import KINDS
from isostat.assess.setup.springs.order import grown_m
from isostat.assess.solve.assessment import Assessment
from isostat.assess.travel.landmarks import Landmarks
from isostat.core.limits import Floats, Ints
from isostat.core.parts.ends import ShockEnds
from isostat.core.parts.event import Event
from isostat.core.parts.law import ForceLaw
from isostat.job.reading import Reading
from isostat.units.saying import saying

SIDES = 2
KEPT = 1e-6  # m or the like: a law that is broken by less is kept


@dataclass(frozen=True, slots=True, kw_only=True)
class Settings:
    """m settings of an axle. way: (2, m) of its choices, left and right. level_m: (2, m) spacers or collars.

    choice: (m,) which springs. stop_m, pressure_pa: (m,) nan where left as fitted. shock: (m,) line of its list, −1 likewise.
    """

    way: Ints
    choice: Ints
    level_m: Floats
    stop_m: Floats
    pressure_pa: Floats
    shock: Ints

    def take(self, which: Ints) -> Settings:
        """Some of them, (n,)."""
        return Settings(**{field.name: getattr(self, field.name)[..., which] for field in fields(self)})


def offered(wish: AxleWish) -> Offered:
    """The kind of the list that an axle is searched by."""
    assert wish.parts is not None
    return OFFERED[wish.parts.kind]


def factors(wish: AxleWish) -> tuple[int, ...]:
    """How many springs, rings, levels left and right, stop spacers, pressures and shocks there are: the product is the settings."""
    springs = 1 if wish.parts is None else offered(wish).rows(wish).shape[1]
    levels = len(wish.spacers.values)
    more = (wish.stop_spacers, wish.pressures)
    return (
        springs**2 if wish.each else springs,
        1 if wish.rings is None else len(wish.rings.values),
        levels,
        levels,
        *(1 if steps is None else len(steps.values) for steps in more),
        1 if wish.shocks is None else len(wish.shocks),
    )


class Options:
    """The settings of an axle, by number: springs, rings, levels left and right, stop spacers, pressures, shocks."""

    def __init__(self, a: Assessment, wish: AxleWish) -> None:
        self.a, self.wish = a, wish
        self.factors = factors(wish)
        self.choices: Choices | None = None if wish.parts is None else offered(wish).choices(a, wish)
        self.pressed_by = _helper_laws(a, wish)
        self.shock_long_m, self.shock_ends = _shocks(a, wish)

    def __len__(self) -> int:
        return int(np.prod([float(n) for n in self.factors]))

    @property
    def springs(self) -> int:
        """How many choices of springs there are."""
        return self.factors[0]

    def settings(self, at: Ints) -> Settings:
        """Those of numbers at (m,)."""
        choice, ring, left, right, stop, pressure, shock = np.unravel_index(at, self.factors)
        rings, wish = self.factors[1], self.wish
        count = 1 if self.choices is None else self.choices.count
        both = (choice // count, choice % count) if wish.each else (choice, choice)
        levels = wish.spacers.values
        return Settings(
            way=np.stack([one * rings + ring for one in both]),
            choice=choice,
            level_m=np.stack([levels[left], levels[right]]),
            stop_m=_values(wish.stop_spacers)[stop],
            pressure_pa=_values(wish.pressures)[pressure],
            shock=shock if wish.shocks is not None else np.full(len(at), -1),
        )

    def bare(self) -> Options:
        """The same springs with nothing under them and all else as fitted; their ways are its numbers."""
        bare = copy(self)
        bare.wish = replace(self.wish, spacers=NONE, stop_spacers=None, pressures=None, shocks=None, each=False)
        bare.factors = (1 if self.choices is None else self.choices.count, self.factors[1], 1, 1, 1, 1, 1)
        return bare

    def name(self, choice: int) -> str:
        """The springs of a choice, by maker and number; left and right where they differ."""
        if self.choices is None:
            return ""
        count = self.choices.count
        both = (choice // count, choice % count) if self.wish.each else (choice,)
        return " / ".join(self.choices.name(one) for one in both)

    def short(self, at: Ints) -> Floats:
        """Shortfalls by law of HARD, (laws, m), the worse side; nought where one is kept or what it asks is not known."""
        s, out = self.settings(at), np.zeros((len(HARD), len(at)))
        for side in range(SIDES):
            for law, short in self._side(s, side).items():
                n = HARD.index(law)
                out[n] = np.maximum(out[n], np.nan_to_num(short))
        for law, short in self._axle(s).items():
            out[HARD.index(law)] = np.nan_to_num(short)
        return np.where(out > KEPT, out, 0.0)

    def pressed_at_full(self, s: Settings, side: int) -> Floats:
        """Compression of the springs at full bump, (m,) m."""
        assert self.choices is not None
        return np.asarray(self.choices.stands_m[side, s.way[side]] + s.level_m[side] + self._grown(self._full_m(s, side)))

    def left_m(self, s: Settings) -> Floats:
        """What is left of the springs before they are solid at full bump, the worse side, (m,) m; nan where it is not known."""
        if self.choices is None or self.choices.laws:
            return np.full(len(s.choice), np.nan)
        left = [self.choices.solid_m[s.way[side]] - self.pressed_at_full(s, side) for side in range(SIDES)]
        return np.asarray(np.minimum(*left))

    def used(self, s: Settings) -> Floats:
        """Share of the allowed stress at full bump, the worse side, (m,); nan where it is not known."""
        if self.choices is None:
            return np.full(len(s.choice), np.nan)
        sides = [
            self.choices.used[s.way[side]] * self.choices.force(s.way[side], self.pressed_at_full(s, side)) for side in range(SIDES)
        ]
        return np.asarray(np.maximum(*sides))

    def _side(self, s: Settings, side: int) -> dict[Law, Floats]:
        choices, way = self.choices, s.way[side]
        if choices is None:
            return {}
        out = {law: short[way] for law, short in choices.broken.items()}
        if not choices.laws:
            pressed = self.pressed_at_full(s, side)
            out[Law.SOLID] = pressed + self._kept_m(way, side) - choices.solid_m[way]
            out[Law.STRESS] = choices.used[way] * choices.force(way, np.fmin(pressed, choices.solid_m[way])) - 1.0
        if choices.between_seats:
            out[Law.LOOSE] = -(choices.stands_m[side, way] + s.level_m[side] + self._grown(self._hanging_m(s, side)))
        out[Law.THREAD] = self._off_thread(s.level_m[side])
        return out

    def _kept_m(self, way: Ints, side: int) -> Floats:
        """What springs must have left before they are solid at full bump, (m,) m."""
        assert self.choices is not None
        margin = KINDS[offered(self.wish).fitted].solid_margin_m
        if margin is not None:
            return np.full(len(way), margin)
        force = np.full(len(way), max(self.a.orders[self.wish.axle].target_force_n[side], 0.0))
        return np.asarray(kept_share(self.a) * self.choices.pressed_m(way, force))

    def _axle(self, s: Settings) -> dict[Law, Floats]:
        bag, out = self.a.job.proposal.axles[self.wish.axle].helper, {}
        if self.wish.pressures is not None:
            least = -np.inf if bag.least_pa is None else bag.least_pa.value
            most = np.inf if bag.most_pa is None else bag.most_pa.value
            out[Law.PRESSURE] = np.maximum(s.pressure_pa - most, least - s.pressure_pa)
        if self.wish.shocks is not None:
            early = [self._full_m(s, side) - self._bottomed_m(s, side) for side in range(SIDES)]
            out[Law.SHOCK] = np.maximum(*early) * self.a.axles[self.wish.axle].shock_ratio.value
        return out

    def _off_thread(self, down: Floats) -> Floats:
        """How far a collar would be past the thread that is left, (m,) m."""
        if self.wish.spacers.of is not Varied.COLLAR:
            return np.zeros(len(down))
        stack = self.a.job.proposal.axles[self.wish.axle].stack
        below, above = (np.inf if left is None else left.value for left in (stack.down_m, stack.up_m))
        return np.maximum(down - below, -down - above)

    def _grown(self, travel: Floats) -> Floats:
        return np.asarray(self.a.axles[self.wish.axle].spring_motion.at(travel)[0])

    def _way(self, side: int) -> Landmarks:
        return Landmarks(self.a.proposed.events[self.wish.axle][side])

    def _full_m(self, s: Settings, side: int) -> Floats:
        """Travel at full bump, (m,)."""
        a, axle, way = self.a, self.wish.axle, self._way(side)
        flat, metal = way.at(Event.STOP_FLAT), way.at(Event.METAL)
        if self.wish.stop_spacers is None or flat is None:
            return np.full(len(s.choice), way.full_m)
        taller = s.stop_m - a.fits[axle].stop_spacer_m
        return np.minimum(flat - taller / a.axles[axle].stop_ratio.value, np.inf if metal is None else metal)

    def _topped_m(self, s: Settings, side: int) -> Floats:
        a, axle = self.a, self.wish.axle
        topped = self._way(side).at(Event.SHOCK_TOPPED)
        longer = self.shock_long_m[s.shock] - a.fits[axle].shock_longer_m
        return np.asarray((-np.inf if topped is None else topped) - longer / a.axles[axle].shock_ratio.value)

    def _hanging_m(self, s: Settings, side: int) -> Floats:
        """Travel at full droop, (m,)."""
        way = self._way(side)
        if self.wish.shocks is None:
            return np.full(len(s.choice), way.hanging_m)
        strap = way.at(Event.STRAP_TAUT)
        return np.maximum(self._topped_m(s, side), -np.inf if strap is None else strap)

    def _bottomed_m(self, s: Settings, side: int) -> Floats:
        stroke = np.array([ends.stroke_m for ends in self.shock_ends])[s.shock]
        return np.asarray(self._topped_m(s, side) + stroke / self.a.axles[self.wish.axle].shock_ratio.value)

    @cached_property
    def helper_at(self) -> int:
        """Which of the axle's helpers the bag is."""
        return next(n for n, helper in enumerate(self.a.fits[self.wish.axle].helpers) if isinstance(helper, Bags))


def _values(steps: Steps | None) -> Floats:
    return np.array([np.nan]) if steps is None else steps.values


def with_bags(a: Assessment) -> list[int]:
    """Axles with helper bags beside their springs."""
    return [axle for axle, fit in enumerate(a.fits) if any(isinstance(helper, Bags) for helper in fit.helpers)]


def _helper_laws(a: Assessment, wish: AxleWish) -> tuple[tuple[ForceLaw, ForceLaw], ...]:
    """The helper bags of an axle at each pressure. Raises CannotSearch where it has none that could be set."""
    if wish.pressures is None:
        return ()
    name, fit = a.job.vehicle.axles[wish.axle].name, a.job.proposal.axles[wish.axle]
    if wish.axle not in with_bags(a):
        raise CannotSearch(saying("{axle}: enter its helper bags and their pressure first.", axle=name))
    if fit.helper.lines == "tee":
        raise CannotSearch(saying("{axle}: helper bags on a tee cannot be searched yet. Choose separate lines first.", axle=name))
    made = []
    for pressure in wish.pressures.values:
        bag = fit.helper.model_copy(update=dict.fromkeys(("left_pa", "right_pa"), Reading(value=float(pressure))))
        helpers, _ = helpers_fitted(fit.model_copy(update={"helper": bag}), grown_m(a.orders[wish.axle].asked))
        made.append(next(helper.law for helper in helpers if isinstance(helper, Bags)))
    return tuple(made)


def _shocks(a: Assessment, wish: AxleWish) -> tuple[Floats, tuple[ShockEnds, ...]]:
    """By how much each shock of a list is longer than the one found, (n,) m, and its ends."""
    if wish.shocks is None:
        return np.zeros(0), ()
    long = a.job.vehicle.axles[wish.axle].shock_long_m
    if long is None:
        name = a.job.vehicle.axles[wish.axle].name
        raise CannotSearch(saying("{axle}: enter the shock's full length first (Measure, points).", axle=name))
    out, shut = wish.shocks.numbers["extended_m"], wish.shocks.numbers["collapsed_m"]
    return out - long.value, tuple(ShockEnds(float(stroke)) for stroke in out - shut)


def options(a: Assessment, wish: AxleWish) -> Options:
    """All settings of an axle. Raises CannotSearch where the job says too little."""
    if wish.parts is not None and not offered(wish).a_side:
        wish = replace(wish, each=False)
    if wish.parts is not None and offered(wish).levelled_by is None:
        wish = replace(wish, spacers=NONE)
    if wish.parts is not None and not offered(wish).has_ring:
        wish = replace(wish, rings=None)
    return Options(a, wish)
