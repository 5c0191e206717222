"""What the Find page is asked to search, and the fields in which that is said."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass, field, replace
from functools import partial

from PyQt6.QtCore import QPointF
from PyQt6.QtWidgets import QPushButton

from isostat.assess.find.good import Rank
from isostat.assess.find.kinds.every import OFFERED
from isostat.assess.find.options import with_bags
from isostat.assess.find.wish import NONE, AxleWish, CannotSearch, Steps, Varied
from isostat.assess.solve.assessment import Assessment
from isostat.desktop.catalogue import Catalogue
from isostat.desktop.pieces.line import Line
from isostat.desktop.pieces.sheet import Sheet
from isostat.desktop.pieces.styles import button_style, restyle
from isostat.desktop.view import View
from isostat.language import capital, later, tr
from isostat.units.saying import saying
from isostat.units.unit import Quantity

KIT, STAY = "kit", "none"
SIDES = (later("Same both sides"), later("Different per side"))
KIND_WORDS = {
    "coil": later("coils"), "progressive coil": later("progressive coils"), "stacked spring": later("stacked pairs"),
    "leaf pack": later("leaf packs"), "leaf": later("leaves to add"), "torsion bar": later("torsion bars"),
    "air bag": later("air springs"), KIT: later("kits of coils"), STAY: later("keep the springs"),
}  # fmt: skip
BESIDE_WORDS = {"shock": later("shocks"), "bump stop": later("bump stops"), "helper": later("helpers")}
TRIED: Mapping[Varied, tuple[float, float, float]] = {
    Varied.SPACER: (0.0, 0.02, 0.002), Varied.BLOCK: (0.0, 0.02, 0.002),
    Varied.COLLAR: (-0.02, 0.02, 0.01), Varied.RING: (0.1, 0.2, 0.02),
    Varied.STOP: (0.0, 0.02, 0.005), Varied.PRESSURE: (1.0e5, 4.0e5, 0.5e5),
}  # fmt: skip
ENDS = (later("from"), later("to"), later("step"))
WORDS = {
    Varied.SPACER: later("spacer"), Varied.BLOCK: later("block"),
    Varied.COLLAR: later("collar down"), Varied.RING: later("ring below collar"),
    Varied.STOP: later("stop spacer"), Varied.PRESSURE: later("helper pressure"),
}  # fmt: skip


@dataclass(frozen=True, slots=True)
class Wanted:
    """axles: 0 the front, 1 the rear, 2 both. kind: of list, empty for that of the proposal. varied: what is tried in steps.

    beside: kinds of list that are tried beside the springs.
    """

    axles: int = 0
    kind: str = ""
    each: bool = False
    varied: frozenset[Varied] = frozenset((Varied.SPACER, Varied.BLOCK, Varied.COLLAR))
    steps: Mapping[Varied, tuple[float, float, float]] = field(default_factory=lambda: TRIED)
    beside: frozenset[str] = frozenset()
    rank: Rank = Rank.MISS

    def searched(self, a: Assessment) -> list[int]:
        """The axles whose springs are tried."""
        last = len(a.axles) - 1
        return sorted({0: {0}, 1: {last}, 2: {0, last}}[self.axles])

    def kind_of(self, a: Assessment, axle: int) -> str | None:
        """Kind of list that an axle's springs are searched by; None where they stay, or lists have none of them."""
        if self.kind == STAY:
            return None
        if self.kind:
            return "coil" if self.kind == KIT else self.kind
        fitted = a.job.proposal.axles[axle].kind
        return next((kind.listed for kind in OFFERED.values() if kind.fitted == fitted), None)

    def stepped(self, of: Varied) -> Steps | None:
        """From, to and step of a setting; None where it is left as it is."""
        return Steps(*self.steps[of], of) if of in self.varied else None

    def wishes(self, a: Assessment, lists: Catalogue) -> tuple[AxleWish, ...]:
        """What a search is asked. Raises CannotSearch, in a sentence."""
        out = {axle: self._springs(a, axle, lists) for axle in self.searched(a)}
        if Varied.PRESSURE in self.varied:
            for axle in with_bags(a):
                out[axle] = replace(out.get(axle, AxleWish(axle=axle, parts=None)), pressures=self.stepped(Varied.PRESSURE))
        return tuple(out[axle] for axle in sorted(out))

    def _springs(self, a: Assessment, axle: int, lists: Catalogue) -> AxleWish:
        kind, given = self.kind_of(a, axle), a.job.vehicle.axles[axle].name
        beside = {listed: lists.searchable(listed) for listed in BESIDE_WORDS if listed in self.beside}
        more = AxleWish(axle=axle, parts=None, stop_spacers=self.stepped(Varied.STOP), beside=beside)
        if self.kind == STAY:
            if not beside and more.stop_spacers is None and not (Varied.PRESSURE in self.varied and axle in with_bags(a)):
                raise CannotSearch(saying("{axle}: springs are kept. Choose shocks, bump stops or helpers to try.", axle=given))
            return more
        if kind is None:
            said = "{axle}: the lists have no springs of this kind. Choose another kind, or search the other axle."
            raise CannotSearch(saying(said, axle=given))
        offered = OFFERED[kind]
        return replace(
            more,
            parts=lists.searchable(kind),
            each=self.each and offered.a_side and self.kind != KIT,
            spacers=(offered.levels and self.stepped(offered.levels)) or NONE,
            rings=self.stepped(Varied.RING) if offered.has_ring else None,
        )


