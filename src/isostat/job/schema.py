"""The job: everything that a tuner knows of a vehicle or has chosen for it. Version 1."""

from __future__ import annotations

from typing import Any, Literal, Self, get_args

from pydantic import Field, model_validator

from isostat.job.reading import (
    Above,
    Angle,
    BagSize,
    BarLength,
    BarRate,
    BarSize,
    CoilLength,
    CrossShare,
    Damping,
    Differ,
    Drop,
    Frozen,
    Gap,
    Height,
    Hertz,
    Mass,
    MotionRatio,
    Offset,
    Overhang,
    PadHeight,
    Place,
    PlaceShare,
    Pressure,
    Radius,
    Raised,
    Reading,
    Settle,
    Share,
    Spacer,
    SpringRate,
    Squash,
    Squeeze,
    Step,
    StopHeight,
    Stroke,
    Thread,
    Track,
    Turns,
    TyreRate,
    Unsprung,
)

VERSION = 1
Text = str


CycleEvent = Literal[
    "hanging",
    "stop touched",
    "stop flat",
    "tyre touches, straight",
    "tyre touches, left lock",
    "tyre touches, right lock",
    "metal",
]
CYCLE: tuple[str, ...] = get_args(CycleEvent)


class CycleRow(Frozen):
    """The axle on a jack, spring out, stopped where something happens; what was read there."""

    event: CycleEvent
    hub_to_arch_m: Height | None = None
    eye_to_eye_m: Stroke | None = None
    where: Text = ""


class LiftRow(Frozen):
    """The frame jacked to one height: pad and hub to arch of this wheel, while going up or coming down."""

    way: Literal["up", "down"]
    pad_kg: Mass | None = None
    hub_to_arch_m: Height | None = None


class Corner(Frozen):
    """What was read at one wheel, as weighed, on the old springs."""

    pad_kg: Mass
    pad_height_m: PadHeight | None = None
    hub_to_arch_m: Height
    shaft_showing_m: Gap | None = None
    stop_gap_m: Gap | None = None
    metal_gap_m: Gap | None = None
    ground_to_arch_m: Height | None = None
    ground_to_sill_m: Height | None = None
    hub_to_ground_m: Height | None = None
    tube_to_frame_m: Gap | None = None
    bag_height_m: Gap | None = None
    cycle: tuple[CycleRow, ...] = Field(default=(), max_length=7)
    lift: tuple[LiftRow, ...] = Field(default=(), max_length=16)


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
    shock_long_m: Stroke | None = None
    pinion_rad: Angle | None = None
    link_rad: Angle | None = None
    track_bar_m: Stroke | None = None
    track_bar_frame_m: Height | None = None
    track_bar_axle_m: Height | None = None
    tyre_plate_kg: Mass | None = None
    tyre_pressure_pa: Pressure | None = None
    tyre_plate_pa: Pressure | None = None
    wheel_plate_kg: Mass | None = None
    wheel_tyre_kg: Unsprung | None = None
    hub_on_pad_kg: Unsprung | None = None
    second_pad_kg: Mass | None = None
    second_hub_to_ground_m: Height | None = None
    bounced_up_m: Height | None = None
    pushed_down_m: Height | None = None
    left: Corner
    right: Corner


class BodyPoint(Frozen):
    """A place of the vehicle that matters for how it stands, as weighed.

    kind: mark (to take the rake between), under (underside of the body), axle (hangs on an axle: moves with its hubs), roof.
    """

    name: Text
    kind: Literal["mark", "under", "axle", "roof"] = "mark"
    behind_front_m: Place
    above_ground_m: Above


