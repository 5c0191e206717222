"""Winding a coil to order: the wire and turns that give a rate round a given inside diameter, within stress and solid length."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from isostat.core import rules
from isostat.core.limits import OutOfRange, within
from isostat.core.parts.wire import Wire
from isostat.core.springs.helix import Ends, Helix

THINNEST, THICKEST = 0.004, 0.030  # m
FEWEST = 2.0  # working turns; EN 13906-1 counts no spring with fewer (from memory)


@dataclass(frozen=True, slots=True, kw_only=True)
class Wish:
    """What a coil must do: rate, free length, inside diameter, the most it is pressed by, what it keeps over solid; N/m and m."""

    rate: float
    free_m: float
    inside_m: float
    pressed_m: float
    margin_m: float


def wind(wish: Wish, wire: Wire) -> Helix:
    """The thinnest wire in half millimetres whose stress stays allowed when the coil is pressed furthest.

    wish: what it must do. wire: of what. Turns follow from the rate, G·d⁴/(8·D³·k), ends closed and ground.
    Raises OutOfRange where the wire that the stress asks for leaves no room before solid: "wire, at most" is what the room allows.
    Source: EN 13906-1, clause 9, and Shigley, Table 10-1 (from memory).
    """
    within("spring rate", wish.rate, 500.0, 1e6, "N/m")
    within("inside diameter", wish.inside_m, 0.02, 0.4, "m")
    force = wish.rate * max(wish.pressed_m, 0.0)
    sizes = np.arange(THINNEST, THICKEST + rules.WIRE_STEP / 2, rules.WIRE_STEP)
    strong: float | None = None
    roomy: float | None = None
    for d in sizes.tolist():
        coil = _coil(wish, wire, d)
        if coil is None:
            continue
        fits = wish.free_m - wish.pressed_m - coil.solid_m >= wish.margin_m
        holds = coil.used(force) <= 1.0
        if fits and holds:
            return coil
        roomy = d if fits else roomy
        strong = d if holds and strong is None else strong
    raise OutOfRange("wire diameter for the stress", strong or THICKEST, THINNEST, roomy or THINNEST, "m")


def _coil(wish: Wish, wire: Wire, d: float) -> Helix | None:
    mean = wish.inside_m + d
    active = wire.shear_pa * d**4 / (8.0 * mean**3 * wish.rate)
    if active < FEWEST:
        return None
    try:
        return Helix(
            wire_m=d, mean_m=mean, turns=active + rules.CLOSED_TURNS, free_m=wish.free_m, ends=Ends.CLOSED_GROUND, wire=wire
        )
    except OutOfRange:
        return None
