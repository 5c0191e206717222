"""A reading of a part in a press."""

from __future__ import annotations

from isostat.job.reading import Frozen, Mass, Squash


class PressRow(Frozen):
    """A spring or stop under a press: how far it was squeezed and what the scale under it showed."""

    squeeze_m: Squash | None = None
    force_kg: Mass | None = None
