"""What may be said of leaf packs, and of how they hang."""

from __future__ import annotations

from dataclasses import dataclass

from typing_extensions import override

from isostat.assess.judgement import Judgement
from isostat.units.saying import Saying


@dataclass(frozen=True, slots=True, kw_only=True)
class PackTooHigh(Judgement):
    """A leaf pack stands over the target with no block at all."""

    by_m: float

    @override
    @property
    def severity(self) -> float:
        return self.by_m


@dataclass(frozen=True, slots=True, kw_only=True)
class LeafStress(Judgement):
    """A pack's nominal stress at full bump is beyond what is allowed. leaf: the highest, the main one 1; used: 1 at the limit.

    times_found: its highest peak over that of the pack as found; None where that is not known. no_worse: it is the pack as found,
    bent no further.
    """

    leaf: int
    used: float
    times_found: float | None
    no_worse: bool

    @override
    @property
    def severity(self) -> float:
        return self.used - 1.0


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
    """Shackle and hanger cannot be as given. reason: a sentence."""

    reason: Saying
