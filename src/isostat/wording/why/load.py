"""Why the findings on load matter, and what to do first."""

from __future__ import annotations

from isostat.assess.judgement import Judgement
from isostat.assess.load.findings import (
    BeamAtStop,
    LightSteering,
    LoadOutsideWheels,
    NoseLift,
    NoseLoad,
    OverRating,
    TandemUneven,
    Unsettled,
    WheelInTheAir,
)
from isostat.core import rules
from isostat.units.saying import Amount, Saying, saying
from isostat.units.unit import Quantity

WHYS: dict[type[Judgement], Saying] = {
    LoadOutsideWheels: saying(
        "The total weight acts outside the area between the wheels, so nothing holds the vehicle up. First check the position "
        "of the heaviest item, its sign and its unit. Then move it between the axles. No heights are worked out until then."
    ),
    Unsettled: saying(
        "Ride height is found by balancing weight against springs, stops and tyres. Here no balance was reached. First look "
        "for an impossible part: a rate ten times too high, a coil that is solid, an unlikely motion ratio. Then check the "
        "corner weights."
    ),
    WheelInTheAir: saying(
        "A wheel without load does not steer or brake, and the other three carry its share. First re-weigh on level ground "
        "with the anti-roll bar links off. Then check for a stuck suspension, or move load towards that corner."
    ),
    OverRating: saying(
        "The lowest rating on the path from load to road applies: axle, vehicle, tyre, wheel or hitch. Springs raise ride "
        "height, never a rating. Remove or move load first, then fit rated parts and have them approved. Follow the plate and "
        "local law."
    ),
    LightSteering: saying(
        "With little weight on the steered axle the vehicle runs wide in bends, first of all on wet and loose ground "
        "({source}). Move load forward first, then reduce overhang behind the rear axle. Stiffer springs do not bring the "
        "weight back.",
        source=Saying(rules.LIGHT_STEERING_WATCH.source),
    ),
    NoseLoad: saying(
        "Too little noseweight lets a trailer snake at speed; too much overloads the hitch and lifts the front of the tow "
        "vehicle. Usual is {low} to {high} of the trailer ({source}). Move load along the trailer, then check the lowest "
        "coupling rating.",
        low=Amount(rules.NOSE_SHARE[0], Quantity.SHARE),
        high=Amount(rules.NOSE_SHARE[1], Quantity.SHARE),
        source=Saying(rules.NOSE_SHARE[0].source),
    ),
    NoseLift: saying(
        "Load behind the rear axle works as a lever: it adds more than its own weight to the rear and takes the rest off the "
        "front. Statics decides this, whatever the springs. Move the item ahead of the axle, or carry less of it."
    ),
    BeamAtStop: saying(
        "An equalizer shares load between two axles only while it can tilt. Its stop is taken at {angle} where not measured "
        "({source}). Beyond it one axle carries all the extra. Match the springs and heights of both axles first, then use a "
        "longer equalizer.",
        angle=Amount(rules.BEAM_STOP, Quantity.ANGLE),
        source=Saying(rules.BEAM_STOP.source),
    ),
    TandemUneven: saying(
        "Equal arms put equal loads on both axles, so a difference means friction, unlevel pads or unequal arms. More than "
        "{share} is reported. Level the pads and roll the trailer first, then free the equalizer, then measure its arms.",
        share=Amount(rules.TANDEM_UNEVEN, Quantity.SHARE),
    ),
}
