"""How torsion bars are said, how their splines are moved, and what may be wrong with them."""

from __future__ import annotations

from typing_extensions import override

from isostat.assess import workings
from isostat.assess.setup.springs.torsion import twisted_of
from isostat.assess.solve.assessment import Assessment
from isostat.assess.spring.findings_torsion import ArmStopFirst, BarStress
from isostat.assess.workings import Shown
from isostat.core.springs.torsion.indexing import Index
from isostat.language import capital, decimal, later, tr, trn
from isostat.wording.about import about, about_both
from isostat.wording.reader import Reader
from isostat.wording.springs.kind import SpringWords, rate_words
from isostat.wording.tell import tell

SPLINES_SEEN = later("Anchor turn. Tighter is more twist: it lifts. Each end is seen from that end.")


def say_splines(setting: Index) -> str:
    """`Inner 3 splines tighter, outer 2 slacker`."""
    moved = [*([_inner(setting.inner)] if setting.inner else []), *([_outer(-setting.outer)] if setting.outer else [])]
    return capital(", ".join(moved) or tr("splines stay as they are"))


def _inner(tighter: int) -> str:
    if tighter > 0:
        return trn("inner 1 spline tighter", "inner {n} splines tighter", tighter)
    return trn("inner 1 spline slacker", "inner {n} splines slacker", -tighter)


def _outer(tighter: int) -> str:
    if tighter > 0:
        return trn("outer 1 spline tighter", "outer {n} splines tighter", tighter)
    return trn("outer 1 spline slacker", "outer {n} splines slacker", -tighter)


@tell.register
def _(j: ArmStopFirst, r: Reader) -> tuple[str, str]:
    return tr("Arm hits its droop stop {m} before the shock tops out", m=r.height_unit(j.by_m)), (
        tr("The arm takes every droop impact. Fit a shorter shock.")
    )


@tell.register
def _(j: BarStress, r: Reader) -> tuple[str, str]:
    return tr("Torsion bar overstressed at full bump: {p} of limit", p=r.percent(j.used)), (
        tr("It will take a set. Use a longer or thicker bar, or less bump travel.")
    )


class TorsionWords(SpringWords):
    """Rate, and how far the anchor is turned."""

    name = later("torsion bar")

    set_by = later("anchors")
    held = later("{m} of load at full droop: unload the bar with its tool and keep clear of the arm")
    too_firm = later("Above that it carries nothing at full droop. Use a softer bar, or a shorter shock.")
    less_preload = later("The bars lift it to the end of the shocks. Back the adjusters off, or fit longer shocks.")
    instead_of_one_rate = later("Options: a helper beside the bar, more travel, or a relaxed rule.")

    @override
    def found(self, a: Assessment, axle: int, r: Reader, mark: str) -> str:
        return tr("torsion bars {rate}", rate=mark + r.rate(a.found_springs[axle][0].rate.value))

    @override
    def ordered(self, a: Assessment, axle: int, r: Reader) -> str:
        rate = about_both(a, axle, workings.order.spring_rate, r.rate(a.orders[axle].order.rate_n_per_m[0]))
        return tr("torsion bars {rate}", rate=rate)

    @override
    def set(self, a: Assessment, axle: int, r: Reader) -> str:
        turns = [say_wound(t, r.angle(abs(t))) for t in _turn(a, axle)]
        return about_both(a, axle, workings.torsion.turn, ", ".join(turns))

    @override
    def line(self, a: Assessment, at: tuple[int, int], r: Reader) -> str:
        turn = _turn(a, at[0])[at[1]]
        turned = say_wound(turn, about(a, Shown(workings.torsion.turn, *at), r.angle(abs(turn))))
        return tr("torsion bar {rate}, {anchor}", rate=rate_words(a, at, r), anchor=turned)

    @override
    def hanging(self, a: Assessment, at: tuple[int, int], r: Reader) -> str:
        return tr("bars are handed: do not swap sides")


def _turn(a: Assessment, axle: int) -> tuple[float, float]:
    bars = twisted_of(a.orders[axle])
    assert bars is not None
    return bars.turn


def say_wound(turn_rad: float, said: str) -> str:
    """Which way an anchor is turned. said: by how much."""
    return tr("wind anchor up {angle}", angle=said) if turn_rad >= 0 else tr("back anchor off {angle}", angle=said)


def say_adjuster(turns: float, turn_rad: float) -> str:
    """How far its bolt is turned, and which way."""
    n = decimal(turns, 1)
    return tr("adjuster {n} turns in", n=n) if turn_rad >= 0 else tr("adjuster {n} turns out", n=n)
