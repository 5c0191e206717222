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
from isostat.language import later, tr
from isostat.units.unit import Quantity

FIELDS = (
    Row("outer_m", later("outer diameter"), Quantity.COIL),
    Row("inner_m", later("inner diameter"), Quantity.COIL),
    Row("thick_m", later("washer thickness"), Quantity.COIL, finer=True),
    Row("height_m", later("washer free height"), Quantity.COIL, finer=True),
    Row("gap_m", later("gap to the stack, as weighed"), Quantity.COIL),
)
COUNTS = (("nested", later("washers per packet, nested"), 10), ("opposed", later("packets, alternating"), 200))
CAUTION = later("A loaded stack can fly apart. Unload it on its guide and keep clear.")


def lay_discs(sheet: Sheet, v: View, area: QRectF, axle: int) -> None:
    """Places the page of one axle."""
    t, given, base = v.theme, v.job.proposal.axles[axle].discs, path_to(JOB.proposal.axles[axle].discs)
    lay_helper_head(sheet, v, ("discs", tr("Belleville washers"), axle), area.topLeft(), base, given)
    y = lay_list(sheet, v, Form("discs", base, given, FIELDS), QPointF(area.left(), area.top() + t.px(28)))
    for row, (field, words, most) in enumerate(COUNTS):
        line = Line(sheet, v, QPointF(area.left(), y + row * t.px(30)), high=25, size=13).words(f"discs {field} word", tr(words))
        counts = [str(n) for n in range(1, most + 1)]
        line.upto(LIST.wide).choice(f"discs {field}", counts, getattr(given, field) - 1,
                                    partial(_count, sheet, (*base, field), tr(words)), label=tr(words), wide=76)  # fmt: skip
    sheet.text("discs caution", tr(CAUTION), QPointF(area.left(), area.bottom() - t.px(16)), size=12.5, weight=600, role="fault")
    right = QRectF(area.left() + t.px(310), area.top(), area.width() - t.px(310), area.height() - t.px(26))
    loads = workings.disc.disc_loads(v.a, axle)
    if loads is None:
        lacks = v.a.helper_lacks[axle].get("discs")
        words = lacks.words(v.reader.preset) if lacks else tr("Enter the sizes and the gap.")
        sheet.text("discs waits words", words, right.topLeft(), size=14, role="ink2", width=right.width())
        return
    cases = HelperCases("discs", axle, loads, workings.disc.load)
    tall = explain(v.a, Shown(workings.disc.tall, axle)).result
    first = [
        tr("Stack free height {free}, flat when compressed by {flat}.", free=v.reader.coil(tall), flat=v.reader.coil(loads.flat_m))
    ]
    lay_helper_cases(sheet, v, cases, right, first, tr("Beyond three quarters of that, washers fatigue early."))


def _count(sheet: Sheet, path: Path, words: str, n: int) -> None:
    sheet.put(path, n + 1, words)
