"""Settings of a card that are a spring's own: what it holds, its marks, its anchors and how it stands."""

from __future__ import annotations

from collections.abc import Callable

from isostat.assess.spring.cushion import cushion_page
from isostat.assess.spring.perch import perch_at
from isostat.assess.spring.preload import found_hanging_force_n, hanging_force_n
from isostat.assess.spring.stacked import stacked
from isostat.assess.spring.torsion import Anchor, torsion_set
from isostat.core import rules
from isostat.core.limits import GRAVITY
from isostat.language import decimal, tr, trn
from isostat.wording.card_at import At
from isostat.wording.springs.torsion import say_adjuster, say_splines, say_wound

COILS = ("coil", "progressive")


def stored(at: At) -> str | None:
    """Of the coil that comes out and of the one that goes in, the more: the same compressor holds both."""
    old, new = (kind in COILS for kind in (at.a.job.as_found.axles[at.i].kind, at.a.orders[at.i].kind.name))
    forces = [found_hanging_force_n(at.a, at.i, side)[1] for side in at.sides if old]
    forces += [hanging_force_n(at.a, at.i, side)[1] for side in at.sides if new]
    return at.r.mass(max(*forces, 0.0) / GRAVITY) if forces else None


def squeeze_old(at: At) -> str | None:
    """Length at full droop of the coil that comes out."""
    if at.a.job.as_found.axles[at.i].kind not in COILS:
        return None
    found = at.a.found_springs[at.i]
    hung = [found[side].implied_free_m - max(found_hanging_force_n(at.a, at.i, side)[0], 0.0) for side in at.sides]
    return at.both([at.r.coil(length) for length in hung])


def squeeze(at: At) -> str | None:
    """Length of the new coil in its place at full droop, shorter than its free length by the preload."""
    order = at.a.orders[at.i].order
    said = [at.r.coil(order.free_m[side] - max(hanging_force_n(at.a, at.i, side)[0], 0.0)) for side in at.sides]
    return at.both(said)


def spacer(at: At) -> str:
    """Of a coil, or the block under a pack."""
    return at.both([at.r.coil(at.a.orders[at.i].order.spacer_m[side]) for side in at.sides])


def perch(at: At) -> str:
    """Of a strut whose perch stands on a ring: grooves up, and the spacer on it."""
    return at.both([_perch(at, side) for side in at.sides])


def _perch(at: At, side: int) -> str:
    found = perch_at(at.a, at.i, side)
    up = trn("{n} groove up ({m})", "{n} grooves up ({m})", found.grooves, m=at.r.coil(found.up_m))
    where = up if found.grooves else tr("its old groove")
    return tr("{where}, spacer {m}", where=where, m=at.r.coil(found.spacer_m)) if found.spacer_m > 0.0 else where


def in_stack(value: Callable[..., float | None]) -> Callable[[At], str | None]:
    """A length of a stacked pair."""

    def said(at: At) -> str | None:
        found = [stacked(at.a, at.i, side) for side in at.sides]
        values = [None if one is None else value(one) for one in found]
        return None if any(v is None for v in values) else at.both([at.r.coil(float(v)) for v in values if v is not None])

    return said


def collar_turns(at: At) -> str | None:
    """Of a stacked pair, from just snug."""
    found = [stacked(at.a, at.i, side) for side in at.sides]
    return None if any(one is None for one in found) else at.both([decimal(one.turns, 1) for one in found if one is not None])


def ring_gap(at: At) -> str | None:
    """From ring to slider on the floor: the slider goes what the springs above it give way, until it is on the ring."""
    gaps = []
    for side in at.sides:
        found = stacked(at.a, at.i, side)
        if found is None or found.change_m is None:
            return None
        share = 1.0 - found.pair.series_rate / found.pair.main.rate
        gaps.append((found.change_m - float(found.ride_m[at.floor])) * share)
    return at.both([at.r.coil(gap) for gap in gaps])


def bar_load(at: At) -> str | None:
    """What bars as found hold at the arm's end at full droop."""
    if at.a.job.as_found.axles[at.i].kind != "torsion bar":
        return None
    return at.both([at.r.mass(max(found_hanging_force_n(at.a, at.i, side)[1], 0.0) / GRAVITY) for side in at.sides])


def _anchors(said: Callable[[At, Anchor], str | None]) -> Callable[[At], str | None]:
    def of(at: At) -> str | None:
        found = torsion_set(at.a, at.i)
        values = [None] if found is None else [said(at, found.anchors[side]) for side in at.sides]
        return None if None in values else at.both([v for v in values if v is not None])

    return of


def _adjuster(at: At, anchor: Anchor) -> str:
    if anchor.bolt_turns is None:
        return say_wound(anchor.turn_rad, at.r.angle(abs(anchor.turn_rad)))
    return say_adjuster(anchor.bolt_turns, anchor.turn_rad)


adjuster = _anchors(_adjuster)
slack_angle = _anchors(lambda at, anchor: at.r.angle(anchor.slack_rad))


def splines(at: At) -> str | None:
    """How both ends of a bar are moved, where their teeth were counted."""
    found = torsion_set(at.a, at.i)
    teeth = [] if found is None else [(side, found.anchors[side].teeth) for side in at.sides]
    said = [tr("{where}: {what}", where=at.r.corner(at.axle, side), what=say_splines(one).lower()) for side, one in teeth if one]
    return "; ".join(said) or None


def foam_squeeze(at: At) -> str | None:
    """Of a foam helper, as the vehicle stands on the floor."""
    found = cushion_page(at.a, at.i)
    return None if found is None else at.both([at.r.coil(float(found.loads.squeeze_m[side, at.floor])) for side in at.sides])


def frame_lift(at: At) -> str | None:
    """How far the frame must come up for the helper to go in."""
    found = cushion_page(at.a, at.i)
    return None if found is None else at.r.height_unit(found.up_m)


SETTINGS: dict[str, Callable[[At], str | None]] = {
    "stored": stored, "squeeze": squeeze, "squeeze_old": squeeze_old, "spacer": spacer, "perch": perch,
    "ring": in_stack(lambda s: s.marks.ring_m),
    "collar": in_stack(lambda s: s.marks.collar_m), "face": lambda _: tr("the perch's upper face"), "ring_gap": ring_gap,
    "main_room": in_stack(lambda s: s.pair.main.solid_m + rules.RING_MARGIN), "collar_turns": collar_turns, "bar_load": bar_load,
    "adjuster": adjuster, "splines": splines, "slack_angle": slack_angle, "foam_squeeze": foam_squeeze, "frame_lift": frame_lift,
}  # fmt: skip