def asked_of(v: View, wanted: Wanted) -> list[Varied]:
    """The settings that may vary on this vehicle, in the order of the page."""
    kinds = {wanted.kind_of(v.a, axle) for axle in wanted.searched(v.a)} - {None}
    levels = {OFFERED[str(kind)].levels for kind in kinds}
    out = [*(of for of in Varied if of in levels), Varied.STOP]
    out += [Varied.RING] if any(OFFERED[str(kind)].has_ring for kind in kinds) else []
    return out + ([Varied.PRESSURE] if with_bags(v.a) else [])


def lay_wanted(sheet: Sheet, v: View, at: QPointF, wanted: Wanted, want: Callable[[Wanted], object]) -> float:
    """Places the fields; where they end, px down. want: takes what is wanted then."""
    t = v.theme
    line = Line(sheet, v, at, size=13)
    if len(v.a.axles) > 1:
        names = [v.job.vehicle.axles[0].name, v.job.vehicle.axles[-1].name, tr("Both axles")]
        line.tabs("find axles", names, wanted.axles, lambda n: want(replace(wanted, axles=n))).gap(4)
    kinds = ["", *KIND_WORDS]
    words = [tr("same kind as now"), *(tr(said) for said in KIND_WORDS.values())]
    line.choice(
        "find kind",
        words,
        kinds.index(wanted.kind),
        lambda n: want(replace(wanted, kind=kinds[n])),
        label=tr("kind of springs"),
        wide=168,
    )
    listed = {wanted.kind_of(v.a, axle) for axle in wanted.searched(v.a)} - {None}
    if wanted.kind not in (KIT, STAY) and all(OFFERED[str(kind)].a_side for kind in listed):
        line.tabs("find sides", [tr(side) for side in SIDES], int(wanted.each), lambda n: want(replace(wanted, each=bool(n))))
    line.gap(6).button("find import", tr("Import list"), lambda: sheet.file_wanted.emit("parts", 0))
    asked, right = asked_of(v, wanted), sheet.width() - t.margin
    line = Line(sheet, v, at + QPointF(0, t.px(30)), size=13)
    for of in asked:
        wide = t.px(118 + (236 if of in wanted.varied else 0))
        if line.x + wide > right and line.x > at.x():
            line = Line(sheet, v, QPointF(at.x(), line.y + t.px(30)), size=13)
        _lay_steps(line, of, wanted, want)
    for kind, said in BESIDE_WORDS.items():
        if line.x + sheet.text_width(f"✓ {tr(said)}", 13) + t.px(26) > right:
            line = Line(sheet, v, QPointF(at.x(), line.y + t.px(30)), size=13)
        _toggle(line, kind, tr(said), kind in wanted.beside, partial(_tried_beside, wanted, kind, want))
    return line.y + t.px(30)


def _tried_beside(wanted: Wanted, kind: str, want: Callable[[Wanted], object]) -> None:
    want(replace(wanted, beside=wanted.beside ^ {kind}))


def _lay_steps(line: Line, of: Varied, wanted: Wanted, want: Callable[[Wanted], object]) -> None:
    on = of in wanted.varied
    _toggle(line, of.name, tr(WORDS[of]), on, lambda: want(replace(wanted, varied=wanted.varied ^ {of})))
    if not on:
        return
    quantity = Quantity.PRESSURE if of is Varied.PRESSURE else Quantity.COIL
    for n, (end, value) in enumerate(zip(ENDS, wanted.steps[of], strict=True)):
        if n:
            line.words(f"find {of.name} {n} word", tr(end), role="ink2")
        where, size = line.place(42)
        label = tr("{what}, {end}", what=tr(WORDS[of]), end=tr(end))
        line.sheet.own_field(
            f"find {of.name} {n}",
            where,
            size,
            label=label,
            quantity=quantity,
            value=value,
            taken=partial(_typed, wanted, of, n, want),
        )
    line.words(f"find {of.name} unit", line.v.reader.preset.unit(quantity).sign, role="ink2").gap(10)


def _typed(wanted: Wanted, of: Varied, n: int, want: Callable[[Wanted], object], value: float) -> None:
    """One end or the step of a setting. Raises OutOfRange where it cannot be."""
    low, high, step = (value if k == n else had for k, had in enumerate(wanted.steps[of]))
    if low > high:  # an end beyond the other takes it along
        low = high = value
    Steps(low, high, step, of)
    want(replace(wanted, steps={**wanted.steps, of: (low, high, step)}))


def _toggle(line: Line, key: str, words: str, on: bool, act: Callable[[], object]) -> None:
    """A setting that is tried, or left as it is."""
    line.button(f"find vary {key}", ("✓ " if on else "+ ") + capital(words), act)
    made = line.sheet.findChild(QPushButton, f"find vary {key}")
    assert made is not None
    made.setCheckable(True)
    made.setChecked(on)
    restyle(made, button_style(line.v.theme, filled=False))
