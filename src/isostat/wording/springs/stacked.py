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
from isostat.units.format import number
from isostat.units.unit import Quantity
from isostat.wording.about import about, about_both
from isostat.wording.reader import Reader
from isostat.wording.springs.coil import found_coil
from isostat.wording.springs.kind import SpringWords
from isostat.wording.tell import tell


@tell.register
def _(j: NoRingWindow, r: Reader) -> tuple[str, str]:
    by = r.coil(j.missing_m)
    return f"No place for the ring: {by} missing", (
        f"One opens with {by} less of one: stroke, solid length of either spring, slider, or thread below the collar."
    )


@tell.register
def _(j: RingOutside, r: Reader) -> tuple[str, str]:
    end = "at most" if j.ring_m > j.limit_m else "at least"
    return f"Ring {r.coil(j.ring_m)} from the collar: {j.binds} binds", (
        f"Collar to ring {end} {r.coil(j.limit_m)}, or {r.coil(abs(j.ring_m - j.limit_m))} less solid length of the {j.binds}."
    )


@tell.register
def _(j: RingNotSet, r: Reader) -> tuple[str, str]:
    return "The ring cannot make that crossover", f"{j.reason[0].upper()}{j.reason[1:]} Another share, or other springs."


@tell.register
def _(j: TopBinds, r: Reader) -> tuple[str, str]:
    if j.by == "main solid":
        return (
            "The main spring goes solid first",
            "No lock-up: the softer top spring carries on alone. Swap them, or a longer main.",
        )
    return (
        "The top spring goes solid before the ring",
        "A bound spring makes the change, not the ring: ring further from the collar.",
    )


@tell.register
def _(j: PastCrossover, r: Reader) -> tuple[str, str]:
    return f"Rides {r.coil(j.by_m)} of shaft past the crossover", "The top spring does nothing there: ring nearer the collar."


@tell.register
def _(j: CollarBeyond, r: Reader) -> tuple[str, str]:
    way, cure = ("below", "A longer spring") if j.down else ("above", "A shorter spring")
    return f"Collar {r.coil(j.by_m)} {way} its thread", f"{cure} brings it back; the height is solved as if it went there."


class StackedWords(SpringWords):
    """Both springs, collar and ring."""

    set_by = "collars down"

    @override
    def found(self, a: Assessment, axle: int, r: Reader, mark: str) -> str:
        return found_coil(a, axle, r, mark)

    @override
    def ordered(self, a: Assessment, axle: int, r: Reader) -> str:
        law = a.orders[axle].law[0]
        assert isinstance(law, StackedPair)
        top, main = (number(p.free_m, Quantity.COIL, r.preset) for p in (law.top, law.main))
        return f"{number(law.top.rate, Quantity.RATE, r.preset)} over {r.rate(law.main.rate)}, {top} over {main}"

    @override
    def set(self, a: Assessment, axle: int, r: Reader) -> str:
        seated = _seated(a, axle)
        left, right = seated.collar_m
        ring = "" if seated.pair.ring_m is None else f", ring {r.coil(seated.pair.ring_m)}"
        if left < 0.0 or right < 0.0:
            sides = ", ".join(_collar(m, number(abs(m), Quantity.COIL, r.preset)) for m in (left, right))
        else:
            sides = f"{number(left, Quantity.COIL, r.preset)}, {r.coil(right)}"
        return about_both(a, axle, workings.stacked.collar, sides + ring)

    @override
    def line(self, a: Assessment, at: tuple[int, int], r: Reader) -> str:
        seated = _seated(a, at[0])
        pair, collar = seated.pair, seated.collar_m[at[1]]
        parts = (pair.third, pair.top, pair.main)
        springs = " over ".join(f"{r.rate(p.rate)} {r.coil(p.free_m)} free" for p in parts if p is not None)
        placed = Shown(workings.stacked.collar, *at)  # the ring from it
        ring = "no ring" if pair.ring_m is None else f"ring {about(a, placed, r.coil(pair.ring_m))} from the collar"
        return f"stacked pair {springs}, collar {_collar(collar, about(a, placed, r.coil(abs(collar))))}, {ring}"

    @override
    def rate_name(self, a: Assessment, axle: int) -> str:
        crossover, pressed = _seated(a, axle).pair.crossover, a.orders[axle].pressed_m[0]
        return "spring rate, both springs" if crossover and pressed < crossover.x_m else "spring rate, main spring alone"


def _seated(a: Assessment, axle: int) -> Seated:
    seated = seated_of(a.orders[axle])
    assert seated is not None
    return seated


def _collar(m: float, said: str) -> str:
    return f"{said} {'up' if m < 0 else 'down'}"


def pair_words(choice: PairChoice, r: Reader) -> str:
    """A pair off the shelf: its rates, lengths, rate together, and where its collar goes."""
    top, main = choice.pair.top, choice.pair.main
    rates = f"{number(top.rate, Quantity.RATE, r.preset)} over {r.rate(main.rate)}"
    lengths = f"{number(top.free_m, Quantity.COIL, r.preset)} over {r.coil(main.free_m)}"
    collar = _collar(choice.collar_m, number(abs(choice.collar_m), Quantity.COIL, r.preset))
    return f"{rates}, {lengths}: {number(choice.pair.series_rate, Quantity.RATE, r.preset)}, collar {collar}"
