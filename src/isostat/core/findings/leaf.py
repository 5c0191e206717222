"""Judgements on how a leaf pack hangs and is held."""

from __future__ import annotations

from dataclasses import dataclass

from isostat.core.findings.judgement import Judgement


@dataclass(frozen=True, slots=True, kw_only=True)
class BlockOnSteered(Judgement):
    """A block between spring and axle where the wheels steer: brakes and steering twist it out. block_m: the thicker one."""

    block_m: float


@dataclass(frozen=True, slots=True, kw_only=True)
class ShackleFar(Judgement):
    """A shackle that lies nearly along its spring hanging, or at full bump: it locks or turns over. lean_rad: from upright."""

    lean_rad: float
    hanging: bool


@dataclass(frozen=True, slots=True, kw_only=True)
class PinionTurned(Judgement):
    """The axle is turned by shackle, hanger or wedge: up positive, rad."""

    turned_rad: float


@dataclass(frozen=True, slots=True, kw_only=True)
class HangingWrong(Judgement):
    """Shackle and hanger cannot be as told. reason: a sentence."""

    reason: str
