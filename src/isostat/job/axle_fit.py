"""What is fitted to the axles: springs, stops, bars, tyres, and how a rate is picked."""

from __future__ import annotations

from typing import Literal, Self

from pydantic import Field, model_validator

from isostat.job.reading import (
    ArmAngle,
    BagSize,
    BarLength,
    BarRate,
    BarSize,
    Clash,
    CoilAcross,
    CoilLength,
    CoilTurns,
    Collar,
    DamperForce,
    Damping,
    Differ,
    DroopShare,
    Frozen,
    Hertz,
    Mass,
    MotionRatio,
    Multiple,
    NotSo,
    Offset,
    Pressure,
    Radius,
    Settle,
    ShaftSpeed,
    ShearModulus,
    Spacer,
    SpringRate,
    StrapLength,
    Stroke,
    Text,
    Thread,
    Turns,
    TyreRate,
    WheelOut,
    WireSize,
)
from isostat.job.springs.air import AirBag
from isostat.job.springs.cushion import Cushion
from isostat.job.springs.disc import Discs
from isostat.job.springs.leaf import Pack
from isostat.job.springs.progressive import Material, ProgressiveCoil
from isostat.job.springs.stacked import Stack
from isostat.job.springs.stop import Stop
from isostat.job.springs.torsion import TorsionBar
from isostat.units.saying import Amount, Given, saying
from isostat.units.unit import Quantity


class Coil(Frozen):
    """One coil spring with its spacer. In a proposal, what is left out is solved.

    unloaded_length_m: length between the seats with the strut out of the vehicle and extended. collar_m: how far the collar of a
    stacked pair goes down from where it stood. slack_rad: angle of a torsion bar's arm from level without twist.
    """

    rate_n_per_m: SpringRate | None = None
    free_length_m: CoilLength | None = None
    solid_length_m: CoilLength | None = None
    installed_length_m: CoilLength | None = None
    unloaded_length_m: CoilLength | None = None
    collar_m: Collar | None = None
    slack_rad: ArmAngle | None = None
    spacer_m: Spacer | None = None

    @model_validator(mode="after")
    def _longer_than_solid(self) -> Self:
        if self.free_length_m and self.solid_length_m and self.free_length_m.value <= self.solid_length_m.value:
            free, solid = (Amount(m.value, Quantity.COIL) for m in (self.free_length_m, self.solid_length_m))
            raise NotSo(saying("free length {free} is not above the solid length {solid}. Enter more.", free=free, solid=solid))
        return self


class SpringPress(Frozen):
    """A spring under a press: the length between the plates and what the scale under it showed."""

    length_m: CoilLength | None = None
    force_kg: Mass | None = None


class BenchCoil(Frozen):
    """An unmarked coil on the bench: caliper readings, how its ends are made, its wire, press readings.

    across: which diameter was read. turns: all of them. inactive: turns at each end that do not work, where counted.
    shear_pa: modulus of its wire, where its grade's will not do.
    """

    name: Text
    wire_m: WireSize | None = None
    across_m: CoilAcross | None = None
    across: Literal["outside", "mean", "inside"] = "outside"
    turns: CoilTurns | None = None
    inactive: CoilTurns | None = None
    ends: Literal["open", "open, ground", "closed", "closed, ground", "hot formed", "pigtail"] = "closed, ground"
    material: Material = "chrome silicon"
    shear_pa: ShearModulus | None = None
    free_m: CoilLength | None = None
    press: tuple[SpringPress, ...] = Field(default=(), max_length=6)


class Bar(Frozen):
    """An anti-roll bar as measured: diameter, arm from axis to link, length between arms, link / wheel travel, modulus."""

    diameter_m: BarSize | None = None
    arm_m: BarLength | None = None
    length_m: BarLength | None = None
    link_ratio: MotionRatio | None = None
    shear_pa: ShearModulus | None = None


class Pick(Frozen):
    """How the rate of an axle is picked."""

    way: Literal["frequency", "two loads", "same feel", "bump capacity", "share of droop"] = "frequency"
    hertz: Hertz | None = None
    case: Text | None = None
    light: Text | None = None
    full: Text | None = None
    differ_m: Differ | None = None
    multiple: Multiple | None = None
    droop_share: DroopShare | None = None


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


