"""The job: everything that a tuner knows of a vehicle or has chosen for it. Version 1."""

from __future__ import annotations

from typing import Any, Literal, Self

from pydantic import Field, model_validator

from isostat.job.axle_fit import BenchCoil, Setup, ShockRow
from isostat.job.card import Card
from isostat.job.heights import Heights
from isostat.job.linkage import Allowed
from isostat.job.log import LogEntry
from isostat.job.reading import (
    Angle,
    Clash,
    CrossShare,
    Frozen,
    Height,
    Margin,
    Mass,
    Notes,
    Offset,
    PadHeight,
    Place,
    Reading,
    Share,
    Split,
    Squeeze,
    Step,
    Text,
    Whole,
)
from isostat.job.taught import Taught
from isostat.job.vehicle import Vehicle
from isostat.language import later
from isostat.units.saying import Amount, Given, saying
from isostat.units.unit import Quantity

VERSION = 1


class Item(Frozen):
    """Something carried: the mass of one whole or brim full, how many, the place, and whether it stays.

    wheels: rides unsprung on the axle nearest to its place. hitch: hangs on the ball at its place.
    """

    name: Text
    kind: Literal["thing", "tank", "wheels", "hitch"] = "thing"
    mass_kg: Mass
    count: Whole = Field(default=1, ge=1, le=999)
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


class SquatTest(Frozen):
    """A load put on the vehicle as weighed, on the old springs, and the heights read with it; without its mass, a payload asked."""

    mass_kg: Mass | None = None
    behind_front_m: Place | None = None
    left_m: Place = Field(default=0.0, validate_default=True)
    heights: tuple[Heights, ...] = Field(min_length=1, max_length=3)


class Pair(Frozen):
    """Hub to arch wanted at the left and right wheel of an axle."""

    left_m: Height
    right_m: Height


class Target(Frozen):
    """The wanted pose: lift from the baseline readings, at a named load case.

    Heights by corner outrank lifts and lean: the plane nearest to them is the pose. A wanted cross weight twists it.
    rake_m: nose down; where it is given the rear lift follows from it. settled: the height is wanted once new springs have settled;
    else as they are fitted.
    """

    case: Text
    front_lift_m: Offset
    rear_lift_m: Offset
    lean_m: Offset | None = None
    rake_m: Offset | None = None
    corners: tuple[Pair, ...] = ()
    cross_share: CrossShare | None = None
    settled: bool = False
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


class Margins(Frozen):
    """What a shop keeps by its own rule; left out: what is usual.

    shock_m: at the shock, before it ends. coil_share: of a coil's working deflection, before solid. tyre_m, tyre_lock_m: at the
    wheel, before the arch. hose_m: at the wheel, beyond the end of droop. split_least, split_most: rear over front frequency.
    """

    shock_m: Margin | None = None
    coil_share: Share | None = None
    tyre_m: Margin | None = None
    tyre_lock_m: Margin | None = None
    hose_m: Margin | None = None
    split_least: Split | None = None
    split_most: Split | None = None


