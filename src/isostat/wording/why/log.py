"""Why a height read after fitting matters, and what to do first."""

from __future__ import annotations

from isostat.assess.judgement import Judgement
from isostat.assess.log.findings import CheckedOff, HeightsOutside, Overdue, PromiseLost, RollFirst
from isostat.core import rules
from isostat.units.saying import Amount, Saying, saying
from isostat.units.unit import Quantity

WHYS: dict[type[Judgement], Saying] = {
    HeightsOutside: saying(
        "New springs, loads and readings vary: the band holds 19 in 20 vehicles. A wheel outside it has a cause: a tape misread, a "
        "spring short or soft, a load that is not as listed. A miss below {coil} on coils, {leaf} on leaves is not corrected "
        "({source}). Read it again first, then turn what the log says.",
        coil=Amount(rules.MISS_SAID, Quantity.COIL),
        leaf=Amount(rules.MISS_SAID_LEAF, Quantity.COIL),
        source=Saying(rules.MISS_SAID.source),
    ),
    PromiseLost: saying(
        "Each entry keeps what it should have read by the parts fitted then; parts that change later leave it as it was. "
        "With an axle more or less, or in a file written by hand, nothing is kept, and the entry cannot be judged. In the Log "
        "step, work it out anew; read the wheels again if parts have changed since."
    ),
    CheckedOff: saying(
        "What the height drags along was worked out for the heights that were promised. A bar at another length, a wedge turned "
        "round or an axle that sits off its bolt shows here first. Up to half a degree or a few millimetres is the reading's "
        "own ({source}). Read it again on level ground with the weight on before anything is turned.",
        source=Saying(rules.CHECKED["pinion"].source),
    ),
    Overdue: saying(
        "New parts bed in: paint, rust and rubber give, and a bolt that held at the bench is loose after the first drive. Loose "
        "U-bolts let the axle walk, loose wheel nuts lose a wheel. Tighten to the maker's figure with the weight on, then tick it "
        "in the log (common practice, no source)."
    ),
    RollFirst: saying(
        "Let down from a jack, tyres scrub and bushes hold: it stands {least} to {most} high ({source}). Roll it a few metres both "
        "ways and bounce each end before a height means anything.",
        least=Amount(rules.JUST_LOWERED[0], Quantity.COIL),
        most=Amount(rules.JUST_LOWERED[2], Quantity.COIL),
        source=Saying(rules.JUST_LOWERED[0].source),
    ),
}
