"""Every setting that a search allows at one axle, and by how much each breaks what can be known without solving anything."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from isostat.assess.find.law import HARD, Law
from isostat.assess.find.wish import AxleWish
from isostat.assess.solve.assessment import Assessment
from isostat.assess.travel.landmarks import Landmarks
from isostat.catalogue.parts import Parts
from isostat.core import rules
from isostat.core.limits import Floats, Ints, OutOfRange
from isostat.core.parts.event import Event
from isostat.core.parts.wire import wire
from isostat.core.springs.helix import Ends, Helix

SIDES = 2


@dataclass(frozen=True, slots=True, kw_only=True)
class Options:
    """m settings of an axle in the order of its wish: springs first, then spacers left, right, stop spacers last.

    spring: (2, m) index of the parts, left and right. spacer_m: (2, m). stop_m: (m,) stop spacer, nan where it is left as fitted.
    part: (m,) which choice of springs. short: (laws, m) by law of HARD, the worse of both sides.
    """

    wish: AxleWish
    spring: Ints
    spacer_m: Floats
    stop_m: Floats
    part: Ints
    short: Floats

    def __len__(self) -> int:
        return int(self.part.size)


def seats_m(a: Assessment, axle: int) -> Floats:
    """Room between the seats of an axle at the baseline, no spacer, (2,) m."""
    return np.array([f.installed_m.value + f.spacer_m for f in a.found_springs[axle]])


def options(a: Assessment, wish: AxleWish) -> Options:
    """All settings of an axle."""
    springs, left, right, stops = wish.factors
    count = len(wish.parts)
    choice, at_left, at_right, at_stop = (
        axis.ravel() for axis in np.meshgrid(*(np.arange(n) for n in (springs, left, right, stops)), indexing="ij")
    )
    spring = np.stack([choice // count, choice % count] if wish.each else [choice, choice])
    spacers = wish.spacers.values
    by_side = _shortfalls(a, wish)  # (laws, 2, springs, spacers, stops)
    short = np.maximum(*(by_side[:, side, spring[side], at, at_stop] for side, at in enumerate((at_left, at_right))))
    stop = np.array([np.nan]) if wish.stop_spacers is None else wish.stop_spacers.values
    return Options(
        wish=wish,
        spring=spring,
        spacer_m=np.stack([spacers[at_left], spacers[at_right]]),
        stop_m=stop[at_stop],
        part=choice,
        short=short,
    )


def _full_bump(a: Assessment, wish: AxleWish, side: int) -> Floats:
    """Travel at full bump for every stop spacer, (stops,) m."""
    way, axle = Landmarks(a.proposed.events[wish.axle][side]), wish.axle
    if wish.stop_spacers is None:
        return np.array([way.full_m])
    flat, metal = way.at(Event.STOP_FLAT), way.at(Event.METAL)
    if flat is None:
        return np.full(len(wish.stop_spacers.values), way.full_m)
    taller = wish.stop_spacers.values - a.fits[axle].stop_spacer_m
    return np.minimum(flat - taller / a.axles[axle].stop_ratio.value, np.inf if metal is None else metal)


def _shortfalls(a: Assessment, wish: AxleWish) -> Floats:
    """(laws, 2, springs, spacers, stops), nought where a law is kept or what it asks is not known."""
    axle, parts = wish.axle, wish.parts
    figures, numbers = a.axles[axle], parts.numbers
    rate, free, solid = (numbers[key][:, None, None] for key in ("rate", "free_m", "solid_m"))
    spacer = wish.spacers.values[None, :, None]
    share = a.job.margins.coil_share
    share_kept = rules.COIL_MARGIN if share is None else share.value
    a_newton = _used_by_a_newton(parts, a.job.proposal.axles[axle].wire)[:, None, None]
    tight, wide = (across[:, None, None] for across in _across(a, wish))
    seats = seats_m(a, axle)
    out = np.zeros((len(HARD), SIDES, len(parts), spacer.size, 1 if wish.stop_spacers is None else len(wish.stop_spacers.values)))
    for side in range(SIDES):
        way = Landmarks(a.proposed.events[axle][side])
        grown = figures.spring_motion.at(np.array([way.hanging_m, *_full_bump(a, wish, side)]))[0]
        stands = free + spacer - seats[side]
        pressed, hanging = stands + grown[None, None, 1:], stands + grown[0]
        kept = share_kept * max(a.orders[axle].target_force_n[side], 0.0) / rate
        by_law = {
            Law.SOLID: pressed + kept - (free - solid),
            Law.LOOSE: -hanging,
            Law.TIGHT: tight,
            Law.WIDE: wide,
            Law.STRESS: a_newton * rate * pressed - 1.0,
        }
        for n, law in enumerate(HARD):
            out[n, side] = np.nan_to_num(np.maximum(by_law[law], 0.0))
    return out


def _across(a: Assessment, wish: AxleWish) -> tuple[Floats, Floats]:
    """By how much each spring is too small inside and too large outside, (n,) m; nan where it is not known."""
    fit, numbers = a.job.proposal.axles[wish.axle], wish.parts.numbers
    unknown = np.full(len(wish.parts), np.nan)
    tight = unknown if fit.inside_m is None else fit.inside_m.value - numbers["inside_m"]
    wide = unknown if fit.pocket_m is None else numbers["inside_m"] + 2.0 * numbers["wire_m"] - fit.pocket_m.value
    return tight, wide


def _used_by_a_newton(parts: Parts, material: str) -> Floats:
    """The share of its allowed stress that a newton takes of each spring, (n,); nan where its dimensions are not known."""
    out, steel = np.full(len(parts), np.nan), wire(material)
    keys = ("wire_m", "inside_m", "active", "free_m")
    known = np.isfinite([parts.numbers[key] for key in keys]).all(axis=0)
    for n in np.nonzero(known)[0]:
        d, inside, active, free = (float(parts.numbers[key][n]) for key in keys)
        try:
            coil = Helix(wire_m=d, mean_m=inside + d, turns=active + 2.0, free_m=free, ends=Ends.CLOSED_GROUND, wire=steel)
        except OutOfRange:
            continue
        out[n] = coil.used(1.0)
    return out
