"""One corner as two masses: how fast body and wheel swing, and how well they are damped, by the exact poles."""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np

from isostat.core.limits import Floats, OutOfRange, within


@dataclass(frozen=True, slots=True)
class Swing:
    """One way of swinging: undamped frequency in Hz and damping ratio, 1 and above where it does not swing over."""

    frequency_hz: float
    ratio: float


@dataclass(frozen=True, slots=True)
class QuarterCar:
    """Sprung and unsprung mass in kg, wheel rate and tyre rate in N/m; the damper at the wheel is given with each question.

    sprung_kg, unsprung_kg: 1 to 100 000. wheel_rate, tyre_rate: 100 to 10 000 000. Raises OutOfRange otherwise.
    """

    sprung_kg: float
    unsprung_kg: float
    wheel_rate: float
    tyre_rate: float

    def __post_init__(self) -> None:
        within("sprung mass, per wheel", self.sprung_kg, 1.0, 1e5, "kg")
        within("unsprung mass, per wheel", self.unsprung_kg, 1.0, 1e5, "kg")
        within("wheel rate", self.wheel_rate, 100.0, 1e7, "N/m")
        within("tyre rate", self.tyre_rate, 100.0, 1e7, "N/m")

    def matrix(self, damping: float) -> Floats:
        """State matrix (4, 4) of body and wheel position, body and wheel speed. damping: at the wheel, N·s/m."""
        ms, mu, ks, kt, c = self.sprung_kg, self.unsprung_kg, self.wheel_rate, self.tyre_rate, damping
        return np.array(
            [
                [0.0, 0.0, 1.0, 0.0],
                [0.0, 0.0, 0.0, 1.0],
                [-ks / ms, ks / ms, -c / ms, c / ms],
                [ks / mu, -(ks + kt) / mu, c / mu, -c / mu],
            ]
        )

    def swings(self, damping: float) -> tuple[Swing, Swing]:
        """Body and wheel hop, the slower first. damping: at the wheel, 0 and above, N·s/m.

        Source: eigenvalues s of the state matrix; frequency |s|/2π and ratio −Re s/|s|. Two real poles count as one swing of their
        geometric mean with a ratio of 1 and above.
        """
        within("damping at the wheel", damping, 0.0, 1e7, "N·s/m")
        poles = np.linalg.eigvals(self.matrix(damping))
        real = sorted((s for s in poles if s.imag == 0.0), key=abs)
        pairs = [(s, s.conjugate()) for s in poles if s.imag > 0.0] + list(zip(real[::2], real[1::2], strict=True))
        found = []
        for first, second in pairs:
            speed = math.sqrt(abs(first * second))
            found.append(Swing(speed / (2.0 * math.pi), float(-(first + second).real / (2.0 * speed))))
        slow, fast = sorted(found, key=lambda swing: swing.frequency_hz)
        return slow, fast

    def damping_for(self, ratio: float) -> float:
        """Least damping at the wheel in N·s/m at which the body's ratio is so much. ratio: 0.01 to 0.9.

        Raises OutOfRange otherwise, and where no damper does it: on a soft tyre a hard damper only ties the wheel to the body.
        Source: the exact pole, followed upwards until it passes the ratio, then halved.
        """
        within("damping ratio", ratio, 0.01, 0.9, "")
        whole, low, best = 2.0 * math.sqrt(self.wheel_rate * self.sprung_kg), 0.0, 0.0
        for share in np.linspace(0.0, 1.6, 81)[1:]:
            high = float(share) * whole
            now = self.swings(high)[0].ratio
            if now >= ratio:
                break
            low, best = high, max(best, now)
        else:
            raise OutOfRange("damping ratio", ratio, 0.01, best, "")
        for _ in range(50):
            middle = (low + high) / 2.0
            low, high = (middle, high) if self.swings(middle)[0].ratio < ratio else (low, middle)
        return high