class Vehicle(Frozen):
    """The vehicle's outline and axles; lengths of the outline only shape the drawing.

    coupling_ahead_m, nose_kg: of a trailer, its coupling ahead of the first axle and what that carried when weighed.
    deck_front_m, deck_rear_m: headboard and tailboard behind the front hub. headlamp_drop_m: cut-off below the lamp at 10 m.
    door_m: the door that the roof must pass. rake_front, rake_rear: the points that the rake is taken between.
    """

    name: Text
    outline: Literal["flatbed", "estate", "van", "buggy", "trailer"] = "flatbed"
    front_overhang_m: Overhang
    rear_overhang_m: Overhang
    rating_kg: Mass | None = None
    hitch_plate_kg: Mass | None = None
    coupling_ahead_m: Overhang | None = None
    nose_kg: Mass | None = None
    deck_front_m: Place | None = None
    deck_rear_m: Place | None = None
    headlamp_m: Height | None = None
    headlamp_drop_m: Drop | None = None
    door_m: Above | None = None
    body_points: tuple[BodyPoint, ...] = Field(default=(), max_length=8)
    rake_front: Text = ""
    rake_rear: Text = ""
    brake_rod_m: Stroke | None = None
    tail_raised_m: Raised | None = None
    tail_up_front_kg: Mass | None = None
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


class PressRow(Frozen):
    """A stop under a press: how far it was squeezed and what the scale under it showed."""

    squeeze_m: Squash | None = None
    force_kg: Mass | None = None


class Stop(Frozen):
    """A bump stop: its rate at the touch, how far it goes until flat, a spacer under it; or kind, free height, press readings."""

    rate_n_per_m: SpringRate | None = None
    flat_m: Squeeze | None = None
    spacer_m: Spacer | None = None
    kind: Literal["rubber", "foam", "hydraulic"] | None = None
    free_height_m: StopHeight | None = None
    press: tuple[PressRow, ...] = Field(default=(), max_length=8)


class Bar(Frozen):
    """An anti-roll bar as measured: diameter, arm from its axis to the link, length between the arms, link / wheel travel."""

    diameter_m: BarSize | None = None
    arm_m: BarLength | None = None
    length_m: BarLength | None = None
    link_ratio: MotionRatio | None = None


class Pick(Frozen):
    """How the rate of an axle is picked."""

    way: Literal["frequency", "two loads"] = "frequency"
    hertz: Hertz | None = None
    case: Text | None = None
    light: Text | None = None
    full: Text | None = None
    differ_m: Differ | None = None


class Ways(Frozen):
    """How much of each way to lift is tried on the old springs, and what it takes to know what that gives; left out: solved."""

    spacer_m: Spacer | None = None
    collar_turns: Turns | None = None
    thread_m: Thread | None = None
    block_m: Spacer | None = None
    shackle_m: Offset | None = None
    bag_pa: Pressure | None = None
    bag_across_m: BagSize | None = None
    bag_min_pa: Pressure | None = None
    bag_max_pa: Pressure | None = None
    index_steps: Turns | None = None
    arm_m: BarLength | None = None
    teeth_inner: int | None = Field(default=None, ge=4, le=200)
    teeth_outer: int | None = Field(default=None, ge=4, le=200)


class AxleFit(Frozen):
    """What is fitted to one axle. In a proposal, what is left out stays as found (springs: is solved)."""

    tyre_radius_m: Radius | None = None
    tyre_rate_n_per_m: TyreRate | None = None
    bar_rate_n_per_m: BarRate | None = None
    bar_read: Literal["one wheel", "opposed"] = "one wheel"
    bar: Bar = Bar()
    damping: Damping | None = None
    shock_stroke_m: Stroke | None = None
    shock_longer_m: Offset | None = None
    settle_share: Settle | None = None
    stop: Stop = Stop()
    left: Coil = Coil()
    right: Coil = Coil()
    sides: Literal["same", "spacer", "each"] = "spacer"
    pick: Pick = Pick()
    ways: Ways = Ways()


class Setup(Frozen):
    """A full set of parts, one entry an axle."""

    name: Text
    axles: tuple[AxleFit, ...] = Field(min_length=2, max_length=3)


