"""Below Spring's head: how the rate of an axle is picked, and the window that is left."""

from __future__ import annotations

from typing import get_args

from PyQt6.QtCore import QPointF, QRect, QSize

from isostat.assess import workings
from isostat.assess.spring.usual import usual_hertz
from isostat.assess.workings import Shown
from isostat.core import rules
from isostat.desktop.pieces.head import HEAD
from isostat.desktop.pieces.sheet import RIGHT, Sheet
from isostat.desktop.view import View
from isostat.job.axle_fit import Pick
from isostat.job.edits.paths import JOB, path_to
from isostat.units.unit import Quantity

WAYS = get_args(Pick.model_fields["way"].annotation)


def lay_pick(sheet: Sheet, v: View, axle: int) -> None:
    """The way of picking the rate with its number and cases, and the window."""
    t, pick = v.theme, v.job.proposal.axles[axle].pick
    if not v.a.orders[axle].kind.picks_rate:
        rate = v.number(Shown(workings.order.spring_rate, axle), v.reader.rate(v.a.orders[axle].order.rate_n_per_m[0]))
        said = f"rate {rate} by the part itself"
        fixed = sheet.text("rate fixed word", said, QPointF(t.margin, t.px(HEAD + 8)), size=13.5, role="ink2")
        _lay_window(sheet, v, axle, fixed.right() + t.px(12), t.px(HEAD + 5))
        return
    top, high = t.px(HEAD + 5), round(t.px(24))
    base = path_to(JOB.proposal.axles[axle].pick)
    word = sheet.text("rate word", "rate by", QPointF(t.margin, top + t.px(3)), size=13.5, role="ink2")

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
            x = number("hertz", "hertz", "wanted frequency", Quantity.FREQUENCY, usual_hertz(axle))
            end = case("case", "load case of the frequency", pick.case or v.job.target.case, words("Hz when", x))
    _lay_window(sheet, v, axle, end + t.px(12), top)


def _lay_window(sheet: Sheet, v: View, axle: int, left: float, top: float) -> None:
    """What all wishes leave of the rate, as long as there is room to say it."""
    t, window, r = v.theme, v.a.orders[axle].window, v.reader
    shown = Shown(workings.winding.window, axle)
    low, high = (v.number(shown, r.rate(end).rsplit(" ", 1)[0]) for end in (window.low, window.high))
    span = f"{low} to {v.number(shown, r.rate(window.high))}" if window.is_open else f"none: {low} and {high}"
    tries = (f"window {span}, by {window.low_by} and {window.high_by}", f"window {span}", span)
    right = sheet.width() - t.margin
    words = next((w for w in tries if sheet.text_width(w, 12.5) < right - left), None)
    if words is not None:
        role = "ink2" if window.is_open else "watch"
        sheet.text("rate window", words, QPointF(right, top + t.px(4)), size=12.5, role=role, anchor=RIGHT,
                         shown=shown)  # fmt: skip
