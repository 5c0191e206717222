"""Sets fitted to the whole vehicle, and where it stands: one table for all that is straight in pieces, scaled and shifted."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

import numpy as np

from isostat.assess.find.beside.beside import SIDES, Beside
from isostat.assess.find.choices import Choices
from isostat.assess.find.options import Options, Settings
from isostat.assess.setup.platform import SPRING, helper_parts
from isostat.assess.solve.assessment import Assessment
from isostat.core.limits import Floats, Ints
from isostat.core.parts.bank import Bank
from isostat.core.parts.couple import Couple
from isostat.core.parts.law import ForceLaw
from isostat.core.springs.coil import Coil
from isostat.core.vehicle.equilibrium import solve_equilibrium
from isostat.core.vehicle.platform import Platform

UNIT = Coil(1000.0)  # whose table all springs share that are straight in pieces: each piece is one of these, stiffer
TOLERANCE = 1.0  # N out of balance, 0.01 mm at a wheel

Chosen = Sequence[tuple[Options, Ints]]  # of each axle that is searched: its settings, and which of them each set has


def heights(a: Assessment, chosen: Chosen, cases: Ints) -> Floats:
    """Hub to arch of every set in some load cases, (A, 2, sets, cases) m; endless where it finds no rest."""
    sets = len(chosen[0][1])
    case = np.tile(cases, sets)
    platform, bank = _fit(a, chosen, case, np.repeat(np.arange(sets), len(cases)))
    near = replace(a.proposed.rest, pose=a.proposed.rest.pose[:, case], wheel_m=a.proposed.rest.wheel_m[..., case])
    rest = solve_equilibrium(platform, bank, start=near, tolerance_n=TOLERANCE)
    travel = np.where(rest.converged, rest.travel_m, -np.inf)
    return np.asarray(a.baseline_m[..., None, None] - travel.reshape(*travel.shape[:2], sets, len(cases)))


def _fit(a: Assessment, chosen: Chosen, case: Ints, of_set: Ints) -> tuple[Platform, Bank]:
    """A column for every set and case. case, of_set: (columns,)."""
    bank = a.proposed.bank
    pieces = max((len(o.choices.sets_in) for o, _ in chosen if o.choices is not None), default=1)
    fresh = max((sum(o.place(kind) is None for kind in o.beside) for o, _ in chosen), default=0)
    batch = _with_room(a.proposed.platform.take(case), pieces - 1 + fresh)
    fit = _Fit(batch, list(bank.laws), list(bank.couples))
    for options, at in chosen:
        s = options.settings(at).take(of_set)
        if options.choices is not None:
            fit.springs(options.wish.axle, options.choices, s)
        fit.others(a, options, s)
    return batch, Bank(fit.laws, bank.motions, fit.couples)


def _with_room(platform: Platform, pairs: int) -> Platform:
    """The platform with places for more pairs beside the springs of every axle, which nothing fills yet."""
    if not pairs:
        return platform
    more = SIDES * pairs

    def grown(name: str, *, empty: float | None = None) -> Floats:
        whole: Floats = getattr(platform, name)
        same = np.repeat(whole[:, None, : len(SPRING)], pairs, axis=1).reshape(whole.shape[0], more, *whole.shape[2:])
        return np.concatenate([whole, same if empty is None else np.full_like(same, empty)], axis=1)

    return replace(
        platform,
        row=grown("row"),
        ratio=grown("ratio"),
        scale=grown("scale", empty=0.0),
        offset_m=grown("offset_m", empty=-1.0),
        law=grown("law"),  # type: ignore[arg-type]
        motion=None if platform.motion is None else grown("motion"),  # type: ignore[arg-type]
        teed=None if platform.teed is None else grown("teed", empty=-1),  # type: ignore[arg-type]
        tandem=None if platform.tandem is None else grown("tandem", empty=-1),  # type: ignore[arg-type]
    )


class _Fit:
    """Puts parts into the arrays of a batch, which nobody else holds. laws, couples: of its bank, which grows."""

    def __init__(self, batch: Platform, laws: list[ForceLaw], couples: list[Couple]) -> None:
        self.scale, self.offset, self.law, self.teed = batch.scale, batch.offset_m, batch.law, batch.teed
        self.laws, self.couples = laws, couples
        self._unit = self._index(UNIT)

    def _index(self, law: ForceLaw) -> int:
        self.laws.append(law)
        return len(self.laws) - 1

    def springs(self, axle: int, choices: Choices, s: Settings) -> None:
        """Puts springs in. A law of their own is added to the bank, those that this batch has only."""
        for side in range(SIDES):
            way = s.way[side]
            stands = choices.stands_m[side, way] + s.level_m[side]
            if choices.laws:
                tried, which = np.unique(way, return_inverse=True)
                at = np.array([self._index(choices.laws[n][side]) for n in tried])
                self.scale[axle, SPRING[side]], self.offset[axle, SPRING[side]] = 1.0, stands
                self.law[axle, SPRING[side]] = at[which]
                continue
            for k, (sets_in, begins) in enumerate(zip(choices.sets_in, choices.begins_m, strict=True)):
                part = SPRING[side] if k == 0 else self.scale.shape[1] - 2 * k + side
                self.scale[axle, part] = sets_in[way] / UNIT.rate_n_per_m
                self.offset[axle, part] = stands - begins[way]
                self.law[axle, part] = self._unit
        if self.teed is not None:
            self.teed[axle, SPRING[0]] = -1
            if choices.couples:  # both sides of a way share one, and the base has its tee at the same place
                self.teed[axle, SPRING[0]] = len(self.couples) + s.way[0]
                self.couples += choices.couples

    def others(self, a: Assessment, options: Options, s: Settings) -> None:
        """What is set beside the springs: parts of lists, stop spacers, helper pressures."""
        axle, wish, fit = options.wish.axle, options.wish, a.fits[options.wish.axle]
        fresh = a.proposed.platform.scale.shape[1]  # the first place that nothing fills
        for kind, made in options.beside.items():
            place = options.place(kind)
            self._beside(axle, fresh if place is None else place, made, s.beside[kind])
        stop = helper_parts(fit).stop
        if wish.stop_spacers is not None and not fit.stop_left_out:
            self.offset[axle, stop : stop + SIDES] += s.stop_m - options.ends.under_m
        if wish.pressures is not None:
            step = np.searchsorted(wish.pressures.values, s.pressure_pa)
            place = len(SPRING) + SIDES * options.helper_at
            for side in range(SIDES):
                laws = np.array([self._index(bags.law[side]) for bags in options.pressed_by])
                self.law[axle, place + side] = laws[step]
            shared = [bags.couple for bags in options.pressed_by if bags.couple is not None]
            if shared and self.teed is not None:  # bags on a tee: the base has theirs at the same place
                self.teed[axle, place] = len(self.couples) + step
                self.couples += shared

    def _beside(self, axle: int, place: int, made: Beside, rows: Ints) -> None:
        """Puts parts of a list in at their place."""
        tried, which = np.unique(rows, return_inverse=True)
        laws = np.array([self._index(made.laws[n]) for n in tried])
        both = slice(place, place + SIDES)
        self.scale[axle, both], self.law[axle, both] = 1.0, laws[which]
        self.offset[axle, both] = made.pressed_m[:, rows]
