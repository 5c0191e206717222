"""The job: everything that a tuner knows of a vehicle or has chosen for it. Version 1."""

from __future__ import annotations

from typing import Literal, Self

from pydantic import Field, model_validator

from isostat.job.reading import (
    BarRate,
    CoilLength,
    Differ,
    Frozen,
    Gap,
    Height,
    Hertz,
    Mass,
    MotionRatio,
    Offset,
    Overhang,
    Place,
    PlaceShare,
    Radius,
    Share,
    Spacer,
    SpringRate,
    Squeeze,
    Stroke,
    Track,
    TyreRate,
    Unsprung,
)

VERSION = 1
Text = str


class Corner(Frozen):
    """What was read at one wheel, as weighed, on the old springs."""

    pad_kg: Mass
    hub_to_arch_m: Height
    shaft_showing_m: Gap | None = None
    stop_gap_m: Gap | None = None
    metal_gap_m: Gap | None = None


class Motion(Frozen):
    """Wheel travel against spring travel, both from the baseline, bump positive; wheel travel rising."""

    wheel_m: tuple[float, ...] = Field(min_length=3, max_length=200)
    spring_m: tuple[float, ...] = Field(min_length=3, max_length=200)

    @model_validator(mode="after")
    def _rising(self) -> Self:
        if len(self.wheel_m) != len(self.spring_m):
            raise ValueError(
                f"has {len(self.wheel_m)} wheel and {len(self.spring_m)} spring travels; accepted is the same count of both"
            )
        for before, after in zip(self.wheel_m, self.wheel_m[1:], strict=False):
            if after <= before:
                raise ValueError(f"goes from wheel travel {before:g} to {after:g} m; accepted is a rising table")
        return self


class Axle(Frozen):
    """One axle of the vehicle: where it is, how its wheels are joined, what was read at them."""

    name: Text
    behind_front_m: Place
    track_m: Track
    layout: Literal["independent", "solid"] = "independent"
    steered: bool = False
    rating_kg: Mass | None = None
    unsprung_kg: Unsprung | None = None
    spring_ratio: MotionRatio | None = None
    spring_place: PlaceShare | None = None
    spring_motion: Motion | None = None
    shock_ratio: MotionRatio | None = None
    shock_place: PlaceShare | None = None
    stop_ratio: MotionRatio | None = None
    stop_place: PlaceShare | None = None
    left: Corner
    right: Corner


class Vehicle(Frozen):
    """The vehicle's outline and axles; lengths of the outline only shape the drawing."""

    name: Text
    outline: Literal["flatbed", "estate", "van", "buggy"] = "flatbed"
    front_overhang_m: Overhang
    rear_overhang_m: Overhang
    rating_kg: Mass | None = None
    axles: tuple[Axle, ...] = Field(min_length=2, max_length=3)

    @model_validator(mode="after")
    def _front_to_back(self) -> Self:
        if self.axles[0].behind_front_m.value != 0.0:
            raise ValueError(
                f"first axle is {self.axles[0].behind_front_m.value:g} m behind the front axle; accepted is 0, it is the front axle"
            )
        for before, after in zip(self.axles, self.axles[1:], strict=False):
            if after.behind_front_m.value < before.behind_front_m.value + 0.3:
                raise ValueError(
                    f"axle “{after.name}” is {after.behind_front_m.value:g} m behind the front axle; "
                    f"accepted is {before.behind_front_m.value + 0.3:g} m or more, front to back"
                )
        return self


class Coil(Frozen):
    """One coil spring with its spacer. In a proposal, what is left out is solved."""

    rate_n_per_m: SpringRate | None = None
    free_length_m: CoilLength | None = None
    solid_length_m: CoilLength | None = None
    installed_length_m: CoilLength | None = None
    spacer_m: Spacer | None = None

    @model_validator(mode="after")
    def _longer_than_solid(self) -> Self:
        if self.free_length_m and self.solid_length_m and self.free_length_m.value <= self.solid_length_m.value:
            raise ValueError(
                f"free length is {self.free_length_m.value:g} m with a solid length of "
                f"{self.solid_length_m.value:g} m; accepted is a free length above the solid length"
            )
        return self


class Stop(Frozen):
    """A bump stop: its rate at the touch, how far it goes until flat, a spacer under it."""

    rate_n_per_m: SpringRate | None = None
    flat_m: Squeeze | None = None
    spacer_m: Spacer | None = None


class Pick(Frozen):
    """How the rate of an axle is picked."""

    way: Literal["frequency", "two loads"] = "frequency"
    hertz: Hertz | None = None
    case: Text | None = None
    light: Text | None = None
    full: Text | None = None
    differ_m: Differ | None = None


