"""An axle on links, set square by the tape: how far it is out, and which half turns of its links bring it back."""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np

from isostat.assess.knock_on.change import AS_READ, Change
from isostat.assess.knock_on.line import PRACTICE, Cure, Line, Way, What, asking, either_way, mends
from isostat.assess.knock_on.moved import held_by, lacking, lead
from isostat.assess.knock_on.sideways import bar_of
from isostat.assess.solve.assessment import Assessment
from isostat.assess.solve.memory import remembered
from isostat.core import rules
from isostat.core.limits import Floats
from isostat.core.linkage.square import Out, Rod, Taped, half_turns, out_of_square
from isostat.job.edits.paths import JOB, Path, path_to
from isostat.units.unit import Quantity

HUBS, DIAGONALS, KINGPINS = (tuple(f"{what}_{side}_m" for side in ("left", "right")) for what in ("hub", "diagonal", "kingpin"))
ACROSS = ("across_left_m", "across_right_m")
LINKS = ("lower_out_m", "lower_frame_out_m", "upper_out_m", "upper_frame_out_m")
PLACES = ("kingpin_out_m", "housing_out_m")


def square_lines(a: Assessment, _: Change = AS_READ) -> Iterator[Line]:
    """Of every axle behind the first whose place was taped."""
    for axle in range(1, len(a.axles)):
        if any(getattr(a.job.vehicle.axles[axle].square, name) is not None for name in (*HUBS, *DIAGONALS, *KINGPINS, *ACROSS)):
            yield from _lines(a, axle)


@remembered
def square_of(a: Assessment, axle: int) -> Out:
    """How an axle is out by what was taped."""
    return out_of_square(tuple(_taped(a, axle)), -a.axles[axle].x_m)


def _taped(a: Assessment, axle: int) -> Iterator[Taped]:
    """Every reading with the places of its ends."""
    read, front, own = a.job.vehicle.axles[axle].square, a.axles[0].half_track_m, a.axles[axle].half_track_m
    kingpin = rules.KINGPIN_OUT * front if read.kingpin_out_m is None else float(read.kingpin_out_m.value)
    housing = rules.KINGPIN_OUT * own if read.housing_out_m is None else float(read.housing_out_m.value)
    places = {HUBS: (front, own, 1.0), DIAGONALS: (front, own, -1.0), KINGPINS: (kingpin, housing, 1.0), ACROSS: (None, own, 1.0)}
    for names, (ahead, behind, same) in places.items():
        for name, side in zip(names, (1.0, -1.0), strict=True):
            reading = getattr(read, name)
            if reading is not None:
                error = rules.TAPE_ERROR if reading.error is None else reading.error
                yield Taped(name=name, length_m=float(reading.value), ahead_m=None if ahead is None else side * ahead,
                            behind_m=side * same * behind, error_m=float(error) / 2.0)  # fmt: skip


def _lines(a: Assessment, axle: int) -> Iterator[Line]:
    base, out = path_to(JOB.vehicle.axles[axle]), square_of(a, axle)
    half, pinion = a.axles[axle].half_track_m, _pinion(a, axle)
    parts = (
        (What.TRUE_AHEAD, out.turned_rad, 2.0 * half, Quantity.HEIGHT, rules.SQUARE, HUBS),
        (What.TRUE_ACROSS, out.left_m, 2.0, Quantity.HEIGHT, rules.SQUARE, ACROSS),
        (What.PINION_BACK, pinion, 1.0, Quantity.ANGLE, rules.PINION_AS_WAS, ()),
    )
    for n, (what, value, times, quantity, allowed, asks) in enumerate(parts):
        if value is None:
            if asks:
                wanted: tuple[Path, ...] = lacking(a, *((*base, "square", name) for name in asks))
                yield asking(a.cases, what, axle, quantity, wanted, either_way(allowed))
            continue
        now = np.full(a.cases, value * times)
        yield Line(what=what, axle=axle, quantity=quantity, before=0.0, now=now, low=-allowed, high=allowed, whose=PRACTICE,
                   changes=True, mended=mends(_turned, a, axle, n, times))  # fmt: skip


