"""What a change takes elsewhere, in words."""

from __future__ import annotations

from isostat.assess.fixes import Price
from isostat.language import decimal, tr
from isostat.wording.reader import Reader


def say_costs(price: Price | None, r: Reader) -> str:
    """What a change takes, the least that is left of it."""
    if price is None:
        return tr("No downside.")
    if price.what == "cross weight":
        return tr("Costs: cross weight {was} → {now}.", was=decimal(price.before * 100, 1), now=r.tenths(price.after))
    said = {
        "where": r.corner(price.place.axle, price.place.side),
        "change": r.change(r.height(price.before), r.height_unit(price.after)),
        "case": r.case(price.place.case or 0),
    }
    if price.what == "droop":
        return tr("Costs: droop {where} {change} ({case}).", **said)
    return tr("Costs: bump travel {where} {change} ({case}).", **said)