class AxleFit(Frozen):
    """What is fitted to one axle. In a proposal, what is left out stays as found (springs: is solved)."""

    tyre_radius_m: Radius | None = None
    tyre_rate_n_per_m: TyreRate | None = None
    bar_rate_n_per_m: BarRate | None = None
    shock_stroke_m: Stroke | None = None
    shock_longer_m: Offset | None = None
    stop: Stop = Stop()
    left: Coil = Coil()
    right: Coil = Coil()
    sides: Literal["same", "spacer", "each"] = "spacer"
    pick: Pick = Pick()


class Setup(Frozen):
    """A full set of parts, one entry an axle."""

    name: Text
    axles: tuple[AxleFit, ...] = Field(min_length=2, max_length=3)


class Item(Frozen):
    """Something carried: its mass when whole or brim full, its place, and whether it stays."""

    name: Text
    mass_kg: Mass
    behind_front_m: Place
    left_m: Place
    stays: bool = False
    weighed_share: Share = Field(default=0.0, validate_default=True)
    tank: bool = False


class Carried(Frozen):
    """How much of an item is on board in a case."""

    item: Text
    share: Share = Field(default=1.0, validate_default=True)


class Case(Frozen):
    """A load case: which items are on board and how full. `weighed` follows each item's weighed share."""

    name: Text
    kind: Literal["weighed", "floor", "load"] = "load"
    carried: tuple[Carried, ...] = ()


class Heights(Frozen):
    """Hub to arch read at an axle during a test; what was not read is left out."""

    left_m: Height | None = None
    right_m: Height | None = None


class SquatTest(Frozen):
    """A known load put on the vehicle as weighed, on the old springs, and the heights read with it."""

    mass_kg: Mass
    behind_front_m: Place | None = None
    left_m: Place = Field(default=0.0, validate_default=True)
    heights: tuple[Heights, ...] = Field(min_length=2, max_length=3)


class Pair(Frozen):
    """Hub to arch wanted at the left and right wheel of an axle."""

    left_m: Height
    right_m: Height


class Target(Frozen):
    """The wanted pose: lift from the baseline readings, at a named load case.

    Heights by corner outrank lifts and lean: the plane nearest to them is the pose.
    """

    case: Text
    front_lift_m: Offset
    rear_lift_m: Offset
    lean_m: Offset | None = None
    corners: tuple[Pair, ...] = ()
    band_m: Squeeze = Field(default=0.006, validate_default=True)


class Job(Frozen):
    """One job on one vehicle."""

    version: Literal[1] = 1
    title: Text
    number: Text = ""
    read_on: Text = ""
    notes: Text = ""
    vehicle: Vehicle
    as_found: Setup
    proposal: Setup
    items: tuple[Item, ...] = Field(default=(), max_length=200)
    cases: tuple[Case, ...] = Field(min_length=1, max_length=8)
    target: Target
    squats: tuple[SquatTest, ...] = Field(default=(), max_length=6)

    @model_validator(mode="after")
    def _hangs_together(self) -> Self:
        wheels = len(self.vehicle.axles)
        for setup in (self.as_found, self.proposal):
            if len(setup.axles) != wheels:
                raise ValueError(f"set-up “{setup.name}” has {len(setup.axles)} axles; accepted is {wheels}, as the vehicle has")
        for n, test in enumerate(self.squats):
            if len(test.heights) != wheels:
                raise ValueError(f"squat test {n + 1} has heights for {len(test.heights)} axles; accepted is {wheels}")
        if len(self.target.corners) not in (0, wheels):
            raise ValueError(
                f"target has heights for {len(self.target.corners)} axles; accepted is none or {wheels}, one pair each"
            )
        for kind, names in (("item", [i.name for i in self.items]), ("case", [c.name for c in self.cases])):
            twice = {n for n in names if names.count(n) > 1}
            if twice:
                raise ValueError(f"{kind} “{sorted(twice)[0]}” stands twice; accepted is every name once")
        self._names_are_known()
        return self

    def _names_are_known(self) -> None:
        items, cases = {i.name for i in self.items}, {c.name for c in self.cases}
        for case in self.cases:
            for carried in case.carried:
                if carried.item not in items:
                    raise ValueError(f"case “{case.name}” carries “{carried.item}”; accepted is an item of the list")
        asked = [self.target.case]
        for fit in self.proposal.axles:
            asked += [name for name in (fit.pick.case, fit.pick.light, fit.pick.full) if name is not None]
        for name in asked:
            if name not in cases:
                raise ValueError(f"case “{name}” is asked for; accepted is one of {', '.join(sorted(cases))}")

    @property
    def weighed_case(self) -> int:
        """Place of the case in which the pads were read, the first where none is so marked."""
        return next((n for n, case in enumerate(self.cases) if case.kind == "weighed"), 0)

    def case_index(self, name: str) -> int:
        """Place of a case in the list. Raises KeyError when there is none of that name."""
        for i, case in enumerate(self.cases):
            if case.name == name:
                return i
        raise KeyError(name)
