"""What was on board when the vehicle was weighed, in a line."""

from __future__ import annotations

from isostat.job.schema import Job
from isostat.wording.reader import Reader


def aboard_words(job: Job, r: Reader) -> str:
    """What the pads carried besides the vehicle; everything else came after."""
    masses = [(item.name, item.whole_kg * float(item.weighed_share.value)) for item in job.items]
    names = [f"{name} {r.mass(kg)}" for name, kg in masses if kg > 0.0]
    return f"On board when weighed: {', '.join(names)}." if names else "Nothing on board when weighed: all of it came after."
