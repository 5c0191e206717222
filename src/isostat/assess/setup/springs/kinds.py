"""Every kind of spring that an axle may have, by the name that a file has for it."""

from __future__ import annotations

from isostat.assess.setup.springs.air import AirSprings
from isostat.assess.setup.springs.coil import PlainCoil
from isostat.assess.setup.springs.kind import Kind
from isostat.assess.setup.springs.leaf import LeafPacks
from isostat.assess.setup.springs.progressive import ProgressiveCoils
from isostat.assess.setup.springs.stacked import StackedPairs
from isostat.assess.setup.springs.torsion import TorsionBars

COIL = PlainCoil()
KINDS: dict[str, Kind] = {
    kind.name: kind for kind in (COIL, ProgressiveCoils(), StackedPairs(), LeafPacks(), TorsionBars(), AirSprings())
}
