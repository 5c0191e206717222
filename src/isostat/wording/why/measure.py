"""Why the findings on readings matter, and what to do first."""

from __future__ import annotations

from isostat.assess.judgement import Judgement
from isostat.assess.measure.findings import (
    BlocksOff,
    HangsElsewhere,
    HubHeightOff,
    LikelySlip,
    PadsApart,
    RateMeasured,
    RateUndetermined,
    SidesDisagree,
    SpringDisagrees,
    TestIncomplete,
    TestsDisagree,
    Warp,
    WeighedAmiss,
)
from isostat.core import rules
from isostat.units.saying import Amount, Saying, saying
from isostat.units.unit import Quantity

WHYS: dict[type[Judgement], Saying] = {
    WeighedAmiss: saying(
        "A scale pad carries the sprung weight and everything below the springs. If it shows less than the wheel, hub and axle "
        "alone, one of the two numbers is wrong. Re-weigh first, then check the unsprung mass."
    ),
    PadsApart: saying(
        "Left and right of an axle usually agree within {share} ({source}). A larger difference is a side load, a diagonal "
        "spring load, friction, or swapped pads. Roll, bounce and re-weigh first; swap the pads to find a bad one; then look "
        "at the vehicle.",
        share=Amount(rules.PADS_APART, Quantity.SHARE),
        source=Saying(rules.PADS_APART.source),
    ),
    LikelySlip: saying(
        "The reading is far from its neighbours, and one common slip explains it: another unit, a digit, the wrong reference "
        "point. Measure again first. Use the correction only if the tape agrees."
    ),
    SidesDisagree: saying(
        "Body lean shows in hub to arch, in the bump-stop gap and in the exposed shaft alike. When they disagree by more than "
        "a tape can, one of them is misread or has its sides swapped. Measure that one again on both sides."
    ),
    HubHeightOff: saying(
        "A loaded tyre stands a little less than its free radius: about {share} less ({source}). A hub far from there means "
        "another tyre size, low pressure or a misread. Check pressure first, then the size on the tyre, then the tape.",
        share=Amount(rules.TYRE_SINKS, Quantity.SHARE),
        source=Saying(rules.TYRE_SINKS.source),
    ),
    BlocksOff: saying(
        "When only two wheels are on pads, the others must stand equally high. Otherwise the vehicle tilts and weight moves "
        "along it. Use packers of the pads' height to within {m} ({source}), then weigh again.",
        m=Amount(rules.BLOCKS_LEVEL, Quantity.HEIGHT),
        source=Saying(rules.BLOCKS_LEVEL.source),
    ),
    SpringDisagrees: saying(
        "Load, rate and installed length give the free length the spring must have. If its label says otherwise, it has "
        "sagged, is another part, or a reading is wrong. Measure the free length off the vehicle first; corner weights take "
        "priority until then."
    ),
    RateMeasured: saying(
        "A known load and two height readings give the spring rate directly, sagged or not. It beats a label and a typed guess "
        "when its tolerance is small. Repeat the test once, then use its rate."
    ),
    HangsElsewhere: saying(
        "Full droop follows from the lift test and, separately, from the shock length. A difference above {m} means one of "
        "them is off: a strap, a bent mount, a shock that is not fully extended. Measure droop with the wheel hanging free.",
        m=Amount(rules.HANGS_APART, Quantity.HEIGHT),
    ),
    RateUndetermined: saying(
        "A load test needs movement: with only a few times the tape's error the rate could be anything. Place the load where "
        "it moves that axle, further out and heavier, and roll the vehicle before each reading."
    ),
    TestIncomplete: saying(
        "A load test needs the load, its position and the heights before and after. What is missing cannot be worked out from "
        "the rest. Enter it, or remove the test."
    ),
    TestsDisagree: saying(
        "Spring rates must explain all readings at once. When they miss by several times the tape's error, something else "
        "acted: friction, a bump stop, a moved load, a misread. Roll and bounce before each reading; repeat the test that "
        "stands out."
    ),
    Warp: saying(
        "Four heights of a rigid body lie on one plane. More than {m} off it points to the body or the arches, or to one "
        "misread ({source}). Measure all four again. If it stays, it is the body, and springs cannot correct it.",
        m=Amount(rules.WARP_SAID, Quantity.HEIGHT),
        source=Saying(rules.WARP_SAID.source),
    ),
}
