"""Spring's head: axle, kind of spring, page and proposal."""

from __future__ import annotations

from collections.abc import Callable
from functools import partial
from typing import get_args

from PyQt6.QtCore import QPointF, QRect

from isostat.desktop.pieces.head import head_line
from isostat.desktop.pieces.plain import set_tip
from isostat.desktop.pieces.sheet import Sheet
from isostat.desktop.springs.pages import HELPER_PAGES
from isostat.desktop.view import View
from isostat.job.axle_fit import AxleFit
from isostat.job.edits import proposals
from isostat.job.edits.paths import JOB, path_to

PAGES = ("chart", *HELPER_PAGES, "side by side", "bench")
KINDS = get_args(AxleFit.model_fields["kind"].annotation)


def lay_head(sheet: Sheet, v: View, axle: int, page: str, turn: Callable[[int], object], turn_to: Callable[[int], object]) -> None:
    """Places the head. turn, turn_to: told which axle, which page."""
    line = head_line(sheet, v)
    if page == "chart" or page in HELPER_PAGES:
        line.tabs("axle", [a.name for a in v.job.vehicle.axles], axle, turn)
    if page == "chart":
        path = path_to(JOB.proposal.axles[axle].kind)
        line.choice("kind", KINDS, KINDS.index(v.job.proposal.axles[axle].kind),
                    lambda n: sheet.put(path, KINDS[n], "kind of spring"), label="kind of spring", wide=118).gap(2)  # fmt: skip
    line.tabs("page", PAGES, PAGES.index(page), turn_to)
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
        sheet.edited.emit(lambda job: proposals.work_on(job, names[n]), f"work on proposal {names[n]}", -1)

    end = sheet.tabs("proposal", short, names.index(v.job.proposal.name), first, work_on)
    if more:
        add = sheet.button("add proposal", "+", QPointF(end, first.top()), partial(_add, sheet), width=wide)
        set_tip(add, "one more proposal, at first a copy of this one")
        add.setAccessibleName("one more proposal")


def _add(sheet: Sheet) -> None:
    sheet.edited.emit(proposals.add_proposal, "one more proposal", -1)
