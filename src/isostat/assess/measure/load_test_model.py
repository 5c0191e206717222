"""The vehicle as weighed with springs and loads to be tried in it, many at once: what a fit predicts its readings by."""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np

from isostat.assess.setup.figures import AxleFigures, FitFigures
from isostat.assess.setup.platform import SPRING, Hitch, Springs, stand
from isostat.core.fitting.inference import Predict
from isostat.core.limits import Floats
from isostat.core.parts.bank import Bank
from isostat.core.springs.coil import Coil
from isostat.core.vehicle.equilibrium import solve_equilibrium
from isostat.core.vehicle.platform import Platform, join

UNIT = 1000.0  # N/m, the rate whose law serves all candidates


@dataclass(frozen=True, slots=True)
class Trial:
    """The vehicle as weighed with springs to be put in."""

    axles: tuple[AxleFigures, ...]
    fits: tuple[FitFigures, ...]
    held: Floats  # (A, 2) N, spring forces as weighed
    weighed: Floats  # (3,)
    hitch: Hitch | None = None

    def stood(self, tests: Floats) -> tuple[Platform, Bank]:
        """tests: (3, tests) weight put on."""
        unit = Springs((Coil(UNIT), Coil(UNIT)), (0.0, 0.0))  # straight springs: the rate is a scale on one law
        return stand(self.axles, self.fits, (unit,) * len(self.axles), self.weighed[:, None] + tests, hitch=self.hitch)

    def travels(self, platform: Platform, bank: Bank, rates: Floats, tests: int) -> Floats:
        """Travels (K, tests, readings) of K candidates, rates (A, 2, K): one batch of K·tests columns."""
        rates = np.repeat(rates, tests, axis=-1)
        scale, offset = platform.scale.copy(), platform.offset_m.copy()
        for side, part in enumerate(SPRING):
            scale[:, part], offset[:, part] = rates[:, side] / UNIT, self.held[:, side, None] / rates[:, side]
        rest = solve_equilibrium(replace(platform, scale=scale, offset_m=offset), bank)
        return np.moveaxis(rest.travel_m.reshape(2 * len(self.axles), -1, tests), 0, 2)

    def by_rates(self, tests: Floats, sides: int) -> Predict:
        """Prediction from log rates, one an axle (sides 1) or one a wheel (sides 2)."""
        platform, bank = self.stood(tests)

        def predict(logs: Floats) -> Floats:
            rates = np.exp(logs).reshape(len(self.axles), sides, -1)
            return self.travels(join([platform] * logs.shape[1]), bank, np.broadcast_to(rates, (len(rates), 2, rates.shape[2])), n)

        n = tests.shape[1]
        return predict

    def by_load(self) -> Predict:
        """Prediction of one test from an unknown weight and its moments, and the log rates an axle."""
        platform, bank = self.stood(np.zeros((3, 1)))

        def predict(x: Floats) -> Floats:
            batch = join([platform] * x.shape[1])
            batch = replace(batch, weight=batch.weight + x[:3])
            rates = np.exp(x[3:])[:, None].repeat(2, axis=1)
            return self.travels(batch, bank, rates, 1)

        return predict
