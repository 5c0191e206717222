"""A progressive coil, as a job file holds it."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from isostat.job.reading import CoilAcross, CoilTurns, Frozen, ShearModulus, SpringRate, Squash, WireSize
from isostat.job.springs.press import PressRow

Material = Literal["chrome silicon", "chrome vanadium", "oil tempered", "hard drawn", "music", "hot rolled"]


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
