"""Every kind of list that a search can try, by the kind's name."""

from __future__ import annotations

from isostat.assess.find.kinds.added_leaf import AddedLeaves
from isostat.assess.find.kinds.by_order import AirBags, TorsionBars
from isostat.assess.find.kinds.coil import Coils, ProgressiveCoils
from isostat.assess.find.kinds.leaf import LeafPacks
from isostat.assess.find.kinds.offered import Offered
from isostat.assess.find.kinds.stacked import StackedPairs

OFFERED: dict[str, Offered] = {
    kind.listed: kind
    for kind in (Coils(), ProgressiveCoils(), StackedPairs(), LeafPacks(), AddedLeaves(), TorsionBars(), AirBags())
}
