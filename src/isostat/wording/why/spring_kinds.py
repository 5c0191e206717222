"""Why the findings on air, leaf, stacked and torsion springs matter, and what to do first."""

from __future__ import annotations

from isostat.assess.judgement import Judgement
from isostat.assess.spring.findings_air import (
    AirForWhatStays,
    BagEnds,
    BagOverloaded,
    ClaimOff,
    LimitsUnknown,
    PressureOutside,
    ValvesFight,
)
from isostat.assess.spring.findings_leaf import BlockOnSteered, HangingWrong, LeafStress, PackTooHigh, PinionTurned, ShackleFar
from isostat.assess.spring.findings_stacked import CollarBeyond, NoRingWindow, PastCrossover, RingNotSet, RingOutside, TopBinds
from isostat.assess.spring.findings_torsion import ArmStopFirst, BarStress
from isostat.core import rules
from isostat.units.saying import Amount, Saying, saying
from isostat.units.unit import Quantity

_AIR: dict[type[Judgement], Saying] = {
    PressureOutside: saying(
        "Below its minimum pressure a bag folds and chafes; above its maximum it may burst. Both limits are on its label. "
        "Change what the steel carries first; then a larger or smaller bag. Inflate away from the bag, in steps."
    ),
    ValvesFight: saying(
        "A body on its springs has three free heights: front, rear and lean. Four levelling valves give four orders and never "
        "agree ({source}). Join the two bags of one axle with a tee to one valve, and keep two valves on the other axle.",
        source=Saying(rules.PRACTICE),
    ),
    BagOverloaded: saying(
        "A bag's load rating covers its fabric and its ends. It does not rise with pressure. Carry less on this axle first; "
        "then let steel take the permanent load; then fit a bag with a higher rating."
    ),
    BagEnds: saying(
        "A bag must never be an end of travel: pulled long it tears from its ends, crushed it carries the blow. Let shock or "
        "strap end droop and the bump stop end bump, with room at the bag. Change the bag's mounting height first."
    ),
    ClaimOff: saying(
        "A bag carries gauge pressure times effective area, nothing else. A catalogue load above that assumes another pressure "
        "or a pair. Use the calculated load, and ask the maker for a load chart at height and pressure."
    ),
    LimitsUnknown: saying(
        "Whether a pressure is allowed depends on the bag, not on the load. Its label or data sheet names minimum and maximum. "
        "Enter both before setting any pressure."
    ),
    AirForWhatStays: saying(
        "Air suits load that changes. Permanent load on air means high pressure, a short ride and a drop if a line leaks "
        "({source}). Let steel carry what is always on board, then lower the bag pressure when unladen.",
        source=Saying(rules.PRACTICE),
    ),
}
_LEAF: dict[type[Judgement], Saying] = {
    PackTooHigh: saying(
        "Without a block, a pack's height comes from its arch and rate alone. Too high means too much of either for this load. "
        "Take arch out first, by a spring shop; then a leaf; a longer shackle would raise it further."
    ),
    LeafStress: saying(
        "Bending stress at full bump decides whether a leaf lasts: above its limit it takes a set, then cracks ({source}). "
        "Thinner leaves, and more of them, carry the same with less stress. Raising the bump stop helps at once.",
        source=Saying(rules.LEAF_STRESS.source),
    ),
    BlockOnSteered: saying(
        "Braking and steering twist a steered axle against its springs, and a block lengthens that lever: it can roll out "
        "({source}). Use arch, a leaf or a shackle instead. Never stack blocks.",
        source=Saying(rules.PRACTICE),
    ),
    ShackleFar: saying(
        "A shackle works while it stands clear of the line through its spring. More than {angle} from upright it locks or "
        "turns over. Change its length first, then the hanger; check both ends of travel.",
        angle=Amount(rules.SHACKLE_LEAN, Quantity.ANGLE),
    ),
    PinionTurned: saying(
        "Two joints run smoothly when their angles match. More than {angle} from as found is felt as a shudder ({source}). "
        "Turn the axle back with a degree shim, weight on the wheels, then check the other joint.",
        angle=Amount(rules.PINION_TURNED, Quantity.ANGLE),
        source=Saying(rules.PINION_TURNED.source),
    ),
    HangingWrong: saying(
        "Eye distance, shackle and hanger form a triangle that must close. As entered it does not. Measure the shackle between "
        "hole centres and the spring between its eyes, then the hanger position."
    ),
}
_STACKED: dict[type[Judgement], Saying] = {
    NoRingWindow: saying(
        "The ring must be far enough from the collar to let the top spring work, and near enough to stop it before it binds. "
        "Here the two leave nothing between. Shorter solid lengths or less stroke open it first; then a thinner slider."
    ),
    RingOutside: saying(
        "Outside its range the ring lets a spring go solid before the shock ends, and the coil takes the blow. Move the ring "
        "into the range first; then look where the crossover falls."
    ),
    RingNotSet: saying(
        "Ring position sets where the top spring stops. The chosen crossover lies where the ring cannot be. Choose another "
        "crossover, or other springs."
    ),
    TopBinds: saying(
        "A ring changes the rate without a knock. A coil going solid does it with metal on metal, every time. Set the ring so "
        "that it acts first, with {m} to spare at the coil ({source}).",
        m=Amount(rules.RING_MARGIN, Quantity.COIL),
        source=Saying(rules.RING_MARGIN.source),
    ),
    PastCrossover: saying(
        "If the crossover comes before ride height, the vehicle runs on the main spring alone and the top one only fills "
        "droop. Move the ring further from the collar first; then choose a stiffer top spring."
    ),
    CollarBeyond: saying(
        "The collar sets height within its thread. Needing more shows a spring that is too long, too short or too soft. Choose "
        "another free length; never run a collar off its last turn of thread."
    ),
}
_TORSION: dict[type[Judgement], Saying] = {
    ArmStopFirst: saying(
        "A lift by the anchor turns the arm towards its droop stop while full droop stays where it was. Then metal stops the "
        "wheel instead of the shock. Back the anchor off first; then longer shocks and a moved stop together."
    ),
    BarStress: saying(
        "A bar's stress at full bump grows with every turn of the anchor. Above its limit it takes a set, and the height goes. "
        "Back the anchor off first; then a thicker bar; keep the bump stop fitted."
    ),
}
WHYS: dict[type[Judgement], Saying] = {**_AIR, **_LEAF, **_STACKED, **_TORSION}
