"""What is said of a job card under way."""

from __future__ import annotations

from isostat.assess.fit.findings import NotToBeDriven, TicksGone
from isostat.language import tr, trn
from isostat.wording.reader import Reader
from isostat.wording.tell import tell


@tell.register
def _(j: NotToBeDriven, r: Reader) -> tuple[str, str]:
    title = trn("Not to be driven: 1 step is open", "Not to be driven: {n} steps are open", j.count)
    return title, tr("Brakes, wheels and bolts that hold the axle come first: step {n} of the card.", n=j.step_number)


@tell.register
def _(j: TicksGone, r: Reader) -> tuple[str, str]:
    title = trn("1 tick no longer holds", "{n} ticks no longer hold", j.count)
    return title, tr("Parts or settings were changed since. Do these again, from step {n} of the card.", n=j.step_number)
