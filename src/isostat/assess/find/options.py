"""Every setting that a search allows at one axle, and by how much each breaks what can be known without solving anything."""

from __future__ import annotations

from collections.abc import Mapping
from copy import copy
from dataclasses import dataclass, replace
from functools import cached_property

import numpy as np

from isostat.assess.find.beside.beside import SIDES
from isostat.assess.find.beside.every import BESIDE
from isostat.assess.find.choices import Choices
from isostat.assess.find.ends import Ends
from isostat.assess.find.kinds.every import OFFERED
from isostat.assess.find.kinds.offered import Offered, kept_share
from isostat.assess.find.law import HARD, Law
from isostat.assess.find.wish import NONE, AxleWish, CannotSearch, Steps, Varied
from isostat.assess.setup.springs.air import Bags
from isostat.assess.setup.springs.helper_springs import helpers_fitted
from isostat.assess.setup.springs.kinds import KINDS
from isostat.assess.setup.springs.order import grown_m
from isostat.assess.solve.assessment import Assessment
from isostat.core.limits import Floats, Ints
from isostat.job.reading import Reading
from isostat.units.saying import saying

KEPT = 1e-6  # m or the like: a law that is broken by less is kept


@dataclass(frozen=True, slots=True, kw_only=True)
class Settings:
    """m settings of an axle. way: (2, m) of its choices, left and right. level_m: (2, m) spacers or collars.

    choice: (m,) which of what sets are counted by. stop_m, pressure_pa: (m,) nan where left as fitted. beside: by kind (m,) line
    of its list.
    """

    way: Ints
    choice: Ints
    level_m: Floats
    stop_m: Floats
    pressure_pa: Floats
    beside: Mapping[str, Ints]

    def take(self, which: Ints) -> Settings:
        """Some of them, (n,)."""
        return Settings(
            way=self.way[:, which],
            choice=self.choice[which],
            level_m=self.level_m[:, which],
            stop_m=self.stop_m[which],
            pressure_pa=self.pressure_pa[which],
            beside={kind: rows[which] for kind, rows in self.beside.items()},
        )


def offered(wish: AxleWish) -> Offered:
    """The kind of the list that an axle is searched by."""
    assert wish.parts is not None
    return OFFERED[wish.parts.kind]


def factors(wish: AxleWish) -> dict[str, int]:
    """How many there are of each thing that varies, whose product is the settings; the first is what sets are counted by."""
    springs = 1 if wish.parts is None else offered(wish).rows(wish).shape[1]
    levels = len(wish.spacers.values)
    steps = {"ring": wish.rings, "stop spacer": wish.stop_spacers, "pressure": wish.pressures}
    beside = {kind: len(parts) for kind, parts in wish.beside.items()}
    out = {"springs": springs**2 if wish.each else springs, "left": levels, "right": levels}
    out |= {what: 1 if some is None else len(some.values) for what, some in steps.items()} | beside
    first = next(iter(beside), "springs") if wish.parts is None else "springs"
    return {first: out.pop(first), **out}


