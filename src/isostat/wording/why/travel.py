"""Why the findings on travel matter, and what to do first."""

from __future__ import annotations

from isostat.assess.judgement import Judgement
from isostat.assess.travel.findings import DampedAmiss, DamperOff, LittleBump, LittleDroop, OrderRight, StopLeftOut, WrongOrder
from isostat.core import rules
from isostat.units.saying import Amount, Saying, saying
from isostat.units.unit import Quantity

WHYS: dict[type[Judgement], Saying] = {
    DamperOff: saying(
        "Heavier loads and stiffer springs need more damping for the same ride. Shocks that suited the old set-up can be wrong "
        "for the new one. Replace worn shocks first; revalve to the figures on Travel, damping; judge on the road."
    ),
    DampedAmiss: saying(
        "Below a ratio of about {low} the body keeps bouncing; above about {high} it jolts ({source}). Check the heaviest case "
        "and the lightest. Revalve for the case that is driven most, and accept the other.",
        low=Amount(rules.BODY_DAMPING[0], Quantity.RATIO),
        high=Amount(rules.BODY_DAMPING[1], Quantity.RATIO),
        source=Saying(rules.BODY_DAMPING[0].source),
    ),
    WrongOrder: saying(
        "In bump the stop must end travel before coil, shock, tyre or metal do; in droop the shock or a strap must, before "
        "hose, joint or coil. Otherwise that part takes the blow ({source}). Adjust stop or strap first; then shock length; "
        "then the lift.",
        source=Saying(rules.SHOCK_MARGIN.source),
    ),
    LittleBump: saying(
        "Below about {m} to the stop, every bump reaches it ({source}). The stop then carries load and the ride turns harsh. "
        "Carry less, or raise it for that case; then a stiffer spring or air help; trim the stop only if there is room above "
        "it.",
        m=Amount(rules.FREE_BUMP, Quantity.HEIGHT),
        source=Saying(rules.FREE_BUMP.source),
    ),
    LittleDroop: saying(
        "Lift uses up droop: the lowest wheel position does not change. Below about {share} of travel the wheel leaves the "
        "ground over dips ({source}). Use less lift, or longer shocks after checking hoses, joints and driveshafts.",
        share=Amount(rules.LEAST_DROOP_SHARE, Quantity.SHARE),
        source=Saying(rules.LEAST_DROOP_SHARE.source),
    ),
    StopLeftOut: saying(
        "Without a bump stop the travel ends at metal, a solid coil or the shock's own end. Each breaks something in time. "
        "Refit a stop of the right height before anything else."
    ),
    OrderRight: saying(
        "The parts meet in an order that spares them, with room between: {m} at the shock and {share} of its travel at the "
        "coil ({source}). Check it by hand once: spring out, cycle the wheel from full droop to full bump.",
        m=Amount(rules.SHOCK_MARGIN, Quantity.COIL),
        share=Amount(rules.COIL_MARGIN, Quantity.SHARE),
        source=Saying(rules.SHOCK_MARGIN.source),
    ),
}
