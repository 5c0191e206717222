"""The job in plain SI figures, each with its origin: what was not given is assumed by a stated rule."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import TypeVar

import numpy as np

from isostat.assess.setup import derived
from isostat.assess.setup.cycle_sheet import Cycled, cycle_motion, cycled
from isostat.assess.setup.dampers import damper_of
from isostat.assess.setup.springs.helper_spring import Helper
from isostat.core import rules
from isostat.core.limits import GRAVITY
from isostat.core.parts.damper import Damper
from isostat.core.parts.event import Event
from isostat.core.parts.motion import Motion
from isostat.core.travel.events import TravelEvent
from isostat.core.vehicle.layout import Layout
from isostat.core.working import Figure, Origin
from isostat.job.axle_fit import AxleFit
from isostat.job.reading import Reading
from isostat.job.vehicle import Axle, Corner

Kind = TypeVar("Kind")


def figure(reading: Reading | None, otherwise: float, origin: Origin = Origin.ASSUMED) -> Figure:
    """A reading as a figure; what is not given is `otherwise`, of the origin named."""
    if reading is None:
        return Figure(otherwise, origin)
    if reading.assumed:
        return Figure(reading.value, Origin.ASSUMED)
    return Figure(reading.value, Origin.MEASURED)


@dataclass(frozen=True, slots=True, kw_only=True)
class AxleFigures:
    """One axle of the vehicle, whatever springs it has. Pairs are left, right."""

    layout: Layout
    x_m: float  # forward of the front axle, so not positive
    half_track_m: float
    pad_kg: tuple[Figure, Figure]
    hub_to_arch_m: tuple[Figure, Figure]
    unsprung_kg: Figure
    spring_motion: Motion
    spring_ratio: Figure
    spring_place: Figure
    shock_ratio: Figure
    shock_place: Figure
    stop_ratio: Figure
    stop_place: Figure
    droop_shaft_m: tuple[Figure, Figure]  # shaft travel left to full extension at the baseline
    stop_gap_m: tuple[Figure, Figure]  # along the stop
    metal_m: tuple[Figure, Figure]  # wheel travel to metal
    strap_ratio: Figure
    strap_place: Figure
    hose_ratio: Figure
    seat_m: float  # by how much a coil may be loose and still stands in its seat
    strap_mounts_m: tuple[Figure | None, Figure | None]  # between the strap's mounts at the baseline
    met: tuple[tuple[TravelEvent, ...], tuple[TravelEvent, ...]]  # what no part's law knows: tyre in the arch, hose, joint
    cycle: tuple[Cycled, Cycled]  # what was measured with the axle on a jack
    pad_height_m: tuple[float, float]  # of the pad that it stood on
    stop_spacer_m: float  # as found; the gaps were read with it
    tyre_radius_m: Figure
    tyre_rate: Figure  # as found

    @property
    def is_beam(self) -> bool:
        """Whether both wheels stand on one beam."""
        return self.layout is Layout.SOLID

    @property
    def hub_m(self) -> float:
        """Mean height of the hubs above the ground as weighed, as the squashed tyres leave it."""
        return self.tyre_radius_m.value - sum(p.value for p in self.pad_kg) / 2 * GRAVITY / self.tyre_rate.value


@dataclass(frozen=True, slots=True, kw_only=True)
class FitFigures:
    """What a set-up fits to one axle, springs apart."""

    tyre_rate: Figure
    tyre_radius_m: Figure
    bar: Figure
    stop_rate: Figure
    stop_flat_m: Figure  # squeeze along the stop
    stop_spacer_m: float  # below nothing, trimmed
    stop_height_m: Figure  # free, spacer apart
    stop_taller_m: float  # than the one found
    stop_left_out: bool
    shock_stroke_m: float | None
    half_track_m: float
    shock_longer_m: float
    shock_mounts_m: float  # further apart
    strap_m: Figure | None  # its length, taut
    hose_longer_m: float
    damper: Damper | None
    helpers: tuple[Helper, ...] = ()  # beside the springs, set once the target's travel is known

    def helper(self, kind: type[Kind]) -> Kind | None:
        """The helper of a kind; None where the axle has none."""
        return next((made for made in self.helpers if isinstance(made, kind)), None)

    def without(self, kind: type[Helper]) -> FitFigures:
        """The same with no helper of a kind."""
        return replace(self, helpers=tuple(made for made in self.helpers if not isinstance(made, kind)))


def usual_ratio(axle: Axle) -> float:
    """Spring over wheel travel of a suspension's kind, until it is read."""
    layout = Layout(axle.layout)
    return (
        rules.MOTION_RATIO_BY_ARM[axle.arm] if axle.arm is not None and layout is Layout.INDEPENDENT else rules.MOTION_RATIO[layout]
    )


