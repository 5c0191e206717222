"""Why the findings on any spring matter, and what to do first."""

from __future__ import annotations

from isostat.assess.judgement import Judgement
from isostat.assess.spring.findings import (
    BeyondLaw,
    ComesAndGoes,
    FallingCurve,
    FrequencySplit,
    HelperLacks,
    LengthAssumed,
    MuchPreload,
    NoWire,
    RateNotPicked,
    RateOutsideWindow,
    SpringLacks,
    StressHigh,
    TooTight,
    ToppedOut,
    TurnsTouch,
)
from isostat.core import rules
from isostat.units.saying import Amount, Saying, saying
from isostat.units.unit import Quantity

WHYS: dict[type[Judgement], Saying] = {
    SpringLacks: saying(
        "The chosen kind of spring cannot be worked out from what is entered, so a plain spring of the same load stands in. "
        "Heights are near, rates and travel are not. Enter what is named, or choose another kind."
    ),
    TurnsTouch: saying(
        "A progressive coil closes its soft coils early: touching at ride height is how it works ({source}). It matters only "
        "if the remaining rate is too stiff for the light load. Judge the rate at ride height, not the first rate on the "
        "label.",
        source=Saying(rules.PRACTICE),
    ),
    TooTight: saying(
        "A coil needs clearance to whatever is inside and around it, and it grows wider as it is compressed. Keep at least {m} "
        "a side ({source}). Measure the pocket and the shock body first, then choose another diameter.",
        m=Amount(rules.COIL_CLEAR, Quantity.COIL),
        source=Saying(rules.COIL_CLEAR.source),
    ),
    NoWire: saying(
        "Thin wire is overstressed, thick wire needs so many coils that it binds before full bump. Between the two no size is "
        "left. More length or diameter gives room first; then less bump travel; then two springs."
    ),
    StressHigh: saying(
        "A coil compressed solid must stay below the strength of its wire, or it takes a set. It does no harm while the bump "
        "stop ends travel first. Check the stop, then choose thicker wire or more coils."
    ),
    LengthAssumed: saying(
        "Free length follows from load, rate and installed length. Without any installed or free length only the difference "
        "between old and new is known. Measure the old spring off the vehicle, or between its seats at ride height."
    ),
    RateOutsideWindow: saying(
        "Two limits bound a rate from below, full-bump capacity and load range; two from above, droop share and a coil that "
        "stays seated. Full bump of {n} times the static load is usual ({source}). Relax the limit that matters least, then "
        "consider two rates.",
        n=Amount(rules.BUMP_MULTIPLE, Quantity.RATIO),
        source=Saying(rules.BUMP_MULTIPLE.source),
    ),
    RateNotPicked: saying(
        "The chosen rule needs a number that is missing or out of reach here. A usual ride frequency keeps the rest of the job "
        "working. Enter what is named, or choose the rate by another rule."
    ),
    ToppedOut: saying(
        "With more preload than load the shock sits at full extension. More preload then raises nothing and takes all droop. "
        "Reduce preload or bag pressure first; a stiffer, shorter spring reaches the height with droop left."
    ),
    MuchPreload: saying(
        "More than {m} of preload, or {share} of the stroke, shows that the spring is too soft for its length ({source}). "
        "Fitting it needs a compressor, and its last coils may bind. Choose a stiffer or longer spring.",
        m=Amount(rules.MOST_PRELOAD, Quantity.COIL),
        share=Amount(rules.PRELOAD_SHARE, Quantity.SHARE),
        source=Saying(rules.MOST_PRELOAD.source),
    ),
    ComesAndGoes: saying(
        "A steel spring can suit one load. More than {m} between light and loaded is felt and seen ({source}). Size steel for "
        "the permanent load; level the rest with air, a helper or a second stage.",
        m=Amount(rules.DROPS_FAR, Quantity.HEIGHT),
        source=Saying(rules.DROPS_FAR.source),
    ),
    FrequencySplit: saying(
        "With the rear frequency 10 to 20 % above the front, both ends settle together after a bump taken front first "
        "({source}). It holds for one speed and one load. Change the softer decision of the two axles, then look at the other "
        "load cases.",
        source=Saying(rules.FLAT_RIDE[0].source),
    ),
    BeyondLaw: saying(
        "A part is further along than its own data reach: a solid coil, a stop fully compressed, an over-extended bag. The "
        "curve is continued straight so that the rest stays visible. Do not trust heights of this case; bring the part back "
        "into its range."
    ),
    FallingCurve: saying(
        "Wheel rate is spring rate times the motion ratio squared, plus a share from its change. If the ratio falls fast in "
        "bump, the wheel can get softer as it rises. Check the motion-ratio table first: a misread does this more often than a "
        "linkage."
    ),
    HelperLacks: saying(
        "A helper counts only with its size, place and pressure or rate. Until then the main springs carry all of the load. "
        "Enter what is named, or remove the helper."
    ),
}