class ShockRow(Frozen):
    """A shock off a list, eye to eye."""

    name: Text
    extended_m: Stroke
    collapsed_m: Stroke

    @model_validator(mode="after")
    def _longer_out_than_in(self) -> Self:
        out, shut = self.extended_m.value, self.collapsed_m.value
        if shut < 0.1:
            least, given = Amount(0.1, Quantity.HEIGHT), Amount(shut, Quantity.HEIGHT)
            said = "Shock “{name}”: {given} collapsed is too short. Enter {least} or more."
            raise Clash(saying(said, name=self.name, given=given, least=least))
        if out < shut + 0.02:
            lengths: dict[str, Given] = {
                "out": Amount(out, Quantity.HEIGHT), "shut": Amount(shut, Quantity.HEIGHT),
                "least": Amount(shut + 0.02, Quantity.HEIGHT, 1),
            }  # fmt: skip
            said = "Shock “{name}”: {out} extended is too short for {shut} collapsed. Enter {least} or more."
            raise Clash(saying(said, name=self.name, **lengths))
        return self


class DamperRow(Frozen):
    """A tested damper at one speed of its shaft: force in bump and in rebound, gas force taken off."""

    speed_m_s: ShaftSpeed | None = None
    bump_n: DamperForce | None = None
    rebound_n: DamperForce | None = None


class AxleFit(Frozen):
    """What is fitted to one axle. In a proposal, what is left out stays as found (springs: is solved).

    damping: of the damper of now. damper: tested, both ways. strap_m: length of a limit strap, pulled taut.
    shock_mounts_m: by which the shock's mounts are moved further apart.
    wheel_out_m: by which a wheel stands further out, by its offset or a spacer behind it.
    stock: the steps in which springs are to be had. inside_m: across a coil's inside, as its perch wants it; pocket_m: the most
    that the perch or what stands round the coil leaves for its outside. upper_seat, lower_seat: the ends of coil that its seats are
    made for, left out where any will do. wire: of what the coil is wound; wire_shear_pa: its
    modulus, where its grade's will not do.
    """

    tyre_radius_m: Radius | None = None
    tyre_rate_n_per_m: TyreRate | None = None
    bar_rate_n_per_m: BarRate | None = None
    bar_read: Literal["one wheel", "opposed"] = "one wheel"
    bar: Bar = Bar()
    damping: Damping | None = None
    damper: tuple[DamperRow, ...] = Field(default=(), max_length=8)
    strap_m: StrapLength | None = None
    hose_longer_m: Offset | None = None
    shock_mounts_m: Offset | None = None
    wheel_out_m: WheelOut | None = None
    shock_stroke_m: Stroke | None = None
    shock_longer_m: Offset | None = None
    settle_share: Settle | None = None
    stop: Stop = Stop()
    kind: Literal["coil", "progressive", "stacked pair", "leaf", "torsion bar", "air"] = "coil"
    stock: Literal["any", "25 lb/in", "50 lb/in"] = "any"
    inside_m: CoilAcross | None = None
    pocket_m: CoilAcross | None = None
    upper_seat: Literal["flat", "tangential", "pigtail"] | None = None
    lower_seat: Literal["flat", "tangential", "pigtail"] | None = None
    wire: Material = "chrome silicon"
    wire_shear_pa: ShearModulus | None = None
    left: Coil = Coil()
    right: Coil = Coil()
    sides: Literal["same", "spacer", "each"] = "spacer"
    pick: Pick = Pick()
    ways: Ways = Ways()
    progressive: ProgressiveCoil = ProgressiveCoil()
    stack: Stack = Stack()
    pack: Pack = Pack()
    torsion: TorsionBar = TorsionBar()
    air: AirBag = AirBag()
    helper: AirBag = AirBag()
    cushion: Cushion = Cushion()
    discs: Discs = Discs()

    @property
    def bag(self) -> AirBag:
        """Its bags: in place of springs, or else beside them."""
        return self.air if self.kind == "air" else self.helper


class Setup(Frozen):
    """A full set of parts, one entry an axle."""

    name: Text
    axles: tuple[AxleFit, ...] = Field(min_length=1, max_length=3)
