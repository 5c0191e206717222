"""What `isostat spring stack` answers: a stacked pair on a coil-over, or pairs off the shelf for one."""

from __future__ import annotations

import argparse
from typing import Any

from isostat.cli.options import Lines, needed, typed_number, typed_pieces
from isostat.core import rules
from isostat.core.limits import GRAVITY
from isostat.core.rates.purchase import INCH, POUND_AN_INCH
from isostat.core.springs import ring_fit
from isostat.core.springs.pairs import PairChoice, PairWish, choose_pairs, ideal_rates
from isostat.core.springs.stacked import Part, StackedPair
from isostat.job.files import JobFault
from isostat.language import tr
from isostat.units.format import with_unit
from isostat.units.unit import Preset, Quantity
from isostat.wording.springs.stacked import CROSSED_BY


def _part(text: str | None, name: str, preset: Preset) -> Part:
    if text is None:
        raise JobFault("spring", [needed(name, "find")])
    rate, free, solid = typed_pieces(text, name, 3)
    return Part(typed_number(rate, name, Quantity.RATE, preset), typed_number(free, name, Quantity.COIL, preset),
                typed_number(solid, name, Quantity.COIL, preset))  # fmt: skip


class _Sizes:
    """The lengths typed for a stack."""

    def __init__(self, asked: argparse.Namespace, preset: Preset) -> None:
        self.asked, self.preset = asked, preset

    def __call__(self, name: str, otherwise: float | None = None) -> float:
        text = getattr(self.asked, name)
        return otherwise if text is None and otherwise is not None else typed_number(text, name, Quantity.COIL, self.preset)

    @property
    def shock(self) -> ring_fit.CoilOver:
        """What the stack stands on."""
        return ring_fit.CoilOver(extended_m=self("extended"), bump_m=self("bump"), thread_m=self("thread", 0.002),
                                  down_m=self("down", 0.0), up_m=self("up", 0.0))  # fmt: skip

    @property
    def share(self) -> float:
        """Of the bump travel at which the crossover shall be."""
        return rules.CROSSOVER_SHARE if self.asked.share is None else float(self.asked.share)

    @property
    def load_n(self) -> float:
        """Carried at ride."""
        return typed_number(self.asked.load, "load", Quantity.MASS, self.preset) * GRAVITY


def stack_lines(asked: argparse.Namespace, preset: Preset) -> tuple[Lines, dict[str, Any]]:
    """The lines of a stacked pair, or of the pairs that `--find` finds; and what is said beside them."""
    size = _Sizes(asked, preset)
    if asked.find is not None:
        return _found(asked, preset, size)
    third = _part(asked.third, "third", preset) if asked.third else None
    ring = None if asked.ring is None else size("ring")
    stack = StackedPair(top=_part(asked.top, "top", preset), main=_part(asked.main, "main", preset), third=third,
                        slider_m=size("slider", 0.010), step_m=size("step", 0.0), ring_m=ring)  # fmt: skip
    shock, margin, said = size.shock, size("margin", rules.RING_MARGIN), []
    window = ring_fit.ring_window(stack, shock, margin_m=margin)
    before = ring_fit.preload(stack, shock)
    lines: Lines = [
        ("series_rate_n_per_m", tr("rate, all springs active"), stack.series_rate, Quantity.RATE),
        ("preload_m", tr("preload at full droop"), before, Quantity.COIL),
        ("turns_from_snug", tr("  collar turns from just snug"), ring_fit.turns_from_snug(stack, shock), Quantity.RATIO),
        ("hanging_kg", tr("  spring force at full droop"), ring_fit.force_at(stack, shock, 0.0) / GRAVITY, Quantity.MASS),
        ("ring_nearest_m", tr("collar to ring, minimum"), window.nearest_m, Quantity.COIL),
        ("ring_furthest_m", tr("collar to ring, maximum"), window.furthest_m, Quantity.COIL),
        ("main_at_bump_m", tr("main spring compression at full bump"), ring_fit.main_at_bump(stack, shock), Quantity.COIL),
    ]
    if before < 0.0:
        said.append(tr("The springs are loose by that much at full droop. Retain them, or add a soft helper that closes."))
    elif before > 0.0:
        said.append(tr("The springs push with that force at full droop. Use a spring compressor and keep clear."))
    if before > 0.075:
        said.append(
            tr(
                "More than {m} of preload: the springs are too soft (common practice, no source).",
                m=with_unit(0.075, Quantity.COIL, preset),
            )
        )
    if window.missing_m > 0.0:
        need = with_unit(window.missing_m, Quantity.COIL, preset)
        said.append(
            tr(
                "No position suits the ring. {m} less stroke, main-spring solid length, slider or droop preload would open one.",
                m=need,
            )
        )
    elif ring is not None and not window.nearest_m <= ring <= window.furthest_m:
        said.append(tr("The ring is outside its usable range: a spring binds."))
    lines += _crossover(stack, shock, said)
    if asked.ride is not None:
        ride = size("ride")
        lines += _at_ride(stack, shock, size, ride, said)
        if asked.load is not None:
            down = ring_fit.collar_for_force(stack, shock, ride, size.load_n)
            lines.append(("collar_down_m", tr("collar down for the load (− up)"), down, Quantity.COIL))
    lines += _ruler(stack, shock, margin)
    return lines, {"said": said}


