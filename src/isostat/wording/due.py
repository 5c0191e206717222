"""What comes again after fitting, in words: when, and what."""

from __future__ import annotations

from collections.abc import Mapping

from isostat.assess.log.due import Due, Recheck, Standing
from isostat.assess.log.findings import Overdue
from isostat.language import later, tr
from isostat.wording.reader import Reader
from isostat.wording.tell import tell

SAID: Mapping[Recheck, tuple[str, str]] = {
    Recheck.NUTS: (later("50 to 100 km"), later("wheel nuts, wheel spacers, clamp screws of collars")),
    Recheck.U_BOLTS: (later("80 to 160 km"), later("U-bolts, brackets, links and bars, helper springs")),
    Recheck.U_BOLTS_AGAIN: (later("500 to 800 km"), later("U-bolts again")),
    Recheck.BOLTS: (later("two to four weeks"), later("arm, bar and strut bolts")),
    Recheck.HEIGHTS: (later("a day, a week, six weeks"), later("heights at every wheel, air pressure")),
}


def say_due(one: Due) -> str:
    """`! past, 50 to 100 km: wheel nuts`."""
    when, what = (tr(words) for words in SAID[one.what])
    ways = {Standing.NOW: later("! now, {when}: {what}"), Standing.PAST: later("! past, {when}: {what}")}
    return tr(ways.get(one.standing, later("{when}: {what}")), when=when, what=what)


@tell.register
def _(j: Overdue, r: Reader) -> tuple[str, str]:
    when, what = (tr(words) for words in SAID[j.what])
    return tr("Overdue: {what}", what=what), tr("Due after {when}. Check them again, then tick it in the log.", when=when)
