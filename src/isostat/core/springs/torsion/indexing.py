"""Setting a torsion bar: the adjuster's bolt first, then its splines, nearest combinations with what is left over."""

from __future__ import annotations

import math
from dataclasses import dataclass

from isostat.core.limits import within


@dataclass(frozen=True, slots=True)
class Index:
    """Teeth that both ends are moved by, inner one way and outer the other, the turn that gives in rad, and what it misses."""

    inner: int
    outer: int
    turn_rad: float
    left_rad: float


def bolt_turn(pitch_m: float, lever_m: float) -> float:
    """Turn of the bar in rad by one turn of an adjuster bolt on a key lever.

    pitch_m: of its thread, 0.5 to 5 mm. lever_m: from the bar's axis to the bolt, 20 to 400 mm. Raises OutOfRange otherwise.
    """
    return float(
        within("adjuster thread pitch", pitch_m, 0.0005, 0.005, "m") / within("adjuster arm length", lever_m, 0.02, 0.4, "m")
    )


def index_bar(inner: int, outer: int, wanted_rad: float, most: int = 3) -> tuple[Index, ...]:
    """The nearest settings of a bar with two splined ends, least movement first among equals.

    inner, outer: teeth, 4 to 200, not the same count. wanted_rad: turn, either way. most: how many settings.
    Equal counts move by whole teeth of one end only. Raises OutOfRange for what is no spline.
    """
    for words, teeth in (("inner splines", inner), ("outer splines", outer)):
        within(words, teeth, 4, 200, "")
    a, b = 2.0 * math.pi / inner, 2.0 * math.pi / outer
    found = []
    for i in range(-inner + 1, inner):
        if inner == outer:
            found.append(Index(i, 0, i * a, wanted_rad - i * a))
            continue
        j = round((i * a - wanted_rad) / b)
        for outer_teeth in (j - 1, j, j + 1):
            turn = i * a - outer_teeth * b
            found.append(Index(i, outer_teeth, turn, wanted_rad - turn))
    found.sort(key=lambda s: (round(abs(s.left_rad), 9), abs(s.inner) + abs(s.outer)))
    distinct: list[Index] = []
    for setting in found:
        if all(abs(setting.turn_rad - d.turn_rad) > 1e-9 for d in distinct):
            distinct.append(setting)
        if len(distinct) == most:
            break
    return tuple(distinct)