def axle_figures(axle: Axle, fit: AxleFit) -> AxleFigures:
    """The figures of one axle, with what is fitted as found."""
    layout = Layout(axle.layout)
    usual = usual_ratio(axle)
    spring_ratio = figure(axle.spring_ratio, usual) if axle.spring_ratio else derived.arm_ratio(axle) or figure(None, usual)
    motion = Motion(spring_ratio.value)
    if axle.spring_motion is not None:
        motion = Motion(spring_ratio.value, axle.spring_motion.wheel_m, axle.spring_motion.spring_m)
        spring_ratio = Figure(float(motion.at(np.asarray(0.0))[1]), Origin.MEASURED)
    moved = cycle_motion(axle)
    cycle_ratio = None if moved is None else float(Motion(1.0, moved.wheel_m, moved.spring_m).at(np.asarray(0.0))[1])
    shock_ratio = figure(axle.shock_ratio, spring_ratio.value) if cycle_ratio is None else Figure(cycle_ratio, Origin.MEASURED)
    stop_ratio = figure(axle.stop_ratio, usual)
    corners = (axle.left, axle.right)
    stroke = fit.shock_stroke_m

    sheets = (cycled(axle.left), cycled(axle.right))

    def droop(corner: Corner, sheet: Cycled) -> Figure:
        if sheet.hanging is not None:  # measured with the axle on a jack, which outranks
            return Figure(-sheet.hanging.value * shock_ratio.value, sheet.hanging.origin)
        if corner.shaft_showing_m is None or stroke is None:
            return Figure(rules.DROOP_UNREAD * shock_ratio.value, Origin.ASSUMED)
        assumed = corner.shaft_showing_m.assumed or stroke.assumed
        return Figure(stroke.value - corner.shaft_showing_m.value, Origin.ASSUMED if assumed else Origin.MEASURED)

    def gap(corner: Corner, sheet: Cycled) -> Figure:
        if sheet.touched is not None:
            return Figure(sheet.touched.value * stop_ratio.value, sheet.touched.origin)
        return figure(corner.stop_gap_m, rules.STOP_TOUCHED_UNREAD * stop_ratio.value)

    strap_ratio, strap_place = figure(axle.strap_ratio, 1.0), figure(axle.strap_place, rules.SPRING_PLACE)
    hose_ratio = figure(axle.hose_ratio, 1.0)

    def mounts(sheet: Cycled) -> Figure | None:
        if sheet.strap is not None and fit.strap_m is not None:  # measured taut, which outranks
            return Figure(fit.strap_m.value + sheet.strap.value * strap_ratio.value, sheet.strap.origin)
        return None if axle.strap_mounts_m is None else figure(axle.strap_mounts_m, 0.0)

    radius = figure(fit.tyre_radius_m, rules.TYRE_RADIUS)
    mean_pad = (axle.left.pad_kg.value + axle.right.pad_kg.value) / 2.0
    sinking = Figure(max(mean_pad, 50.0) * GRAVITY / (rules.TYRE_SINKS * radius.value), Origin.ASSUMED)
    tyre = figure(fit.tyre_rate_n_per_m, 0.0) if fit.tyre_rate_n_per_m else derived.tyre_rate(axle) or sinking
    radius = derived.tyre_radius(axle, tyre.value) or radius
    left, right = corners
    heights = tuple(c.pad_height_m.value if c.pad_height_m else 0.0 for c in corners)
    spacer = fit.stop.spacer_m
    return AxleFigures(
        layout=layout,
        x_m=-axle.behind_front_m.value,
        half_track_m=axle.track_m.value / 2.0,
        pad_kg=(figure(left.pad_kg, 0.0), figure(right.pad_kg, 0.0)),
        hub_to_arch_m=(figure(left.hub_to_arch_m, 0.0), figure(right.hub_to_arch_m, 0.0)),
        unsprung_kg=figure(axle.unsprung_kg, 0.0)
        if axle.unsprung_kg
        else derived.unsprung(axle) or Figure(rules.UNSPRUNG[layout], Origin.ASSUMED),
        spring_motion=motion,
        spring_ratio=spring_ratio,
        spring_place=figure(axle.spring_place, rules.SPRING_PLACE),
        shock_ratio=shock_ratio,
        shock_place=figure(axle.shock_place, rules.SPRING_PLACE),
        stop_ratio=stop_ratio,
        stop_place=figure(axle.stop_place, rules.SPRING_PLACE),
        droop_shaft_m=(droop(left, sheets[0]), droop(right, sheets[1])),
        stop_gap_m=(gap(left, sheets[0]), gap(right, sheets[1])),
        metal_m=tuple(s.metal or figure(c.metal_gap_m, rules.METAL_UNREAD) for c, s in zip(corners, sheets, strict=True)),  # type: ignore[arg-type]
        strap_ratio=strap_ratio,
        strap_place=strap_place,
        hose_ratio=hose_ratio,
        seat_m=axle.seat_m.value if axle.seat_m else 0.0,
        strap_mounts_m=(mounts(sheets[0]), mounts(sheets[1])),
        met=(_met(axle, left, sheets[0], hose_ratio.value), _met(axle, right, sheets[1], hose_ratio.value)),
        cycle=sheets,
        pad_height_m=(heights[0], heights[1]),
        stop_spacer_m=spacer.value if spacer else 0.0,
        tyre_radius_m=radius,
        tyre_rate=tyre,
    )