def _pinion(a: Assessment, axle: int) -> float | None:
    """How far it stands from what it was, nose up, rad."""
    now, was = a.job.vehicle.axles[axle].square.pinion_rad, a.job.vehicle.axles[axle].pinion_rad
    return None if now is None or was is None else float(now.value - was.value)


def _turned(a: Assessment, axle: int, part: int, times: float) -> Iterator[Cure]:
    """Half turns of all links at once; part: of hub to hub, across, pinion."""
    found = _plan(a, axle)
    if found is not None:
        plan, left = found
        then = (left[2], left[1], -left[3])[part] * times
        longest = max((by for _, by, _ in plan), key=abs)
        yield Cure(Way.TURNS, longest, Quantity.HEIGHT, np.full(a.cases, then), plan=plan)


def rods_of(a: Assessment, axle: int) -> tuple[Rod, ...]:
    """The links of an axle on two a side, and its bar; none of one whose links were not read."""
    links, read = a.job.vehicle.axles[axle].links, a.job.vehicle.axles[axle].square
    if held_by(a, axle) != "two links":
        return ()
    out = []
    for key in ("lower", "upper"):
        slope, over = getattr(links, f"{key}_slope_rad"), getattr(links, f"{key}_over_hub_m")
        length = getattr(links, f"{key}_m")
        if slope is None or over is None or length is None:
            return ()
        share = rules.LINK_OUT * a.axles[axle].half_track_m
        at = getattr(read, f"{key}_out_m")
        at_m = share if at is None else abs(float(at.value))
        frame = getattr(read, f"{key}_frame_out_m")
        frame_m = at_m if frame is None else abs(float(frame.value))
        way, angle = (1.0 if links.frame == "ahead" else -1.0), float(slope.value)
        inward = float(np.clip((frame_m - at_m) / float(length.value), -0.95, 0.95))
        along = float(np.sqrt(1.0 - inward**2))
        for side, name in ((1.0, "left"), (-1.0, "right")):
            to_frame = (way * along * float(np.cos(angle)), side * inward, along * float(np.sin(angle)))
            out.append(Rod(name=f"{key} {name}", frame=to_frame, at=(0.0, side * at_m, float(over.value))))
    bar = bar_of(a, axle)
    if bar is not None:
        tilt = -bar.drop_m / bar.length_m
        out.append(
            Rod(name="bar", frame=(0.0, bar.side * float(np.sqrt(1.0 - tilt**2)), tilt), at=(0.0, bar.place_m, bar.over_hub_m))
        )
    return tuple(out)


@remembered
def _plan(a: Assessment, axle: int) -> tuple[tuple[tuple[str, float, int | None], ...], Floats] | None:
    """How much longer each link, in half turns of a known thread, and what is then left; None where no link was read."""
    rods, turn, at = rods_of(a, axle), lead(a, axle), square_of(a, axle)
    out = np.array([0.0, at.left_m or 0.0, at.turned_rad or 0.0, -(_pinion(a, axle) or 0.0)])
    if not rods:
        return None
    if turn is None:
        by = np.array([rod.longer_by() for rod in rods])
        lengths = by @ -out
        left = out + np.linalg.pinv(by, rcond=1e-6) @ lengths
        return tuple((rod.name, float(length), None) for rod, length in zip(rods, lengths, strict=True)), left
    half = a.axles[axle].half_track_m
    within = np.array([rules.AXLE_ALONG, rules.SQUARE / 2.0, rules.SQUARE / (2.0 * half), rules.PINION_AS_WAS], dtype=float)
    plan = half_turns(rods, out, turn, within)
    return tuple((rod.name, n * turn / 2.0, n) for rod, n in zip(rods, plan.half_turns, strict=True)), plan.left
