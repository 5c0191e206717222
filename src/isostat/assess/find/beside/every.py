"""Every kind of list that a search can try beside the springs, by the kind's name."""

from __future__ import annotations

from isostat.assess.find.beside.beside import BesideKind
from isostat.assess.find.beside.cushions import Cushions
from isostat.assess.find.beside.shocks import Shocks
from isostat.assess.find.beside.stops import Stops

BESIDE: dict[str, BesideKind] = {kind.listed: kind for kind in (Shocks(), Stops(), Cushions())}
