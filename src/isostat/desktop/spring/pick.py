"""Below Spring's head: how the rate of an axle is picked, and the window that is left."""

from __future__ import annotations

from typing import get_args

from PyQt6.QtCore import QPointF

from isostat.assess import workings
from isostat.assess.spring.usual import usual_hertz
from isostat.assess.workings import Shown
from isostat.core import rules
from isostat.core.working import Figure, Origin
from isostat.desktop.pieces.head import HEAD
from isostat.desktop.pieces.line import Line
from isostat.desktop.pieces.sheet import RIGHT, Sheet
from isostat.desktop.view import View
from isostat.job.axle_fit import Pick
from isostat.job.edits.paths import JOB, path_to
from isostat.language import tr
from isostat.units.unit import Quantity
from isostat.wording.spring import WISHES

WAYS = get_args(Pick.model_fields["way"].annotation)


def lay_pick(sheet: Sheet, v: View, axle: int) -> None:
    """The way of picking the rate with its number and cases, and the window."""
    t, pick = v.theme, v.job.proposal.axles[axle].pick
    if not v.a.orders[axle].kind.picks_rate:
        rate = v.number(Shown(workings.order.spring_rate, axle), v.reader.rate(v.a.orders[axle].order.rate_n_per_m[0]))
        said = tr("rate {rate}, set by the part itself", rate=rate)
        fixed = sheet.text("rate fixed word", said, QPointF(t.margin, t.px(HEAD + 8)), size=13.5, role="ink2")
        _lay_window(sheet, v, axle, fixed.right() + t.px(12), t.px(HEAD + 5))
        return
    line = Line(sheet, v, QPointF(t.margin, t.px(HEAD + 5)), size=13.5).words("rate word", tr("choose rate by"), role="ink2")
    base, names = path_to(JOB.proposal.axles[axle].pick), [c.name for c in v.job.cases]
    line.choice("way", [tr(WISHES[way]) for way in WAYS], WAYS.index(pick.way),
                lambda n: sheet.put((*base, "way"), WAYS[n], tr("rule for the rate")), label=tr("rule for the rate"),
                wide=130)  # fmt: skip

    def case(field: str, label: str, chosen: str) -> None:
        line.choice(f"pick {field}", names, names.index(chosen), lambda n: sheet.put((*base, field), names[n], label),
                    label=label, wide=92)  # fmt: skip

    def number(key: str, field: str, label: str, quantity: Quantity, usual: float, after: str) -> None:
        line.reading(key, (*base, field), label=label, quantity=quantity, wide=56, otherwise=Figure(usual, Origin.ASSUMED))
        line.words("pick words", after, role="ink2")

    match pick.way:
        case "two loads":
            differ, sign = rules.LIGHT_AND_FULL_DIFFER, v.reader.preset.height.sign
            line.words("pick within", tr("within"), role="ink2")
            number("differ", "differ_m", tr("allowed height difference, light to full"), Quantity.HEIGHT, differ, sign)
            case("light", tr("light load case"), pick.light or names[0])
            line.words("pick to", tr("to"), role="ink2")
            case("full", tr("full load case"), pick.full or v.job.target.case)
        case "same feel":
            line.words("pick words", tr("at"), role="ink2")
        case "bump capacity":
            label, usual = tr("full-bump capacity, × static load"), rules.BUMP_MULTIPLE
            number("multiple", "multiple", label, Quantity.RATIO, usual, tr("× static load, at"))
        case "share of droop":
            label, usual = tr("droop share of travel"), rules.WANTED_DROOP_SHARE
            number("droop share", "droop_share", label, Quantity.SHARE, usual, tr("% of travel, at"))
        case _:
            number("hertz", "hertz", tr("ride frequency"), Quantity.FREQUENCY, usual_hertz(axle), tr("Hz at"))
    if pick.way != "two loads":
        case("case", tr("load case for the rate"), pick.case or v.job.target.case)
    _lay_window(sheet, v, axle, line.x + t.px(6), t.px(HEAD + 5))


def _lay_window(sheet: Sheet, v: View, axle: int, left: float, top: float) -> None:
    """What all wishes leave of the rate, as long as there is room to say it."""
    t, window, r = v.theme, v.a.orders[axle].window, v.reader
    shown = Shown(workings.winding.window, axle)
    low, high = (v.number(shown, r.rate(end).rsplit(" ", 1)[0]) for end in (window.low, window.high))
    said = {"low": low, "high": high, "unit": r.preset.rate.sign}
    said |= {"low_by": tr(WISHES[window.low_by]), "high_by": tr(WISHES[window.high_by])}
    tries = (
        tr("usable rate {low} to {high} {unit} (limits: {low_by}, {high_by})", **said),
        tr("usable rate {low} to {high} {unit}", **said),
        tr("{low} to {high} {unit}", **said),
    )
    if not window.is_open:
        tries = (
            tr("no usable rate: {low_by} needs ≥ {low}, {high_by} allows ≤ {high} {unit}", **said),
            tr("no usable rate (needs ≥ {low}, allows ≤ {high})", **said),
            tr("no usable rate"),
        )
    right = sheet.width() - t.margin
    words = next((w for w in tries if sheet.text_width(w, 12.5) < right - left), None)
    if words is not None:
        role = "ink2" if window.is_open else "watch"
        sheet.text("rate window", words, QPointF(right, top + t.px(4)), size=12.5, role=role, anchor=RIGHT,
                         shown=shown)  # fmt: skip