class Item(Frozen):
    """Something carried: the mass of one whole or brim full, how many, the place, and whether it stays.

    wheels: rides unsprung on the axle nearest to its place. hitch: hangs on the ball at its place.
    """

    name: Text
    kind: Literal["thing", "tank", "wheels", "hitch"] = "thing"
    mass_kg: Mass
    count: int = Field(default=1, ge=1, le=999)
    behind_front_m: Place
    left_m: Place
    above_ground_m: Height | None = None
    stays: bool = False
    weighed_share: Share = Field(default=0.0, validate_default=True)

    @model_validator(mode="before")
    @classmethod
    def _tank_was_a_flag(cls, data: Any) -> Any:
        """Files of before there were kinds say `tank`."""
        if not isinstance(data, dict) or not isinstance(data.get("tank"), bool):
            return data
        rest = {key: value for key, value in data.items() if key != "tank"}
        return {"kind": "tank", **rest} if data["tank"] else rest

    @property
    def whole_kg(self) -> float:
        """All of it on board, kg."""
        return float(self.mass_kg.value) * self.count


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
    """A load put on the vehicle as weighed, on the old springs, and the heights read with it; without its mass, a payload asked."""

    mass_kg: Mass | None = None
    behind_front_m: Place | None = None
    left_m: Place = Field(default=0.0, validate_default=True)
    heights: tuple[Heights, ...] = Field(min_length=2, max_length=3)


class Pair(Frozen):
    """Hub to arch wanted at the left and right wheel of an axle."""

    left_m: Height
    right_m: Height


class Target(Frozen):
    """The wanted pose: lift from the baseline readings, at a named load case.

    Heights by corner outrank lifts and lean: the plane nearest to them is the pose. A wanted cross weight twists it.
    rake_m: nose down; where it is given the rear lift follows from it.
    """

    case: Text
    front_lift_m: Offset
    rear_lift_m: Offset
    lean_m: Offset | None = None
    rake_m: Offset | None = None
    corners: tuple[Pair, ...] = ()
    cross_share: CrossShare | None = None
    band_m: Squeeze = Field(default=0.006, validate_default=True)


class OwnPoint(Frozen):
    """A measuring point of the tuner's own."""

    name: Text
    kind: Literal["length", "mass", "angle"] = "length"
    length_m: Place | None = None
    mass_kg: Mass | None = None
    angle_rad: Angle | None = None


class Weighing(Frozen):
    """How the pads' readings came about, and what their error follows from."""

    way: Literal["four pads", "two pads", "ticket", "plates"] = "four pads"
    ticket_step_kg: Step | None = None
    pad_m: PadHeight | None = None
    block_m: PadHeight | None = None


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
    own_points: tuple[OwnPoint, ...] = Field(default=(), max_length=12)
    weighing: Weighing = Weighing()

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
        points = [p.name for p in self.vehicle.body_points]
        for kind, names in (("item", [i.name for i in self.items]), ("case", [c.name for c in self.cases]), ("point", points)):
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
        points = {p.name for p in self.vehicle.body_points}
        for point in (self.vehicle.rake_front, self.vehicle.rake_rear):
            if point and point not in points:
                raise ValueError(f"rake is taken at “{point}”; accepted is a point of the body that was named")
        asked = [self.target.case, *(r.case for r in self.readings() if r.case is not None)]
        for fit in self.proposal.axles:
            asked += [name for name in (fit.pick.case, fit.pick.light, fit.pick.full) if name is not None]
        for name in asked:
            if name not in cases:
                raise ValueError(f"case “{name}” is asked for; accepted is one of {', '.join(sorted(cases))}")

    def readings(self) -> list[Reading]:
        """Every reading of the vehicle, its axles and corners, and of the tuner's own points."""
        corners = (corner for axle in self.vehicle.axles for corner in (axle.left, axle.right))
        parts = [self.vehicle, *self.vehicle.axles, *corners, *self.own_points]
        return [r for part in parts for r in dict(part).values() if isinstance(r, Reading)]

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
