"""What `isostat find` may vary, as typed: by axle, springs of which kind, from, to, step of each setting."""

from __future__ import annotations

import re
from collections.abc import Mapping
from dataclasses import dataclass, field

from isostat.assess.find.beside.every import BESIDE
from isostat.assess.find.kinds.every import OFFERED
from isostat.assess.find.wish import NONE, AxleWish, Steps, Varied
from isostat.catalogue.parts import Parts
from isostat.job.files import JobFault
from isostat.job.schema import Job
from isostat.units.parse import NotUnderstood, parse, quoted
from isostat.units.saying import saying
from isostat.units.unit import Preset, Quantity

STEPPED = {
    "spacer": Varied.SPACER, "block": Varied.BLOCK, "collar": Varied.COLLAR,
    "ring": Varied.RING, "stop-spacer": Varied.STOP, "helper": Varied.PRESSURE,
}  # fmt: skip
LISTED = {"shocks": "shock", "stops": "bump stop", "helpers": "helper"}  # beside the springs, by the kind of their list
VARIES = re.compile(
    r"(?P<axle>front|rear)-(?P<what>springs|shocks|stops|helpers|spacer|block|collar|ring|stop-spacer|helper)(?:=(?P<given>.*))?"
)
LEVELS = ("spacer", "block", "collar")
WITH_SPRINGS = {"springs", *LEVELS, "ring"}  # which an axle has only with springs that are tried


@dataclass
class _Axle:
    """What was typed for one axle."""

    words: set[str] = field(default_factory=set)
    steps: dict[str, Steps] = field(default_factory=dict)
    kind: str | None = None


def wishes(vary: list[str], lists: Mapping[str, Parts], job: Job, *, each: bool, preset: Preset) -> list[AxleWish]:
    """The wishes of a search, by axle. lists: parts by kind. Raises JobFault in a sentence."""
    axles: dict[int, _Axle] = {}
    for text in vary:
        m = VARIES.fullmatch(text.strip())
        if m is None or (m["what"] in STEPPED and m["given"] is None) or (m["what"] in LISTED and m["given"] is not None):
            said = saying("--vary “{text}” is not known. Enter front-springs, or front-spacer=0:20:2.", text=quoted(text))
            raise JobFault("find", [said])
        of = axles.setdefault(0 if m["axle"] == "front" else len(job.vehicle.axles) - 1, _Axle())
        of.words.add(m["what"])
        if m["what"] == "springs":
            of.kind = m["given"]
        elif m["what"] in STEPPED:
            of.steps[m["what"]] = _steps(text, m["given"], STEPPED[m["what"]], preset)
    return [_wish(axle, of, lists, job, each=each) for axle, of in sorted(axles.items())]


def _wish(axle: int, of: _Axle, lists: Mapping[str, Parts], job: Job, *, each: bool) -> AxleWish:
    kind = None
    if of.words & WITH_SPRINGS:
        kind = of.kind or listed_kind(job, axle)
        if kind not in OFFERED:
            said = saying(
                "“{kind}” is no kind of spring that can be searched. Enter {kinds}.", kind=quoted(kind), kinds=", ".join(OFFERED)
            )
            raise JobFault("find", [said])
    return AxleWish(
        axle=axle,
        parts=None if kind is None else OFFERED[kind].searchable(lists[kind]),
        each=each and kind is not None,
        spacers=next((of.steps[word] for word in LEVELS if word in of.steps), NONE),
        rings=of.steps.get("ring"),
        stop_spacers=of.steps.get("stop-spacer"),
        pressures=of.steps.get("helper"),
        beside={kind: BESIDE[kind].searchable(lists[kind]) for word, kind in LISTED.items() if word in of.words},
    )


def listed_kind(job: Job, axle: int) -> str:
    """The kind of list that an axle's springs come from; coils where lists have none of its kind."""
    fitted = job.proposal.axles[axle].kind
    return next((kind.listed for kind in OFFERED.values() if kind.fitted == fitted), fitted)


def _steps(text: str, typed: str, of: Varied, preset: Preset) -> Steps:
    pieces = typed.split(":")
    if len(pieces) != 3:
        raise JobFault("find", [saying("--vary “{text}” needs three values: from, to, step.", text=quoted(text))])
    quantity = Quantity.PRESSURE if of is Varied.PRESSURE else Quantity.COIL
    try:
        low, high, step = (float(parse(piece, quantity, preset).si) for piece in pieces)
    except NotUnderstood as why:
        raise JobFault("find", [f"--vary: {why}"]) from None
    return Steps(low, high, step, of)
