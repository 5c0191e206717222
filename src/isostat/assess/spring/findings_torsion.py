"""What may be said of torsion bars."""

from __future__ import annotations

from dataclasses import dataclass

from isostat.assess.judgement import Judgement


@dataclass(frozen=True, slots=True, kw_only=True)
class ArmStopFirst(Judgement):
    """The arm of a torsion bar meets its droop stop before the shock ends the droop: it takes the blow. by_m: at the wheel."""

    by_m: float


@dataclass(frozen=True, slots=True, kw_only=True)
class BarStress(Judgement):
    """A torsion bar's shear stress at full bump over what is allowed, as a share."""

    used: float
