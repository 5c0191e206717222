"""Spring's page on a helper of foam or rubber: what it is, how it is got in, and what it carries in every case."""

from __future__ import annotations

from typing import get_args

from PyQt6.QtCore import QPointF, QRectF

from isostat.assess import workings
from isostat.assess.spring.cushion import cushion_page
from isostat.desktop.pieces.form import LIST, Form, Row, lay_list
from isostat.desktop.pieces.line import Line
from isostat.desktop.pieces.sheet import Sheet
from isostat.desktop.pieces.table import lay_rows
from isostat.desktop.springs.helper_cases import HelperCases, lay_helper_cases, lay_helper_head
from isostat.desktop.view import View
from isostat.job.edits.paths import JOB, path_to
from isostat.job.springs.cushion import Cushion
from isostat.language import later, tr
from isostat.units.unit import Quantity

KINDS = tuple(k for k in get_args(get_args(Cushion.model_fields["kind"].annotation)[0]) if k != "hydraulic")
NONE = later("choose")
FIELDS = (
    Row("free_height_m", later("free height"), Quantity.COIL),
    Row("gap_m", later("gap, as weighed"), Quantity.COIL),
    Row("rate_n_per_m", later("initial rate"), Quantity.RATE),
    Row("flat_m", later("solid when compressed by"), Quantity.COIL),
)
ROWS = 3
PRESSED = (("squeeze_m", later("compression"), Quantity.COIL), ("force_kg", later("load"), Quantity.MASS))
CAUTION = later("Jack the frame, not the axle alone. Put the frame on stands before reaching in.")


def lay_foam(sheet: Sheet, v: View, area: QRectF, axle: int) -> None:
    """Places the page of one axle."""
    t, given, base = v.theme, v.job.proposal.axles[axle].cushion, path_to(JOB.proposal.axles[axle].cushion)
    lay_helper_head(sheet, v, ("foam", tr("Foam or rubber helper"), axle), area.topLeft(), base, given)
    fit, y, kinds = cushion_page(v.a, axle), area.top() + t.px(28), (NONE, *KINDS)
    line = Line(sheet, v, QPointF(area.left(), y), high=25, size=13).words("foam kind word", tr("material")).upto(LIST.wide)
    line.choice("foam kind", [tr(kind) for kind in kinds], kinds.index(given.kind) if given.kind in kinds else 0,
                lambda n: sheet.put((*base, "kind"), kinds[n] if n else None, tr("helper material")),
                label=tr("helper material"), wide=92)  # fmt: skip
    otherwise = {} if fit is None else {"rate_n_per_m": fit.rate, "flat_m": fit.flat}
    form = Form("foam", base, given, FIELDS, otherwise)
    y = lay_list(sheet, v, form, QPointF(area.left(), y + t.px(30)))
    y += t.px(8)
    sheet.text("foam press word", tr("press test: compression, load"), QPointF(area.left(), y), size=13, role="ink2")
    pressed = QPointF(area.left(), y + t.px(28))
    lay_rows(sheet, v, "foam press", (*base, "press"), PRESSED, pressed, range(ROWS), tr("press test {n}, {words}"), 172)
    sheet.text("foam caution", tr(CAUTION), QPointF(area.left(), area.bottom() - t.px(16)), size=12.5, weight=600, role="fault")
    right = QRectF(area.left() + t.px(310), area.top(), area.width() - t.px(310), area.height() - t.px(26))
    if fit is None:
        words = tr("Enter the gap and material, with free height or a press test.")
        sheet.text("foam waits words", words, right.topLeft(), size=14, role="ink2", width=right.width())
        return
    cases = HelperCases("foam", axle, fit.loads, workings.cushion.load)
    first = (
        [tr("Raise the frame at least {m} above as-weighed height to fit it.", m=v.reader.coil(fit.up_m))] if fit.up_m > 0 else []
    )
    lay_helper_cases(sheet, v, cases, right, first, tr("Does not replace a bump stop or a sagged spring."))
