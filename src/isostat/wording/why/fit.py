"""Why a card under way matters, and what to do first."""

from __future__ import annotations

from isostat.assess.fit.findings import NotToBeDriven, TicksGone
from isostat.assess.judgement import Judgement
from isostat.units.saying import Saying, saying

WHYS: dict[type[Judgement], Saying] = {
    NotToBeDriven: saying(
        "A step that holds the vehicle back is one whose omission shows only on the road: a wheel, a brake line, a U-bolt, a bolt "
        "at ride height, the brake valve. Do them in the order of the card, and tick each as it is done."
    ),
    TicksGone: saying(
        "What was ticked was done with other parts or settings. A spring, a spacer or a target that changes later opens the bolts "
        "and the heights again. Look at each step once more, and tick it anew."
    ),
}
