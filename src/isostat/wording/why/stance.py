"""Why the findings on stance matter, and what to do first."""

from __future__ import annotations

from isostat.assess.judgement import Judgement
from isostat.assess.stance.findings import (
    CrossWanted,
    LampAim,
    LampHigh,
    Lean,
    OffTarget,
    RoofUnderDoor,
    TargetOutOfReach,
    TargetPastTravel,
    TargetTwisted,
    TipsSooner,
)
from isostat.core import rules
from isostat.units.saying import Amount, Saying, saying
from isostat.units.unit import Quantity

WHYS: dict[type[Judgement], Saying] = {
    OffTarget: saying(
        "Ride height is settled by rate, free length and load together, so an advertised lift rarely arrives exactly. New "
        "springs also stand about {m} high until rolled ({source}). Roll it and measure again first; then correct with a "
        "spacer, collar or pressure.",
        m=Amount(rules.OFF_JACK, Quantity.HEIGHT),
        source=Saying(rules.OFF_JACK.source),
    ),
    Lean: saying(
        "Most lean comes from a tank, a driver or gear on one side, and was there before. Different springs or a spacer on one "
        "side level one load case and may tilt another. Move load first; then level the case that is driven most.",
    ),
    TargetTwisted: saying(
        "A body is flat: raising one corner alone lifts the diagonal too and moves weight across it. The closest flat stance "
        "is used. Set heights by axle and lean first; adjust single corners only for cross weight."
    ),
    TargetOutOfReach: saying(
        "A spring can only push. If the target lies beyond full droop, or the load is too small to reach down to it, no spring "
        "holds it. Change the target or the load first; then shocks of another length."
    ),
    TargetPastTravel: saying(
        "Shock, strap or bump stop end the travel before this height. Springs cannot move an end stop. Change the target, or "
        "fit shocks and stops whose ends lie on both sides of it."
    ),
    CrossWanted: saying(
        "Cross weight changes when one diagonal is set higher than the other; the body's average height does not. Set it with "
        "collars or spacers after ride height is right, with the anti-roll bar links off, and weigh after every step."
    ),
    LampAim: saying(
        "A rear that sits low tips the beam up. The cut-off must fall between two limits that depend on lamp height "
        "({source}). Set ride height first, then the lamps, with the usual load and tyre pressure on level ground. Local law "
        "applies.",
        source=Saying(rules.LOW_LAMP.source),
    ),
    LampHigh: saying(
        "Lamps have a lowest and highest permitted mounting height ({source}). A lift moves them out of it together with the "
        "body. Check local rules before ordering; less lift or relocated lamps are the only remedies.",
        source=Saying(rules.LAMP_HEIGHT[0].source),
    ),
    RoofUnderDoor: saying(
        "A vehicle bounces as it drives in, and stands higher unladen or just off the jack. Less than {m} of room is reported. "
        "Measure the lowest point of the opening and the highest point on the roof before relying on it.",
        m=Amount(rules.DOOR_ROOM, Quantity.HEIGHT),
    ),
    TipsSooner: saying(
        "Half the track divided by centre-of-gravity height is the sideways acceleration, in g, at which a rigid vehicle tips. "
        "Springs, tyres and moving load bring it down further. Carry heavy items low first; then consider less lift or wider "
        "track.",
    ),
}
