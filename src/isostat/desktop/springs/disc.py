"""Spring's page on Belleville washers beside the springs: their sizes, how they are stacked, what they carry in every case."""

from __future__ import annotations

from functools import partial

from PyQt6.QtCore import QPointF, QRectF

from isostat.assess import workings
from isostat.assess.workings import Shown, explain
from isostat.desktop.pieces.form import LIST, Form, Row, lay_list
from isostat.desktop.pieces.line import Line
from isostat.desktop.pieces.sheet import Sheet
from isostat.desktop.springs.helper_cases import HelperCases, lay_helper_cases, lay_helper_head
from isostat.desktop.view import View
from isostat.job.edits.paths import JOB, Path, path_to
from isostat.units.unit import Quantity

FIELDS = (
    Row("outer_m", "outer diameter", Quantity.COIL),
    Row("inner_m", "inner diameter", Quantity.COIL),
    Row("thick_m", "thickness of one", Quantity.COIL, finer=True),
    Row("height_m", "free height of one", Quantity.COIL, finer=True),
    Row("gap_m", "gap to the stack, as weighed", Quantity.COIL),
)
COUNTS = (("nested", "washers nested in a packet", 10), ("opposed", "packets, turned about", 200))
CAUTION = "A stack flies off when let go: unload it on its guide, nobody in line."


def lay_discs(sheet: Sheet, v: View, area: QRectF, axle: int) -> None:
    """Places the page of one axle."""
    t, given, base = v.theme, v.job.proposal.axles[axle].discs, path_to(JOB.proposal.axles[axle].discs)
    lay_helper_head(sheet, v, ("discs", "Belleville washers", axle), area.topLeft(), base, given)
    y = lay_list(sheet, v, Form("discs", base, given, FIELDS), QPointF(area.left(), area.top() + t.px(28)))
    for row, (field, words, most) in enumerate(COUNTS):
        line = Line(sheet, v, QPointF(area.left(), y + row * t.px(30)), high=25, size=13).words(f"discs {field} word", words)
        counts = [str(n) for n in range(1, most + 1)]
        line.upto(LIST.wide).choice(f"discs {field}", counts, getattr(given, field) - 1,
                                    partial(_count, sheet, (*base, field), words), label=words, wide=76)  # fmt: skip
    sheet.text("discs caution", CAUTION, QPointF(area.left(), area.bottom() - t.px(16)), size=12.5, weight=600, role="fault")
    right = QRectF(area.left() + t.px(310), area.top(), area.width() - t.px(310), area.height() - t.px(26))
    loads = workings.disc.disc_loads(v.a, axle)
    if loads is None:
        words = v.a.helper_lacks[axle].get("discs") or "Its sizes and its gap put it in."
        sheet.text("discs waits words", words, right.topLeft(), size=14, role="ink2", width=right.width())
        return
    cases = HelperCases("discs", axle, loads, workings.disc.load)
    tall = explain(v.a, Shown(workings.disc.tall, axle)).result
    first = [f"The stack is {v.reader.coil(tall)} tall without load, flat when squeezed by {v.reader.coil(loads.flat_m)}."]
    lay_helper_cases(sheet, v, cases, right, first, "Past three quarters of that washers tire soon.")


def _count(sheet: Sheet, path: Path, words: str, n: int) -> None:
    sheet.put(path, n + 1, words)