class Options:
    """The settings of an axle, by number: what they are counted by first, then the rest of `factors`."""

    def __init__(self, a: Assessment, wish: AxleWish) -> None:
        self.a, self.wish = a, wish
        self.factors = factors(wish)
        self.choices: Choices | None = None if wish.parts is None else offered(wish).choices(a, wish)
        self.pressed_by = _pressed_by(a, wish)
        self.beside = {kind: BESIDE[kind].made(a, wish.axle, parts) for kind, parts in wish.beside.items()}
        self.ends = Ends(a, wish.axle, self.beside, varied_stops=wish.stop_spacers is not None)

    def __len__(self) -> int:
        return int(np.prod([float(n) for n in self.factors.values()]))

    @property
    def counted(self) -> int:
        """How many choices there are of what sets are counted by."""
        return next(iter(self.factors.values()))

    def settings(self, at: Ints) -> Settings:
        """Those of numbers at (m,)."""
        which = dict(zip(self.factors, np.unravel_index(at, tuple(self.factors.values())), strict=True))
        rings, wish, springs = self.factors["ring"], self.wish, which["springs"]
        count = 1 if self.choices is None else self.choices.count
        both = (springs // count, springs % count) if wish.each else (springs, springs)
        levels = wish.spacers.values
        return Settings(
            way=np.stack([one * rings + which["ring"] for one in both]),
            choice=next(iter(which.values())),
            level_m=np.stack([levels[which["left"]], levels[which["right"]]]),
            stop_m=_values(wish.stop_spacers)[which["stop spacer"]],
            pressure_pa=_values(wish.pressures)[which["pressure"]],
            beside={kind: which[kind] for kind in wish.beside},
        )

    def bare(self) -> Options:
        """The same springs with nothing under them and all else as fitted; their ways are its numbers."""
        bare = copy(self)
        bare.wish = replace(self.wish, spacers=NONE, stop_spacers=None, pressures=None, beside={}, each=False)
        bare.beside = {}
        springs = 1 if self.choices is None else self.choices.count
        bare.factors = dict.fromkeys(self.factors, 1) | {"springs": springs, "ring": self.factors["ring"]}
        return bare

    def name(self, choice: int) -> str:
        """What a set is counted by, by maker and number; springs left and right where they differ."""
        if self.choices is None:
            return next((parts.name(choice) for parts in self.wish.lists), "")
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
            n = HARD.index(law)
            out[n] = np.maximum(out[n], np.nan_to_num(short))
        return np.where(out > KEPT, out, 0.0)

    def pressed_at_full(self, s: Settings, side: int) -> Floats:
        """Compression of the springs at full bump, (m,) m."""
        assert self.choices is not None
        full = self.ends.full_m(side, s.stop_m, s.beside)
        return np.asarray(self.choices.stands_m[side, s.way[side]] + s.level_m[side] + self._grown(full))

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
            hanging = self.ends.hanging_m(side, s.beside, len(s.choice))
            out[Law.LOOSE] = -(choices.stands_m[side, way] + s.level_m[side] + self._grown(hanging))
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
        bag, out = self.a.job.proposal.axles[self.wish.axle].helper, dict[Law, Floats]()
        for kind, made in self.beside.items():
            for law, short in made.broken.items():
                out[law] = np.fmax(out.get(law, -np.inf), short[s.beside[kind]])
        if self.wish.pressures is not None:
            least = -np.inf if bag.least_pa is None else bag.least_pa.value
            most = np.inf if bag.most_pa is None else bag.most_pa.value
            out[Law.PRESSURE] = np.maximum(s.pressure_pa - most, least - s.pressure_pa)
        if "bump stop" in self.beside or self.wish.stop_spacers is not None:
            out[Law.METAL] = self.ends.metal_first_m(s.stop_m, s.beside)
        if "shock" in self.beside:
            out[Law.SHOCK] = self.ends.bottoms_early_m(s.stop_m, s.beside)
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

    def place(self, kind: str) -> int | None:
        """Where a kind beside the springs stands among the axle's parts; None where none is fitted yet."""
        return BESIDE[kind].place(self.a, self.wish.axle)

    @cached_property
    def helper_at(self) -> int:
        """Which of the axle's helpers the bag is."""
        return next(n for n, helper in enumerate(self.a.fits[self.wish.axle].helpers) if isinstance(helper, Bags))


def _values(steps: Steps | None) -> Floats:
    return np.array([np.nan]) if steps is None else steps.values


def with_bags(a: Assessment) -> list[int]:
    """Axles with helper bags beside their springs."""
    return [axle for axle, fit in enumerate(a.fits) if any(isinstance(helper, Bags) for helper in fit.helpers)]


def _pressed_by(a: Assessment, wish: AxleWish) -> tuple[Bags, ...]:
    """The helper bags of an axle at each pressure. Raises CannotSearch where it has none that could be set."""
    if wish.pressures is None:
        return ()
    fit = a.job.proposal.axles[wish.axle]
    if wish.axle not in with_bags(a):
        name = a.job.vehicle.axles[wish.axle].name
        raise CannotSearch(saying("{axle}: enter its helper bags and their pressure first.", axle=name))
    made = []
    for pressure in wish.pressures.values:
        bag = fit.helper.model_copy(update=dict.fromkeys(("left_pa", "right_pa"), Reading(value=float(pressure))))
        helpers, _ = helpers_fitted(fit.model_copy(update={"helper": bag}), grown_m(a.orders[wish.axle].asked))
        made.append(next(helper for helper in helpers if isinstance(helper, Bags)))
    return tuple(made)


def options(a: Assessment, wish: AxleWish) -> Options:
    """All settings of an axle. Raises CannotSearch where the job says too little."""
    if wish.parts is not None and not offered(wish).a_side:
        wish = replace(wish, each=False)
    if wish.parts is not None and offered(wish).levels is None:
        wish = replace(wish, spacers=NONE)
    if wish.parts is not None and not offered(wish).has_ring:
        wish = replace(wish, rings=None)
    return Options(a, wish)
