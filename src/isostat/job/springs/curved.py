"""Springs whose rate changes on the way: progressive coils, and stacked pairs with their slider and ring."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from isostat.job.reading import (
    CoilAcross,
    CoilLength,
    CoilTurns,
    Frozen,
    Mass,
    Share,
    ShearModulus,
    Spacer,
    SpringRate,
    Squash,
    Thread,
    WireSize,
)

Material = Literal["chrome silicon", "chrome vanadium", "oil tempered", "hard drawn", "music", "hot rolled"]


class PressRow(Frozen):
    """A spring or stop under a press: how far it was squeezed and what the scale under it showed."""

    squeeze_m: Squash | None = None
    force_kg: Mass | None = None


class TurnGroup(Frozen):
    """Working turns of one pitch, middle of the wire to middle of the wire."""

    turns: CoilTurns | None = None
    pitch_m: CoilAcross | None = None


class ProgressiveCoil(Frozen):
    """A progressive coil by the two rates on its tag, by its counted turns, or by a tester's table.

    change_m, solid_m: pressed by so much from its free length the rate changes, and all turns touch. shear_pa: modulus of its
    wire, where its grade's will not do.
    """

    by: Literal["rates", "turns", "table"] = "rates"
    soft_n_per_m: SpringRate | None = None
    firm_n_per_m: SpringRate | None = None
    change_m: Squash | None = None
    solid_m: Squash | None = None
    wire_m: WireSize | None = None
    across_m: CoilAcross | None = None
    across: Literal["outside", "mean", "inside"] = "outside"
    material: Material = "chrome silicon"
    shear_pa: ShearModulus | None = None
    groups: tuple[TurnGroup, ...] = Field(default=(), max_length=6)
    table: tuple[PressRow, ...] = Field(default=(), max_length=60)


class StackPart(Frozen):
    """One spring of a stack."""

    rate_n_per_m: SpringRate | None = None
    free_m: CoilLength | None = None
    solid_m: CoilLength | None = None
    inside_m: CoilAcross | None = None


class Stack(Frozen):
    """A stacked pair on the coil-overs of an axle and what it stands on, faces of collar and perch; a third spring on top if given.

    extended_m: collar to perch with the shock extended, the collar where it stands now. body_m: across the shock's body.
    ring_m: collar to ring, when all is set. placed: that is typed, set for a crossover at `share` of the bump travel, or as near
    the collar as protects the top spring. down_m, up_m: thread left for the collar.
    """

    top: StackPart = StackPart()
    main: StackPart = StackPart()
    third: StackPart | None = None
    slider_m: Spacer | None = None
    step_m: Spacer | None = None
    placed: Literal["typed", "by share", "protecting"] = "typed"
    ring_m: CoilLength | None = None
    extended_m: CoilLength | None = None
    body_m: CoilAcross | None = None
    thread_m: Thread | None = None
    down_m: Spacer | None = None
    up_m: Spacer | None = None
    share: Share | None = None