def _crossover(stack: StackedPair, shock: ring_fit.CoilOver, said: list[str]) -> Lines:
    at, crossover = ring_fit.crossover_at(stack, shock), stack.crossover
    if at is None or crossover is None:
        said.append(tr("The slider sits on its ring from the start: the top spring never works."))
        return []
    return [("crossover_shaft_m", tr("crossover at shaft compression ({cause})", cause=tr(CROSSED_BY[crossover.by])), at,
             Quantity.COIL),
            ("crossover_kg", tr("  carrying"), crossover.force_n / GRAVITY, Quantity.MASS)]  # fmt: skip


def _at_ride(stack: StackedPair, shock: ring_fit.CoilOver, size: _Sizes, ride: float, said: list[str]) -> Lines:
    placed = ring_fit.ring_for_crossover(stack, shock, ride, share=size.share)
    assert placed.ring_m is not None
    at, window = ring_fit.crossover_at(stack, shock), ring_fit.ring_window(stack, shock)
    if at is not None and at <= ride:
        said.append(tr("The crossover comes before ride height: the top spring does nothing there."))
    if not window.nearest_m <= placed.ring_m <= window.furthest_m:
        said.append(tr("That position is outside the usable range. Use another share, or other springs."))
    return [
        (
            "ring_for_share_m",
            tr("collar to ring for crossover at {p} of bump", p=with_unit(size.share, Quantity.SHARE, size.preset)),
            placed.ring_m,
            Quantity.COIL,
        )
    ]


def _ruler(stack: StackedPair, shock: ring_fit.CoilOver, margin: float) -> Lines:
    """Distances up from the perch's upper face, the shock extended on the bench or hanging."""
    m = ring_fit.marks(stack, shock, margin_m=margin)
    rows = (
        ("collar_from_perch_m", tr("from the perch's upper face: collar"), m.collar_m),
        ("ring_from_perch_m", tr("  ring"), m.ring_m),
        ("slider_from_perch_m", tr("  slider, at full droop"), m.slider_m),
        ("ring_mark_m", tr("  mark: ring not below"), m.ring_mark_m),
        ("collar_mark_m", tr("  mark: collar not below"), m.collar_mark_m),
    )
    return [(key, words, value, Quantity.COIL) for key, words, value in rows if value is not None]


def _found(asked: argparse.Namespace, preset: Preset, size: _Sizes) -> tuple[Lines, dict[str, Any]]:
    """Pairs off the shelf, the nearest first."""
    wish = PairWish(
        series=typed_number(asked.series, "series", Quantity.RATE, preset),
        force_n=size.load_n,
        ride_m=size("ride"),
        shock=size.shock,
        far=asked.find == "far",
        multiple=asked.multiple,
        share=size.share,
        slider_m=size("slider", 0.010),
        step_m=size("step", 0.0),
    )
    choices = choose_pairs(wish, float(asked.shelf) * POUND_AN_INCH, 2 * INCH)
    pairs = [
        {
            "top_n_per_m": round(c.pair.top.rate, 3), "main_n_per_m": round(c.pair.main.rate, 3), "top_free_m": c.pair.top.free_m,
            "main_free_m": c.pair.main.free_m, "series_n_per_m": round(c.pair.series_rate, 3), "ring_m": c.pair.ring_m,
            "collar_down_m": c.collar_m,
        }
        for c in choices
    ]  # fmt: skip
    said = [_pair_line(c, preset) for c in choices] or [tr("No stock pair suits.")]
    top, main = ideal_rates(wish)
    lines: Lines = [("ideal_top_n_per_m", tr("top spring, exact"), top, Quantity.RATE),
                    ("ideal_main_n_per_m", tr("main spring, exact"), main, Quantity.RATE)]  # fmt: skip
    return lines, {"pairs": pairs, "said": [*said, tr("Solid lengths are assumed. Check them in the maker's list.")]}


def _pair_line(c: PairChoice, preset: Preset) -> str:
    top, main = c.pair.top, c.pair.main
    rates = tr(
        "{top} over {main}", top=with_unit(top.rate, Quantity.RATE, preset), main=with_unit(main.rate, Quantity.RATE, preset)
    )
    lengths = tr(
        "{top} over {main}", top=with_unit(top.free_m, Quantity.COIL, preset), main=with_unit(main.free_m, Quantity.COIL, preset)
    )
    ring, collar = with_unit(c.pair.ring_m or 0.0, Quantity.COIL, preset), with_unit(abs(c.collar_m), Quantity.COIL, preset)
    given = {"rates": rates, "lengths": lengths, "ring": ring, "collar": collar}
    if c.collar_m < 0:
        return tr("{rates}, {lengths}: ring {ring} from the collar, collar {collar} up", **given)
    return tr("{rates}, {lengths}: ring {ring} from the collar, collar {collar} down", **given)
