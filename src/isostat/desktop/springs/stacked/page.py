"""Stacked pairs on the Spring page."""

from __future__ import annotations

from collections.abc import Iterator
from functools import partial

from typing_extensions import override

from isostat.assess.spring.stacked import stacked
from isostat.assess.travel.landmarks import landmarks
from isostat.core.parts.event import Event
from isostat.desktop.pieces.grip import Handle
from isostat.desktop.pieces.sheet import Sheet
from isostat.desktop.spring.chart import SpringChart
from isostat.desktop.springs.coil import free_drag
from isostat.desktop.springs.kind import LENGTH_NUDGE, LENGTH_PER_PX, Drag, Draw, Room, SpringPage, hanging_at
from isostat.desktop.springs.stacked.drawing import lay_stack_drawing
from isostat.desktop.springs.stacked.panel import lay_stack_panel
from isostat.desktop.view import View
from isostat.job.edits import paths as edits
from isostat.job.edits.paths import JOB, path_to
from isostat.job.points import SIDES
from isostat.job.schema import Job
from isostat.job.springs.parts import put_ring
from isostat.language import tr


class StackedPage(SpringPage):
    """Stacked pairs on their shock; collar and ring are under the hand."""

    @override
    def lay(self, room: Room, v: View) -> Draw:
        draw = lay_stack_drawing(room.sheet, v, room.axle, room.part, room.posture, room.pose)
        lay_stack_panel(room.sheet, v, room.axle, room.panel, room.shelf, room.look)
        return draw

    @override
    def drags(self, sheet: Sheet, v: View, axle: int, chart: SpringChart) -> Iterator[Drag]:
        pair = stacked(v.a, axle)
        if pair is None:  # a plain coil stands in
            yield free_drag(sheet, v, axle, chart)
            return
        stood = pair.seated.collar_m
        collar = Handle(stood[0], LENGTH_PER_PX, LENGTH_NUDGE, partial(_pull_collar, sheet, axle, stood))
        yield Drag("grip collar", "capsule", hanging_at(v, axle, chart), tr("collars, both sides, drag"), collar)
        changes = landmarks(v.a, axle, 0).at(Event.CROSSOVER)
        if changes is not None and pair.pair.ring_m is not None:
            ring = Handle(pair.pair.ring_m, -LENGTH_PER_PX, -LENGTH_NUDGE, partial(_pull_ring, sheet, axle))
            yield Drag("grip ring", "ring", chart.on_curve(changes), tr("crossover ring, drag"), ring)


def _pull_collar(sheet: Sheet, axle: int, stood_m: tuple[float, float], value: float, way: str, gesture: int) -> None:
    """Both collars by the same way; what they differ by stays."""
    moved = round(value - stood_m[0], 3)

    def change(job: Job) -> Job:
        for side in (0, 1):
            path = (*path_to(JOB.proposal.axles[axle]), SIDES[side], "collar_m")
            job = edits.put_number(job, path, round(stood_m[side] + moved, 4))
        return job

    sheet.edited.emit(change, tr("collars ({way})", way=way), gesture)


def _pull_ring(sheet: Sheet, axle: int, value: float, way: str, gesture: int) -> None:
    wanted = max(round(value, 3), 0.02)
    sheet.edited.emit(lambda job: put_ring(job, axle, wanted), tr("crossover ring ({way})", way=way), gesture)
