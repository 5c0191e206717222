"""What a search asks of a kind of spring that lists offer; every kind that can be searched is one of these."""

from __future__ import annotations

from abc import ABC, abstractmethod
from collections.abc import Iterator
from typing import ClassVar

import numpy as np

from isostat.assess.find.choices import Choices
from isostat.assess.find.law import Law
from isostat.assess.find.wish import AxleWish, CannotSearch, Varied
from isostat.assess.solve.assessment import Assessment
from isostat.catalogue.parts import Parts
from isostat.core import rules
from isostat.core.limits import Floats, Ints, OutOfRange
from isostat.core.parts.wire import wire
from isostat.core.springs.helix import Ends, Helix
from isostat.job.schema import Job
from isostat.units.saying import saying


class Offered(ABC):
    """A kind of spring as a list offers it."""

    listed: ClassVar[str]  # kind of the list
    fitted: ClassVar[str]  # kind of the job's springs
    a_side: ClassVar[bool] = True  # a spring a side may differ
    has_ring: ClassVar[bool] = False
    levels: ClassVar[Varied | None] = Varied.SPACER  # varied as `spacers`; None: nothing but the setting for the target
    columns: ClassVar[tuple[str, ...]]  # that a line must fill to be searched

    def searchable(self, parts: Parts) -> Parts:
        """The lines of a list that say enough."""
        return parts.take(np.asarray(np.isfinite([parts.numbers[key] for key in self.columns]).all(axis=0)))

    def rows(self, wish: AxleWish) -> Ints:
        """The choices of springs, (q, n) lines of the list: here each line is one."""
        assert wish.parts is not None
        every = np.arange(len(wish.parts))
        return (every if wish.holding is None else every[[wish.holding]])[None, :]

    def first(self, a: Assessment, wish: AxleWish) -> Iterator[AxleWish]:
        """Narrower wishes that are tried before all of it, where making the springs takes longer than a hand waits."""
        yield from ()

    @abstractmethod
    def choices(self, a: Assessment, wish: AxleWish) -> Choices:
        """The same as laws at the seats of an axle. Raises CannotSearch where the job says too little of them."""

    @abstractmethod
    def into(self, job: Job, axle: int, choices: Choices, ways: tuple[int, int]) -> Job:
        """The job with ways of fitting, left and right, in its proposal; what levels them is not its business."""


def seats_m(a: Assessment, axle: int) -> Floats:
    """Room between the seats of an axle at the baseline, no spacer, (2,) m."""
    return np.array([f.installed_m.value + f.spacer_m for f in a.found_springs[axle]])


def room_broken(a: Assessment, axle: int, parts: Parts, inside_least_m: float | None = None) -> dict[Law, Floats]:
    """What perch, pocket and seats say of every line, (n,). inside_least_m: in place of the perch's."""
    fit, numbers, unknown = a.job.proposal.axles[axle], parts.numbers, np.full(len(parts), np.nan)
    least = inside_least_m if inside_least_m is not None else None if fit.inside_m is None else fit.inside_m.value
    outside = numbers["inside_m"] + 2.0 * numbers["wire_m"] if "wire_m" in numbers else unknown
    broken = {
        Law.TIGHT: unknown if least is None else least - numbers["inside_m"],
        Law.WIDE: unknown if fit.pocket_m is None else outside - fit.pocket_m.value,
    }
    seats = {"upper_end": fit.upper_seat, "lower_end": fit.lower_seat}
    if "upper_end" in parts.words and any(seats.values()):
        wrong = [[end not in ("", seat) for end in parts.words[key]] for key, seat in seats.items() if seat is not None]
        broken[Law.ENDS] = np.sum(wrong, axis=0).astype(float)
    return broken


def used_by_a_newton(parts: Parts, material: str) -> Floats:
    """The share of its allowed stress that a newton takes of each coil, (n,); nan where its dimensions are not known."""
    out, steel = np.full(len(parts), np.nan), wire(material)
    keys = ("wire_m", "inside_m", "active", "free_m")
    known = np.isfinite([parts.numbers[key] for key in keys]).all(axis=0)
    for n in np.nonzero(known)[0]:
        d, inside, active, free = (float(parts.numbers[key][n]) for key in keys)
        try:
            coil = Helix(wire_m=d, mean_m=inside + d, turns=active + 2.0, free_m=free, ends=Ends.CLOSED_GROUND, wire=steel)
        except OutOfRange:
            continue
        out[n] = coil.used(1.0)
    return out


def kept_share(a: Assessment) -> float:
    """Of its compression at the target, what a coil must have left before it is solid at full bump."""
    share = a.job.margins.coil_share
    return rules.COIL_MARGIN if share is None else float(share.value)


def needs_kind(a: Assessment, axle: int, kind: str, words: str) -> None:
    """Raises CannotSearch where the proposal's axle is not sprung by a kind that lists alone do not describe."""
    order = a.orders[axle]
    name = a.job.vehicle.axles[axle].name
    if a.job.proposal.axles[axle].kind != kind:
        raise CannotSearch(saying("{axle}: choose {kind} for it first.", axle=name, kind=saying(words)))
    if order.lacks is not None:
        raise CannotSearch(saying("{axle}: {why}", axle=name, why=order.lacks))
