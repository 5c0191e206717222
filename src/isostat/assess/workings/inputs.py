"""An input of a working off a reading."""

from __future__ import annotations

from isostat.assess.setup.springs.incomplete import value_or
from isostat.core.working import Given, Origin
from isostat.job.reading import Reading


def given_or(symbol: str, words: str, quantity: str, reading: Reading | None, otherwise: float) -> Given:
    """An input that was typed, or what is usual without it, marked."""
    origin = Origin.ASSUMED if reading is None or reading.assumed else Origin.TYPED
    return Given(symbol, words, quantity, value_or(reading, otherwise), origin)
