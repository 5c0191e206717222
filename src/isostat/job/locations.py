"""Where in a job something stands, in words."""

from __future__ import annotations

import re

from isostat.job.points import AXLE_POINTS, CORNER_POINTS, VEHICLE_POINTS
from isostat.language import later, tr

Location = tuple[int | str, ...]
_ENTRY = {
    "axles": later("axle"), "items": later("item"), "cases": later("case"), "carried": later("item on board"),
    "leaves": later("leaf"), "others": later("other proposal"), "squats": later("load test"), "lift": later("lift reading"),
    "cycle": later("full-travel reading"), "press": later("press reading"), "bench": later("spring on the bench"),
    "shocks": later("shock"), "body_points": later("body point"), "own_points": later("own point"),
    "damper": later("damper reading"), "torques": later("torque"), "ticks": later("tick"), "written": later("reading written down"),
    "rechecked": later("checked again"),
    "bought": later("springs bought"), "chosen": later("cure chosen"), "allowed": later("limits of a thing"),
    "log": later("log entry"), "taught": later("line of the shop book"), "heights": later("axle"),
}  # fmt: skip
_PART = {point.field: point.words for point in (*VEHICLE_POINTS, *AXLE_POINTS, *CORNER_POINTS)} | {
    "as_found": later("as found"), "vehicle": later("vehicle"), "proposal": later("proposal"), "left": later("left"),
    "right": later("right"), "squeeze_m": later("compression"), "force_kg": later("load"), "mass_kg": later("mass"),
    "spring_motion": later("motion-ratio table"), "card": later("job card"),
}  # fmt: skip
_UNIT = re.compile(r"_(?:n_per_m|m_s|m3|m|kg|pa|rad|n)$")


def location_words(location: Location) -> str:
    """`vehicle, axle 1, left, corner weight` for a location inside the document."""
    words: list[str] = []
    for n, part in enumerate(location):
        if isinstance(part, int):
            owner = str(location[n - 1]) if n else ""
            words[-1:] = [f"{tr(_ENTRY.get(owner, _plain(owner)))} {part + 1}"]
        else:
            words.append(tr(_PART.get(part, _plain(part))))
    return ", ".join(words) or tr("the job")


def _plain(name: str) -> str:
    """A name of the file without its unit and underscores."""
    return _UNIT.sub("", name).replace("_", " ")
