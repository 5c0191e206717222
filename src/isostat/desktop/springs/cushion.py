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
from isostat.units.unit import Quantity

KINDS = tuple(k for k in get_args(get_args(Cushion.model_fields["kind"].annotation)[0]) if k != "hydraulic")
NONE = "say which"
FIELDS = (
    Row("free_height_m", "free height", Quantity.COIL),
    Row("gap_m", "gap to it, as weighed", Quantity.COIL),
    Row("rate_n_per_m", "rate at the touch", Quantity.RATE),
    Row("flat_m", "flat when pressed by", Quantity.COIL),
)
ROWS = 3
PRESSED = (("squeeze_m", "by", Quantity.COIL), ("force_kg", "shows", Quantity.MASS))
CAUTION = "Jack the frame, never the axle alone; stands under the frame before a hand goes between."


def lay_foam(sheet: Sheet, v: View, area: QRectF, axle: int) -> None:
    """Places the page of one axle."""
    t, given, base = v.theme, v.job.proposal.axles[axle].cushion, path_to(JOB.proposal.axles[axle].cushion)
    lay_helper_head(sheet, v, ("foam", "Foam or rubber", axle), area.topLeft(), base, given)
    fit, y, kinds = cushion_page(v.a, axle), area.top() + t.px(28), (NONE, *KINDS)
    line = Line(sheet, v, QPointF(area.left(), y), high=25, size=13).words("foam kind word", "it is of").upto(LIST.wide)
    line.choice("foam kind", kinds, kinds.index(given.kind) if given.kind in kinds else 0,
                lambda n: sheet.put((*base, "kind"), kinds[n] if n else None, "what the helper is of"),
                label="what the helper is of", wide=92)  # fmt: skip
    otherwise = {} if fit is None else {"rate_n_per_m": fit.rate, "flat_m": fit.flat}
    form = Form("foam", base, given, FIELDS, otherwise)
    y = lay_list(sheet, v, form, QPointF(area.left(), y + t.px(30)))
    y += t.px(8)
    sheet.text("foam press word", "or under a press: squeezed by, the scale shows", QPointF(area.left(), y), size=13, role="ink2")
    pressed = QPointF(area.left(), y + t.px(28))
    lay_rows(sheet, v, "foam press", (*base, "press"), PRESSED, pressed, range(ROWS), "press reading {n}, {words}")
    sheet.text("foam caution", CAUTION, QPointF(area.left(), area.bottom() - t.px(16)), size=12.5, weight=600, role="fault")
    right = QRectF(area.left() + t.px(310), area.top(), area.width() - t.px(310), area.height() - t.px(26))
    if fit is None:
        words = "Its gap, and its kind with its free height or a reading under a press, put it in."
        sheet.text("foam waits words", words, right.topLeft(), size=14, role="ink2", width=right.width())
        return
    cases = HelperCases("foam", axle, fit.loads, workings.cushion.load)
    first = [f"Frame up by at least {v.reader.coil(fit.up_m)} from where it was weighed to get it in."] if fit.up_m > 0 else []
    lay_helper_cases(sheet, v, cases, right, first, "It takes the place of no bump stop, and of no spring that has gone tired.")