def _met(axle: Axle, corner: Corner, sheet: Cycled, hose_ratio: float) -> tuple[TravelEvent, ...]:
    """Where tyre, hose, wire and joint end the way of a wheel: off the cycle sheet, else by the gaps as weighed."""
    measured = (*sheet.tyre, *sheet.below)
    gaps = (
        (Event.TYRE_STRAIGHT, corner.arch_gap_m, 1.0),
        (Event.TYRE_AT_LOCK, corner.arch_gap_lock_m, 1.0),
        (Event.HOSE_TAUT, corner.hose_slack_m, -1.0 / hose_ratio),
        (Event.WIRE_TAUT, corner.wire_slack_m, -1.0),
        (Event.JOINT_AT_ITS_LIMIT, corner.joint_left_m, -1.0),
    )
    known = {e.name for e in measured} | ({Event.TYRE_AT_LOCK} if any(e.name.at_lock for e in measured) else set())
    met = (*measured, *(TravelEvent(name, way * gap.value) for name, gap, way in gaps if gap is not None and name not in known))
    if axle.layout != "solid":
        return met
    places = {Event.HOSE_TAUT: axle.hose_place, Event.JOINT_AT_ITS_LIMIT: axle.joint_place}
    # what stands in the middle of a beam moves with both wheels
    own = {name: (1.0 + place.value) / 2.0 for name, place in places.items() if place is not None}
    return tuple(replace(e, own=own.get(e.name, e.own)) for e in met)


def fit_figures(axle: AxleFigures, found: AxleFit, fit: AxleFit) -> FitFigures:
    """What a set-up fits to an axle; where it says nothing, it is as found."""
    radius = axle.tyre_radius_m if fit is found or fit.tyre_radius_m is None else figure(fit.tyre_radius_m, 0.0)
    tyre = axle.tyre_rate if fit is found or fit.tyre_rate_n_per_m is None else figure(fit.tyre_rate_n_per_m, 0.0)
    bar = derived.anti_roll(fit, axle.layout) or derived.anti_roll(found, axle.layout) or Figure(0.0, Origin.ASSUMED)
    stroke = fit.shock_stroke_m or found.shock_stroke_m
    spacer, strap = fit.stop.spacer_m or found.stop.spacer_m, fit.strap_m or found.strap_m
    own = derived.stop_figures(fit.stop) if fit is not found else (None, None)
    old = derived.stop_figures(found.stop)
    stop_rate = own[0] or old[0] or Figure(rules.STOP_RATE, Origin.ASSUMED)
    flat = own[1] or _cycled_flat(axle) or old[1]
    flat = flat or Figure((rules.STOP_FLAT_UNREAD - rules.STOP_TOUCHED_UNREAD) * axle.stop_ratio.value, Origin.ASSUMED)
    tall, was = derived.stop_height(fit.stop, flat), derived.stop_height(found.stop, flat)
    taller = 0.0 if fit is found or tall.assumed or was.assumed else tall.value - was.value
    height = tall if fit.stop.free_height_m else was
    trimmed = max(-(spacer.value if spacer else 0.0), 0.0)  # less to squeeze, in proportion
    flat = Figure(max(flat.value * (1.0 - trimmed / height.value), 0.002), flat.origin) if trimmed else flat
    return FitFigures(
        tyre_rate=tyre,
        tyre_radius_m=radius,
        bar=bar,
        stop_rate=stop_rate,
        stop_flat_m=flat,
        stop_spacer_m=spacer.value if spacer else 0.0,
        stop_height_m=height,
        stop_taller_m=taller,
        stop_left_out=fit.stop.left_out,
        shock_stroke_m=stroke.value if stroke else None,
        shock_longer_m=fit.shock_longer_m.value if fit.shock_longer_m else 0.0,
        half_track_m=axle.half_track_m + (fit.wheel_out_m.value if fit.wheel_out_m and fit is not found else 0.0),
        shock_mounts_m=fit.shock_mounts_m.value if fit.shock_mounts_m else 0.0,
        strap_m=figure(strap, 0.0) if strap else None,
        hose_longer_m=fit.hose_longer_m.value if fit.hose_longer_m else 0.0,
        damper=damper_of(fit.damper or found.damper),
    )


def _cycled_flat(axle: AxleFigures) -> Figure | None:
    """Squeeze of the stop from touched to flat, as measured on the jack, mean of the sides that have both."""
    ways = [(s.flat.value - s.touched.value) * axle.stop_ratio.value for s in axle.cycle if s.flat and s.touched]
    good = [w for w in ways if 0.002 <= w <= 0.4]
    return Figure(sum(good) / len(good), Origin.MEASURED) if good else None


def default_frequency(axle: int) -> float:
    """The ride frequency in Hz that is assumed for an axle until something is known."""
    return rules.FREQUENCY_UNREAD[min(axle, 1)]
