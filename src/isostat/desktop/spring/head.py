"""Spring's head: axle, kind of spring, page and proposal; below it how the rate is picked and the window that is left."""

from __future__ import annotations

from collections.abc import Callable
from functools import partial
from typing import get_args

from PyQt6.QtCore import QPointF, QRect, QSize

from isostat.assess import workings
from isostat.assess.setup.figures import default_frequency
from isostat.assess.workings import Shown
from isostat.core import rules
from isostat.desktop.pieces.head import HEAD
from isostat.desktop.pieces.plain import set_tip
from isostat.desktop.pieces.sheet import RIGHT, Sheet
from isostat.desktop.view import View
from isostat.job.axle_fit import AxleFit, Pick
from isostat.job.edits import proposals
from isostat.units.unit import Quantity

PAGES = ("chart", "air", "foam", "side by side", "bench")
WAYS = get_args(Pick.model_fields["way"].annotation)
KINDS = get_args(AxleFit.model_fields["kind"].annotation)


def lay_head(sheet: Sheet, v: View, axle: int, page: str, turn: Callable[[int], object], turn_to: Callable[[int], object]) -> None:
    """Places the head. turn, turn_to: told which axle, which page."""
    t, high = v.theme, round(v.theme.px(26))
    name = sheet.text("step title", v.step.value, QPointF(t.px(16), t.px(5)), size=19, weight=600)
    left = round(name.right() + t.px(14))
    if page in ("chart", "air", "foam"):
        first = QRect(left, round(t.px(5)), 0, high)
        left = sheet.tabs("axle", [a.name for a in v.job.vehicle.axles], axle, first, turn) + round(t.px(6))
    if page == "chart":
        kind = v.job.proposal.axles[axle].kind
        area = QRect(left, first.top(), round(t.px(118)), high)
        sheet.choice("kind", KINDS, KINDS.index(kind), area, label="kind of spring",
                     chosen=lambda n: sheet.put(("proposal", "axles", axle, "kind"), KINDS[n], "kind of spring"))  # fmt: skip
        left = area.right() + round(t.px(8))
    end = sheet.tabs("page", PAGES, PAGES.index(page), QRect(left, round(t.px(5)), 0, high), turn_to)
    _lay_proposals(sheet, v, end + t.px(10))


def _lay_proposals(sheet: Sheet, v: View, left: float) -> None:
    """A letter for each proposal, the one worked on pressed; + for one more."""
    t, names = v.theme, [p.name for p in v.job.proposals]
    short = [name if len(name) <= 2 else name[:2] for name in names]
    wide = round(t.px(28))
    more = len(names) < len(proposals.LETTERS)
    x = round(sheet.width() - t.px(12) - wide * (len(names) + more))
    first = QRect(max(x, round(left)), round(t.px(5)), wide, round(t.px(26)))

    def work_on(n: int) -> None:
        sheet.edited.emit(lambda job: proposals.work_on(job, names[n]), f"work on proposal {names[n]}", -1)

    end = sheet.tabs("proposal", short, names.index(v.job.proposal.name), first, work_on)
    if more:
        add = sheet.button("add proposal", "+", QPointF(end, first.top()), partial(_add, sheet), width=wide)
        set_tip(add, "one more proposal, at first a copy of this one")
        add.setAccessibleName("one more proposal")


def _add(sheet: Sheet) -> None:
    sheet.edited.emit(proposals.add_proposal, "one more proposal", -1)


