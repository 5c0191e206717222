"""What was on board when the vehicle was weighed, in a line."""

from __future__ import annotations

from isostat.job.schema import Job
from isostat.language import tr


def aboard_words(job: Job) -> str:
    """What the pads carried besides the vehicle; everything else came after."""
    names = [item.name for item in job.items if item.whole_kg * item.weighed_share.value > 0.0]
    if names:
        return tr("On board when weighed: {items}.", items=", ".join(names))
    return tr("Nothing on board when weighed: all items are extra.")
