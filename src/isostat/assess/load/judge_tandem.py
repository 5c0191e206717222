"""Judgements on an equalized tandem: how its axles were weighed, and whether a beam meets its stop."""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np

from isostat.assess.judgement import Grade, Judgement, Place, Step
from isostat.assess.load.findings import BeamAtStop, TandemUneven
from isostat.assess.setup.platform import SPRING
from isostat.assess.solve.assessment import Assessment
from isostat.core import rules
from isostat.core.limits import Floats
from isostat.core.parts.equalizer import Equalized
from isostat.core.vehicle.wheel_forces import ExactForces


def beam_angles(a: Assessment) -> Floats | None:
    """Angle in rad of the left and right beam in every case, (2, B), front end up +; None where there are none."""
    s, front = a.proposed, len(a.axles) - 2
    if s.platform.tandem is None:
        return None
    x, _, _ = ExactForces(s.platform, s.bank).compression(s.rest.travel_m)
    angles = []
    for part in SPRING:
        beam = s.bank.couples[int(s.platform.tandem[front, part, 0])]
        assert isinstance(beam, Equalized)
        angles.append(beam.beam(x[front, part], x[front + 1, part]))
    return np.array(angles)


def tandem_judgements(a: Assessment) -> Iterator[Judgement]:
    """Of the last two axles, where they share beams."""
    angles = beam_angles(a)
    if angles is None or a.beams is None:
        return
    front = len(a.axles) - 2
    read = [a.job.vehicle.axles[i] for i in (front, front + 1)]  # as the scales saw them, whatever the arms say
    pads = [axle.left.pad_kg.value + axle.right.pad_kg.value for axle in read]
    if abs(pads[0] - pads[1]) > rules.TANDEM_UNEVEN * max(pads):
        yield TandemUneven(grade=Grade.WATCH, place=Place(front), step=Step.MEASURE, front_kg=pads[0], rear_kg=pads[1])
    beam = next(c for c in a.proposed.bank.couples if isinstance(c, Equalized))
    turned = np.where(a.proposed.stands, np.abs(angles), 0.0)
    at_stop = turned >= beam.stop_rad * (1.0 - 1e-6)
    if at_stop.any():
        case = int(np.argmax(at_stop.any(axis=0)))  # the first: past the stop a beam turns no further
        side = None if at_stop[:, case].all() else int(np.argmax(at_stop[:, case]))
        angle = float(turned[:, case].max())
        yield BeamAtStop(grade=Grade.WATCH, place=Place(front, side, case), step=Step.TRAVEL, angle_rad=angle)