class Job(Frozen):
    """One job on one vehicle."""

    version: Literal[1] = 1
    title: Text
    number: Text = ""
    read_on: Text = ""
    notes: Notes = ""
    vehicle: Vehicle
    as_found: Setup
    proposal: Setup  # the one that is worked on
    others: tuple[Setup, ...] = Field(default=(), max_length=2)
    items: tuple[Item, ...] = Field(default=(), max_length=200)
    cases: tuple[Case, ...] = Field(min_length=1, max_length=8)
    target: Target
    squats: tuple[SquatTest, ...] = Field(default=(), max_length=6)
    own_points: tuple[OwnPoint, ...] = Field(default=(), max_length=12)
    weighing: Weighing = Weighing()
    bench: tuple[BenchCoil, ...] = Field(default=(), max_length=6)
    margins: Margins = Margins()
    shocks: tuple[ShockRow, ...] = Field(default=(), max_length=60)
    allowed: tuple[Allowed, ...] = Field(default=(), max_length=60)
    card: Card = Card()
    log: tuple[LogEntry, ...] = Field(default=(), max_length=100)
    taught: tuple[Taught, ...] = Field(default=(), max_length=12)

    @model_validator(mode="before")
    @classmethod
    def _ways_knew_the_bar(cls, data: Any) -> Any:
        """Files of before one law stood for a turned bar keep its arm and teeth with the ways to lift."""
        try:
            found, proposal = data["as_found"]["axles"], data["proposal"]["axles"]
            ways, bars = [fit.get("ways") or {} for fit in proposal], [fit.get("torsion") or {} for fit in found]
        except (TypeError, KeyError, AttributeError):
            return data  # the checks to come say what is wrong there
        if not all(isinstance(part, dict) for part in (*ways, *bars)):
            return data
        names = ("arm_m", "teeth_inner", "teeth_outer")
        if not any(name in way for way in ways for name in names) or len(found) != len(proposal):
            return data
        kept = [{**fit, "ways": {k: v for k, v in way.items() if k not in names}} for fit, way in zip(proposal, ways, strict=True)]
        old = [{k: way[k] for k in names if way.get(k) is not None} for way in ways]
        turned = [{**fit, "torsion": {**was, **bar}} for fit, was, bar in zip(found, old, bars, strict=True)]
        return data | {
            "as_found": data["as_found"] | {"axles": turned}, "proposal": data["proposal"] | {"axles": kept},
        }  # fmt: skip

    @model_validator(mode="after")
    def _hangs_together(self) -> Self:
        wheels = len(self.vehicle.axles)
        for setup in (self.as_found, self.proposal, *self.others):
            if len(setup.axles) != wheels:
                said = "Set-up “{name}” has {n} axles; the vehicle has {wheels}. Enter as many."
                raise Clash(saying(said, name=setup.name, n=len(setup.axles), wheels=wheels))
        for n, test in enumerate(self.squats):
            if len(test.heights) != wheels:
                said = "Load test {test} has heights for {n} axles; the vehicle has {wheels}. Enter as many."
                raise Clash(saying(said, test=n + 1, n=len(test.heights), wheels=wheels))
        for n, entry in enumerate(self.log):
            if len(entry.heights) != wheels:
                said = "Log entry {entry} has heights for {n} axles; the vehicle has {wheels}. Enter as many."
                raise Clash(saying(said, entry=n + 1, n=len(entry.heights), wheels=wheels))
        if len(self.target.corners) not in (0, wheels):
            said = "The target has heights for {n} axles; the vehicle has {wheels}. Enter as many, or none."
            raise Clash(saying(said, n=len(self.target.corners), wheels=wheels))
        named: tuple[tuple[str, tuple[Any, ...]], ...] = (
            (later("There is already an item “{name}”. Use another name."), self.items),
            (later("There is already a load case “{name}”. Use another name."), self.cases),
            (later("There is already a body point “{name}”. Use another name."), self.vehicle.body_points),
            (later("There is already a spring “{name}”. Use another name."), self.bench),
            (later("There is already a proposal “{name}”. Use another name."), self.proposals),
        )
        for said, things in named:
            names = [thing.name for thing in things]
            twice = {n for n in names if names.count(n) > 1}
            if twice:
                raise Clash(saying(said, name=sorted(twice)[0]))
        self._names_are_known()
        self._stops_are_left()
        return self

    def _stops_are_left(self) -> None:
        for setup in (self.as_found, *self.proposals):
            for axle, found, fit in zip(self.vehicle.axles, self.as_found.axles, setup.axles, strict=True):
                stop, high = fit.stop, fit.stop.free_height_m or found.stop.free_height_m
                if stop.spacer_m and high and stop.spacer_m.value <= -high.value:
                    cut: dict[str, Given] = {
                        "cut": Amount(-stop.spacer_m.value, Quantity.COIL), "high": Amount(high.value, Quantity.COIL),
                    }  # fmt: skip
                    said = "{axle} bump stop: it is {high} high; {cut} cannot be trimmed off. Enter less than {high}."
                    raise Clash(saying(said, axle=axle.name, **cut))

    def _names_are_known(self) -> None:
        items, cases = {i.name for i in self.items}, {c.name for c in self.cases}
        for case in self.cases:
            for carried in case.carried:
                if carried.item not in items:
                    said = "Load case “{case}” carries “{item}”, which is not in the list of items."
                    raise Clash(saying(said, case=case.name, item=carried.item))
        points = {p.name for p in self.vehicle.body_points}
        for point in (self.vehicle.rake_front, self.vehicle.rake_rear):
            if point and point not in points:
                raise Clash(saying("Rake is measured at “{point}”, which is not in the list of body points.", point=point))
        asked = [
            self.target.case,
            *(one.case for one in self.log if one.case is not None),
            *(r.case for r in self.readings() if r.case is not None),
        ]
        for fit in (fit for setup in self.proposals for fit in setup.axles):
            asked += [name for name in (fit.pick.case, fit.pick.light, fit.pick.full) if name is not None]
        for name in asked:
            if name not in cases:
                known = ", ".join(sorted(cases))
                raise Clash(saying("Load case “{name}” does not exist. Choose: {known}.", name=name, known=known))

    def readings(self) -> list[Reading]:
        """Every reading of the vehicle, its axles and corners, and of the tuner's own points."""
        corners = (corner for axle in self.vehicle.axles for corner in (axle.left, axle.right))
        parts = [self.vehicle, *self.vehicle.axles, *corners, *self.own_points]
        return [r for part in parts for r in dict(part).values() if isinstance(r, Reading)]

    @property
    def proposals(self) -> tuple[Setup, ...]:
        """All proposals by name, A first."""
        return tuple(sorted((self.proposal, *self.others), key=lambda setup: setup.name))

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
