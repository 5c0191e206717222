"""What comes again after fitting, in words: when, and what."""

from __future__ import annotations

from collections.abc import Mapping

from isostat.assess.log.due import BY_KM, Due, Recheck, Standing
from isostat.assess.log.findings import Overdue
from isostat.language import decimal, later, tr, trn
from isostat.wording.reader import Reader
from isostat.wording.tell import tell

WHAT: Mapping[Recheck, str] = {
    Recheck.NUTS: later("wheel nuts, wheel spacers, clamp screws of collars"),
    Recheck.U_BOLTS: later("U-bolts, brackets, links and bars, helper springs"),
    Recheck.U_BOLTS_AGAIN: later("U-bolts again"),
    Recheck.BOLTS: later("arm, bar and strut bolts"),
    Recheck.HEIGHTS: later("heights at every wheel, air pressure"),
}
BY_TIME = {Recheck.BOLTS: later("two to four weeks"), Recheck.HEIGHTS: later("a day, a week, six weeks")}


def say_recheck(what: Recheck) -> str:
    """What is looked at again."""
    return tr(WHAT[what])


def say_when(what: Recheck) -> str:
    """`50 to 100 km`, or in how many weeks."""
    if what in BY_TIME:
        return tr(BY_TIME[what])
    first, last = (decimal(km, 0) for km in BY_KM[what])
    return tr("{first} to {last} km", first=first, last=last)


def say_due(one: Due) -> str:
    """`! past, 50 to 100 km: wheel nuts`."""
    ways = {Standing.NOW: later("! now, {when}: {what}"), Standing.PAST: later("! past, {when}: {what}")}
    return tr(ways.get(one.standing, later("{when}: {what}")), when=say_when(one.what), what=say_recheck(one.what))


def say_undated(rechecks: tuple[Due, ...]) -> str:
    """How many have a day, and what the others wait for."""
    known = sum(one.dated for one in rechecks)
    others = sum(one.standing is not Standing.DONE for one in rechecks) - known
    said = trn("1 event in the calendar.", "{n} events in the calendar.", known)
    if not others:
        return said
    waits = trn(
        "1 has no day yet: it goes by distance, and needs an entry with a day and a distance.",
        "{n} have no day yet: they go by distance, and need an entry with a day and a distance.",
        others,
    )
    return f"{said} {waits}"


@tell.register
def _(j: Overdue, r: Reader) -> tuple[str, str]:
    body = tr("Due after {when}. Check them again, then tick it in the log.", when=say_when(j.what))
    if j.what is Recheck.HEIGHTS:
        body = tr("Due after {when}. Add an entry to the log and read them.", when=say_when(j.what))
    return tr("Overdue: {what}", what=say_recheck(j.what)), body
