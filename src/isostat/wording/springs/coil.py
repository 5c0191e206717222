"""How plain and progressive coils are said."""

from __future__ import annotations

from typing import ClassVar

from typing_extensions import override

from isostat.assess import workings
from isostat.assess.solve.assessment import Assessment
from isostat.language import later, tr
from isostat.units.format import number
from isostat.units.unit import Quantity
from isostat.wording.about import about_both
from isostat.wording.reader import Reader
from isostat.wording.springs.kind import SpringWords, free_words, rate_words, spacer_words


class CoilWords(SpringWords):
    """Rate, free length, spacer."""

    name = later("coil")

    one: ClassVar[str] = later("coil {rate}, free length {free}, spacer {spacer}")

    @override
    def found(self, a: Assessment, axle: int, r: Reader, mark: str) -> str:
        return found_coil(a, axle, r, mark)

    @override
    def ordered(self, a: Assessment, axle: int, r: Reader) -> str:
        order = a.orders[axle].order
        rate = about_both(a, axle, workings.order.spring_rate, r.rate(order.rate_n_per_m[0]))
        free = about_both(a, axle, workings.order.free_length, number(order.free_m[0], Quantity.COIL, r.preset))
        return tr("{rate}, {free} free", rate=rate, free=free)

    @override
    def line(self, a: Assessment, at: tuple[int, int], r: Reader) -> str:
        return tr(self.one, **coil_words(a, at, r))

    @override
    def rate_name(self, a: Assessment, axle: int) -> str:
        return later("spring rate")


class ProgressiveWords(CoilWords):
    """The same, and that it is one."""

    name = later("progressive coil")

    one = later("progressive coil {rate}, free length {free}, spacer {spacer}")

    @override
    def ordered(self, a: Assessment, axle: int, r: Reader) -> str:
        return tr("progressive, {coil}", coil=super().ordered(a, axle, r))

    @override
    def rate_name(self, a: Assessment, axle: int) -> str:
        return later("spring rate at target")


def found_coil(a: Assessment, axle: int, r: Reader, mark: str) -> str:
    """Rate and free length of what was found, as of a coil."""
    spring = a.found_springs[axle][0]
    free = number(spring.implied_free_m, Quantity.COIL, r.preset)
    return tr("{rate}, {free} free", rate=mark + r.rate(spring.rate.value), free=free)


def coil_words(a: Assessment, at: tuple[int, int], r: Reader) -> dict[str, str]:
    """Rate, free length and spacer of one corner's coil. at: axle and side."""
    spacer = spacer_words(a, at, r, a.orders[at[0]].order.spacer_m[at[1]])
    return {"rate": rate_words(a, at, r), "free": free_words(a, at, r), "spacer": spacer}
