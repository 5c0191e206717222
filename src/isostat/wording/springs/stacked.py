"""How stacked pairs are said, and what may be wrong with them."""

from __future__ import annotations

from typing_extensions import override

from isostat.assess import workings
from isostat.assess.setup.springs.stacked import Seated, seated_of
from isostat.assess.solve.assessment import Assessment
from isostat.assess.spring.findings_stacked import CollarBeyond, NoRingWindow, PastCrossover, RingNotSet, RingOutside, TopBinds
from isostat.assess.workings import Shown
from isostat.core.springs.pairs import PairChoice
from isostat.core.springs.stacked import StackedPair
from isostat.language import later, tr
from isostat.units.format import number
from isostat.units.unit import Quantity
from isostat.wording.about import about, about_both
from isostat.wording.reader import Reader
from isostat.wording.springs.coil import found_coil
from isostat.wording.springs.kind import SpringWords
from isostat.wording.tell import tell

MARKED = {  # by what a ruler finds on the shock, up from the perch
    "collar": later("collar, lower face"),
    "collar mark": later("collar, not below"),
    "ring": later("ring, upper face"),
    "ring mark": later("ring, not below"),
    "slider": later("slider, upper face"),
}
CROSSED_BY = {
    "ring": later("at the ring"),
    "top solid": later("top spring goes solid"),
    "main solid": later("main spring goes solid, the top carries on"),
}


@tell.register
def _(j: NoRingWindow, r: Reader) -> tuple[str, str]:
    return tr("No valid crossover-ring position: {m} short", m=r.coil(j.missing_m)), (
        tr("Reduce one of these by that much: stroke, a solid length, slider, or thread below the collar.")
    )


@tell.register
def _(j: RingOutside, r: Reader) -> tuple[str, str]:
    said = {"m": r.coil(j.ring_m), "limit": r.coil(j.limit_m), "spring": tr(j.binds), "by": r.coil(abs(j.ring_m - j.limit_m))}
    title = tr("Crossover ring at {m}: {spring} coil-binds first", **said)
    if j.ring_m > j.limit_m:
        return title, tr("Set it at most {limit} from the collar, or use a {spring} with {by} less solid length.", **said)
    return title, tr("Set it at least {limit} from the collar, or use a {spring} with {by} less solid length.", **said)


@tell.register
def _(j: RingNotSet, r: Reader) -> tuple[str, str]:
    return tr("Crossover not reachable with the ring"), (
        tr("{why} Choose another crossover share, or other springs.", why=j.reason.words(r.preset))
    )


@tell.register
def _(j: TopBinds, r: Reader) -> tuple[str, str]:
    if j.by == "main solid":
        return tr("Main spring goes solid first"), (
            tr("The rate never changes over: the softer top spring carries on alone. Swap the springs, or use a longer main.")
        )
    return tr("Top spring goes solid before the crossover ring"), (
        tr("A coil-bound spring makes the change, not the ring. Set the ring further from the collar.")
    )


@tell.register
def _(j: PastCrossover, r: Reader) -> tuple[str, str]:
    return tr("Sits {m} of shaft travel past crossover at ride height", m=r.coil(j.by_m)), (
        tr("The top spring is inactive there. Set the ring nearer the collar.")
    )


@tell.register
def _(j: CollarBeyond, r: Reader) -> tuple[str, str]:
    m = r.coil(j.by_m)
    if j.down:
        return tr("Collar needs {m} more thread downwards", m=m), tr(
            "Use a longer spring. Heights assume that the collar could reach it."
        )
    return tr("Collar needs {m} more thread upwards", m=m), tr(
        "Use a shorter spring. Heights assume that the collar could reach it."
    )


class StackedWords(SpringWords):
    """Both springs, collar and ring."""

    name = later("stacked pair")

    set_by = later("collars down")

    @override
    def found(self, a: Assessment, axle: int, r: Reader, mark: str) -> str:
        return found_coil(a, axle, r, mark)

    @override
    def ordered(self, a: Assessment, axle: int, r: Reader) -> str:
        law = a.orders[axle].law[0]
        assert isinstance(law, StackedPair)
        top, main = (number(p.free_m, Quantity.COIL, r.preset) for p in (law.top, law.main))
        rates = {"top": number(law.top.rate, Quantity.RATE, r.preset), "main": r.rate(law.main.rate)}
        return tr("{top} over {main}, {top_free} over {main_free} free", **rates, top_free=top, main_free=main)

    @override
    def set(self, a: Assessment, axle: int, r: Reader) -> str:
        seated = _seated(a, axle)
        left, right = seated.collar_m
        if left < 0.0 or right < 0.0:
            sides = ", ".join(_collar(m, number(abs(m), Quantity.COIL, r.preset)) for m in (left, right))
        else:
            sides = f"{number(left, Quantity.COIL, r.preset)}, {r.coil(right)}"
        if seated.pair.ring_m is not None:
            sides = tr("{collars}, ring {m}", collars=sides, m=r.coil(seated.pair.ring_m))
        return about_both(a, axle, workings.stacked.collar, sides)

    @override
    def line(self, a: Assessment, at: tuple[int, int], r: Reader) -> str:
        seated = _seated(a, at[0])
        pair, collar = seated.pair, seated.collar_m[at[1]]
        parts = (pair.third, pair.top, pair.main)
        each = [tr("{rate}, {free} free", rate=r.rate(p.rate), free=r.coil(p.free_m)) for p in parts if p is not None]
        springs = each[0]
        for below in each[1:]:
            springs = tr("{above} over {below}", above=springs, below=below)
        placed = Shown(workings.stacked.collar, *at)  # the ring from it
        said = {"springs": springs, "collar": _collar(collar, about(a, placed, r.coil(abs(collar))))}
        if pair.ring_m is None:
            return tr("stacked pair {springs}, collar {collar}, no crossover ring", **said)
        ring = about(a, placed, r.coil(pair.ring_m))
        return tr("stacked pair {springs}, collar {collar}, crossover ring {ring} from it", **said, ring=ring)

    @override
    def rate_name(self, a: Assessment, axle: int) -> str:
        crossover, pressed = _seated(a, axle).pair.crossover, a.orders[axle].pressed_m[0]
        both = crossover and pressed < crossover.x_m
        return later("spring rate, both springs") if both else later("spring rate, main spring alone")


def _seated(a: Assessment, axle: int) -> Seated:
    seated = seated_of(a.orders[axle])
    assert seated is not None
    return seated


def _collar(m: float, said: str) -> str:
    return tr("{m} up", m=said) if m < 0 else tr("{m} down", m=said)


def pair_words(choice: PairChoice, r: Reader) -> str:
    """A pair off the shelf: its rates, lengths, rate together, and where its collar goes."""
    top, main = choice.pair.top, choice.pair.main
    return tr(
        "{top} over {main}, {top_free} over {main_free} free: {both}, collar {collar}",
        top=number(top.rate, Quantity.RATE, r.preset),
        main=r.rate(main.rate),
        top_free=number(top.free_m, Quantity.COIL, r.preset),
        main_free=r.coil(main.free_m),
        both=number(choice.pair.series_rate, Quantity.RATE, r.preset),
        collar=_collar(choice.collar_m, number(abs(choice.collar_m), Quantity.COIL, r.preset)),
    )