def lay_pick(sheet: Sheet, v: View, axle: int) -> None:
    """The way of picking the rate with its number and cases, and the window."""
    t, pick = v.theme, v.job.proposal.axles[axle].pick
    if v.job.proposal.axles[axle].kind != "coil" and not v.a.orders[axle].lacks:  # the part has its own rate
        rate = v.number(Shown(workings.order.spring_rate, axle), v.reader.rate(v.a.orders[axle].order.rate_n_per_m[0]))
        said = f"rate {rate} by the part itself"
        fixed = sheet.text("rate fixed word", said, QPointF(t.px(16), t.px(HEAD + 8)), size=13.5, role="ink2")
        _lay_window(sheet, v, axle, fixed.right() + t.px(12), t.px(HEAD + 5))
        return
    top, high = t.px(HEAD + 5), round(t.px(24))
    base = ("proposal", "axles", axle, "pick")
    word = sheet.text("rate word", "rate by", QPointF(t.px(16), top + t.px(3)), size=13.5, role="ink2")

    def box(x: float, wide: float) -> QRect:
        return QRect(round(x), round(top), round(t.px(wide)), high)

    way = box(word.right() + 6, 116)
    sheet.choice("way", WAYS, WAYS.index(pick.way), way, label="rate picked by",
                 chosen=lambda n: sheet.put((*base, "way"), WAYS[n], "rate picked by"))  # fmt: skip
    names, size = [c.name for c in v.job.cases], QSize(round(t.px(56)), high)
    at = QPointF(way.right() + t.px(8), top)

    def case(path: str, label: str, chosen: str, x: float) -> float:
        area = box(x, 92)
        sheet.choice(f"pick {path}", names, names.index(chosen), area, label=label,
                     chosen=lambda n: sheet.put((*base, path), names[n], label))  # fmt: skip
        return float(area.right())

    def words(text: str, x: float) -> float:
        return float(sheet.text("pick words", text, QPointF(x, top + t.px(3)), size=13.5, role="ink2").right()) + 6

    def number(key: str, path: str, label: str, quantity: Quantity, usual: float) -> float:
        given = getattr(pick, path)
        sheet.field(key, (*base, path), at, size, label=label, quantity=quantity, value=given.value if given else usual,
                    assumed=given is None, figure=13)  # fmt: skip
        return at.x() + size.width() + 6

    match pick.way:
        case "two loads":
            x = number("differ", "differ_m", "light and full may differ", Quantity.HEIGHT, rules.LIGHT_AND_FULL_DIFFER)
            x = words(v.reader.preset.height.sign, x - 2)
            x = case("light", "light case", pick.light or names[0], x) + 5
            end = case("full", "full case", pick.full or v.job.target.case, x)
        case "same feel":
            end = case("case", "load case of the pick", pick.case or v.job.target.case, words("the old frequency,", at.x()))
        case "bump capacity":
            x = number("multiple", "multiple", "multiple of the load that full bump takes", Quantity.RATIO, rules.BUMP_MULTIPLE)
            end = case("case", "load case of the pick", pick.case or v.job.target.case, words("times the load,", x))
        case "share of droop":
            x = number("droop share", "droop_share", "share of the travel that is droop", Quantity.SHARE, rules.WANTED_DROOP_SHARE)
            end = case("case", "load case of the pick", pick.case or v.job.target.case, words("of travel,", x))
        case _:
            x = number("hertz", "hertz", "wanted frequency", Quantity.FREQUENCY, default_frequency(axle))
            end = case("case", "load case of the frequency", pick.case or v.job.target.case, words("Hz when", x))
    _lay_window(sheet, v, axle, end + t.px(12), top)


def _lay_window(sheet: Sheet, v: View, axle: int, left: float, top: float) -> None:
    """What all wishes leave of the rate, as long as there is room to say it."""
    t, window, r = v.theme, v.a.orders[axle].window, v.reader
    shown = Shown(workings.winding.window, axle)
    low, high = (v.number(shown, r.rate(end).rsplit(" ", 1)[0]) for end in (window.low, window.high))
    span = f"{low} to {v.number(shown, r.rate(window.high))}" if window.is_open else f"none: {low} and {high}"
    tries = (f"window {span}, by {window.low_by} and {window.high_by}", f"window {span}", span)
    right = sheet.width() - t.px(16)
    words = next((w for w in tries if sheet.text_width(w, 12.5) < right - left), None)
    if words is not None:
        role = "ink2" if window.is_open else "ochre"
        sheet.text("rate window", words, QPointF(right, top + t.px(4)), size=12.5, role=role, anchor=RIGHT,
                         shown=shown)  # fmt: skip
