"""Plain coils on the Spring page: old and new on the floor, the order, and rate and preload under the hand."""

from __future__ import annotations

from collections.abc import Iterator
from functools import partial

from typing_extensions import override

from isostat.desktop.pieces.grip import Handle
from isostat.desktop.pieces.sheet import Sheet
from isostat.desktop.spring.chart import SpringChart
from isostat.desktop.spring.order import lay_order, set_both, solve_again
from isostat.desktop.spring.part_drawing import lay_floor
from isostat.desktop.springs.kind import (
    LENGTH_NUDGE,
    LENGTH_PER_PX,
    RATE_NUDGE,
    RATE_PER_PX,
    Drag,
    Draw,
    Room,
    SpringPage,
    hanging_at,
)
from isostat.desktop.view import View
from isostat.language import later, tr


class CoilPage(SpringPage):
    """Springs that are ordered by rate and length."""

    @override
    def lay(self, room: Room, v: View) -> Draw:
        sheet, axle = room.sheet, room.axle
        draw = lay_floor(sheet, v, axle, room.part)
        line = lay_order(sheet, v, axle, room.panel)
        line.gap(8).button("solve again", tr("Calculate for target"), partial(_solve, sheet, axle))
        return draw

    @override
    def drags(self, sheet: Sheet, v: View, axle: int, chart: SpringChart) -> Iterator[Drag]:
        yield free_drag(sheet, v, axle, chart)
        ride, bump = float(v.a.proposed.rest.travel_m[axle, 0, v.case]), float(chart.curve.travel_m[-1])
        pull = partial(pull_both, sheet, axle, "rate_n_per_m", -3, later("spring rate ({way})"))
        rate = Handle(v.a.orders[axle].order.rate_n_per_m[0], RATE_PER_PX, RATE_NUDGE, pull)
        yield Drag("grip rate", "ring", chart.on_curve(ride + (bump - ride) * 0.4), tr("spring rate, drag"), rate)


def free_drag(sheet: Sheet, v: View, axle: int, chart: SpringChart) -> Drag:
    """The free length, felt as preload, where the curve begins."""
    pull = partial(pull_both, sheet, axle, "free_length_m", 3, later("preload ({way})"))
    free = Handle(v.a.orders[axle].order.free_m[0], LENGTH_PER_PX, LENGTH_NUDGE, pull)
    return Drag("grip free", "capsule", hanging_at(v, axle, chart), tr("preload, drag"), free)


def pull_both(sheet: Sheet, axle: int, field: str, digits: int, what: str, value: float, way: str, gesture: int) -> None:
    """A field of both sides as a drag has it, rounded to so many digits. way, gesture: of the hand."""
    wanted = round(value, digits)
    sheet.edited.emit(lambda job: set_both(job, axle, field, wanted), tr(what, way=way), gesture)


def _solve(sheet: Sheet, axle: int) -> None:
    sheet.edited.emit(lambda job: solve_again(job, axle), tr("calculate the springs"), -1)
