"""A torsion bar with its arm: twist, stress, and the force at the arm's end against its rise."""

from __future__ import annotations

import math
from dataclasses import dataclass, replace

import numpy as np

from isostat.core.limits import Floats, within
from isostat.core.parts.event import Event
from isostat.core.parts.law import LawEvent
from isostat.core.springs.straight_pieces import compression_at

SHEAR = 78.5e9  # Pa, of spring steel in torsion (DIN 2091, from memory)
STEEPEST = math.radians(80.0)  # of the arm from level; beyond it the law goes on straight


@dataclass(frozen=True, slots=True, kw_only=True)
class Bar:
    """A round bar: outside diameter, working length, bore where hollow, m; its modulus, Pa. Raises OutOfRange for what is none."""

    diameter_m: float
    length_m: float
    bore_m: float = 0.0
    shear_pa: float = SHEAR

    def __post_init__(self) -> None:
        within("torsion-bar diameter", self.diameter_m, 0.005, 0.1, "m")
        within("torsion-bar length", self.length_m, 0.1, 3.0, "m")
        within("torsion-bar bore", self.bore_m, 0.0, self.diameter_m * 0.95, "m")

    @property
    def polar_m4(self) -> float:
        """Polar second moment of area, π(d⁴ − b⁴)/32."""
        return math.pi * (self.diameter_m**4 - self.bore_m**4) / 32.0

    @property
    def rate(self) -> float:
        """N·m a rad, G·J/L. Source: DIN 2091 and any strength of materials text (from memory)."""
        return self.shear_pa * self.polar_m4 / self.length_m

    def stress_pa(self, torque_nm: float) -> float:
        """Shear stress at the outside in Pa under a torque."""
        return torque_nm * self.diameter_m / 2.0 / self.polar_m4


@dataclass(frozen=True, slots=True, kw_only=True)
class ArmLaw:
    """Force up at an arm's end against its rise x from where the bar is slack.

    rate_nm: of the bar, N·m a rad. arm_m: 0.05 to 1.5. slack_rad: angle of the arm from level without twist, its end above the
    pivot positive, within ±80°. stop_rad: at which the arm lies on its droop stop, None where it has none.
    With α = asin(x/R + sin α₀): F = kθ(α − α₀)/(R cos α), rate (kθ + T tan α)/(R cos α)². Source: virtual work.
    Raises OutOfRange otherwise. At 80° either way the law goes on straight and the result is beyond it.
    """

    rate_nm: float
    arm_m: float
    slack_rad: float
    stop_rad: float | None = None

    def __post_init__(self) -> None:
        within("torsion-bar rate", self.rate_nm, 100.0, 1e6, "N·m/rad")
        within("torsion-bar arm length", self.arm_m, 0.05, 1.5, "m")
        within("unloaded arm angle", self.slack_rad, -STEEPEST, STEEPEST, "rad")

    def rise_at(self, angle_rad: float) -> float:
        """Rise from slack in m at an angle of the arm."""
        return self.arm_m * (math.sin(angle_rad) - math.sin(self.slack_rad))

    def angle_at(self, x: Floats) -> Floats:
        """Angle of the arm in rad at a rise in m, any shape, within ±80°."""
        s = np.clip(np.asarray(x, dtype=float) / self.arm_m + math.sin(self.slack_rad), -math.sin(STEEPEST), math.sin(STEEPEST))
        return np.asarray(np.arcsin(s))

    def turned(self, by_rad: float) -> ArmLaw:
        """The same bar with its anchor turned, tighter +. Raises OutOfRange where the slack arm would stand too steep."""
        return replace(self, slack_rad=self.slack_rad - by_rad)

    @property
    def knots(self) -> tuple[float, ...]:
        """Compressions in m where the rate jumps, ascending."""
        low, high = self.domain
        return tuple(np.linspace(low, high, 65).tolist())

    @property
    def domain(self) -> tuple[float, float]:
        """Compressions in m between which it is known."""
        return self.rise_at(-STEEPEST), self.rise_at(STEEPEST)

    @property
    def events(self) -> tuple[LawEvent, ...]:
        """What happens on the way, by compression."""
        return () if self.stop_rad is None else (LawEvent(Event.ARM_ON_ITS_STOP, self.rise_at(self.stop_rad)),)

    def force(self, x: Floats) -> Floats:
        """Force up at the arm's end in N at rise x in m, any shape."""
        inside = np.clip(x, *self.domain)
        a = self.angle_at(inside)
        held = self.rate_nm * (a - self.slack_rad) / (self.arm_m * np.cos(a))
        return np.asarray(held + self.rate(inside) * (x - inside))

    def rate(self, x: Floats) -> Floats:
        """Slope in N/m at rise x in m, any shape."""
        a = self.angle_at(x)
        torque = self.rate_nm * (a - self.slack_rad)
        return np.asarray((self.rate_nm + torque * np.tan(a)) / (self.arm_m * np.cos(a)) ** 2)


def angle_under(law: ArmLaw, force_n: float) -> float:
    """Angle of an arm in rad at which it holds a force. law: as it is set. force_n: at its end, N."""
    return float(law.angle_at(np.asarray(compression_at(law, force_n))))


def slack_for(rate_nm: float, arm_m: float, angle_rad: float, force_n: float) -> float:
    """Angle of the slack arm at which a bar holds a force with its arm at an angle: α − F·R·cos α / kθ, within ±80°.

    rate_nm: of the bar, N·m a rad. arm_m: m. angle_rad: of the arm. force_n: at its end, N.
    """
    slack = angle_rad - force_n * arm_m * math.cos(angle_rad) / rate_nm
    return float(np.clip(slack, -STEEPEST, STEEPEST))


def turn_for(law: ArmLaw, force_n: float, lower_m: float) -> float:
    """How far the anchor must be turned, rad, tighter +, for the arm's end to hold a force so much lower: the frame comes up.

    law: as it is set. force_n: at the arm's end, N. lower_m: m.
    The torque that the force makes changes with the angle, so the turn is not the change of angle alone.
    """
    angle = angle_under(law, force_n)
    s = math.sin(angle) - lower_m / law.arm_m
    then = math.asin(float(np.clip(s, -math.sin(STEEPEST), math.sin(STEEPEST))))
    return law.slack_rad - slack_for(law.rate_nm, law.arm_m, then, force_n)


def lower_by(law: ArmLaw, force_n: float, turn_rad: float) -> float:
    """How much lower the arm's end holds a force once the anchor is turned, m: the inverse of `turn_for`.

    law: as it is set. force_n: N. turn_rad: of the anchor, tighter +.
    """
    then = law.turned(turn_rad)
    return law.arm_m * (math.sin(angle_under(law, force_n)) - math.sin(angle_under(then, force_n)))
