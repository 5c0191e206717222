"""A kit in words: what it costs, what it lacks for this vehicle, what is left over of it."""

from __future__ import annotations

import numpy as np

from isostat.assess.find.kits import KitsFound, lacking
from isostat.assess.solve.assessment import Assessment
from isostat.language import tr, trn
from isostat.wording.reader import Reader


def say_kit_price(held: KitsFound, n: int) -> str:
    """Its one price, and when it is there."""
    good, parts = held.found.good, held.kits.parts
    row = held.of[int(good.part[n])]
    price, days = float(good.price[n]), float(good.days[n])
    said = tr("no price") if np.isnan(price) else f"{price:.0f} {parts.words['currency'][row]}".strip()
    return said if np.isnan(days) else ", ".join([said, trn("{n} day", "{n} days", int(days))])


def say_kit(a: Assessment, held: KitsFound, n: int, r: Reader) -> list[str]:
    """What it is stated for, what is missing, what is left over, the small parts."""
    found, parts = held.found, held.kits.parts
    row = held.of[int(found.good.part[n])]
    what = lacking(a, held.kits, row, [o.wish.axle for o in found.options])
    said = {key: parts.words[key][row] for key in ("fits", "years", "loads", "small_parts")}
    stated = ", ".join(words for words in (said["fits"], said["years"], said["loads"]) if words)
    lines = [tr("Stated for {what}.", what=stated)] if stated else [tr("Vehicle and load not stated.")]
    missing = [tr("springs for the {axle}", axle=r.axle(axle)) for axle in what.springs]
    missing += [tr("{part} (not listed)", part=piece.number) for piece in what.unlisted]
    if missing:
        lines.append(tr("Missing: {parts}.", parts=", ".join(missing)))
    if what.over:
        over = ", ".join(tr("{n} of {part}", n=count, part=piece.number) for count, piece in what.over)
        lines.append(tr("Left over: {parts}.", parts=over))
    lines.append(tr("Small parts: {parts}.", parts=said["small_parts"]) if said["small_parts"] else tr("No small parts listed."))
    return lines
