"""What comes of torsion bars: their rate varies, no length does."""

from __future__ import annotations

import numpy as np
from typing_extensions import override

from isostat.assess.solve.assessment import Assessment
from isostat.assess.spring.kind import Errors, Result, rate_errors
from isostat.core.fitting.band_draws import Draws


class TorsionResult(Result):
    """An anchor is set as it is ordered."""

    @override
    def errors(self, a: Assessment, d: Draws, axle: int) -> Errors:
        return rate_errors(d, axle), np.zeros(())
