"""Spring's head: axle, kind of spring, page and proposal."""

from __future__ import annotations

from collections.abc import Callable
from functools import partial
from typing import get_args

from PyQt6.QtCore import QPointF, QRect
from PyQt6.QtWidgets import QPushButton

from isostat.desktop.pieces.head import head_line
from isostat.desktop.pieces.plain import set_tip
from isostat.desktop.pieces.sheet import Sheet
from isostat.desktop.springs.pages import HELPER_PAGES
from isostat.desktop.view import View
from isostat.job.axle_fit import AxleFit
from isostat.job.edits import proposals
from isostat.job.edits.paths import JOB, path_to
from isostat.language import later, tr
from isostat.wording.springs.words import WORDS

PAGES = ("chart", *HELPER_PAGES, "side by side", "bench", "find")
NAMES = {
    "chart": later("Order"), "air": later("Air helper"), "foam": later("Foam helper"), "washers": later("Washers"),
    "side by side": later("Compare"), "bench": later("Bench"), "find": later("Find"),
}  # fmt: skip
KINDS = get_args(AxleFit.model_fields["kind"].annotation)


def kind_names() -> list[str]:
    """The kinds of springs as a reader sees them, in the order of KINDS."""
    return [tr(WORDS[kind].name) for kind in KINDS]


def lay_head(sheet: Sheet, v: View, axle: int, page: str, turn: Callable[[int], object], turn_to: Callable[[int], object]) -> None:
    """Places the head. turn, turn_to: take the axle and the page that are wanted."""
    line = head_line(sheet, v)
    if page == "chart" or page in HELPER_PAGES:
        line.tabs("axle", [a.name for a in v.job.vehicle.axles], axle, turn)
    if page == "chart":
        path = path_to(JOB.proposal.axles[axle].kind)
        line.choice("kind", kind_names(), KINDS.index(v.job.proposal.axles[axle].kind),
                    lambda n: sheet.put(path, KINDS[n], tr("spring type")), label=tr("spring type"), wide=118).gap(2)  # fmt: skip
    line.tabs("page", [tr(NAMES[name]) for name in PAGES], PAGES.index(page), turn_to)
    _lay_proposals(sheet, v, line.gap(4).x)


def _lay_proposals(sheet: Sheet, v: View, left: float) -> None:
    """A letter for each proposal, the one worked on pressed; + for one more."""
    t, names = v.theme, [p.name for p in v.job.proposals]
    short = [name if len(name) <= 2 else name[:2] for name in names]
    wide = round(t.px(28))
    more = len(names) < len(proposals.LETTERS)
    x = round(sheet.width() - t.px(12) - wide * (len(names) + more))
    first = QRect(max(x, round(left)), round(t.px(5)), wide, round(t.px(26)))

    def work_on(n: int) -> None:
        sheet.edited.emit(lambda job: proposals.work_on(job, names[n]), tr("work on proposal {name}", name=names[n]), -1)

    end = sheet.tabs("proposal", short, names.index(v.job.proposal.name), first, work_on)
    for n, name in enumerate(names):
        sheet.child(f"proposal {n}", QPushButton).setAccessibleName(tr("proposal {name}", name=name))
    if more:
        add = sheet.button("add proposal", "+", QPointF(end, first.top()), partial(_add, sheet), width=wide)
        set_tip(add, tr("Add a proposal, at first a copy of this one"))
        add.setAccessibleName(tr("add a proposal"))


def _add(sheet: Sheet) -> None:
    sheet.edited.emit(proposals.add_proposal, tr("add proposal"), -1)
