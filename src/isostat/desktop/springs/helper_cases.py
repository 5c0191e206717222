"""What a helper beside the springs does in every case, as its page shows it: by how much it is squeezed, what it carries."""

from __future__ import annotations

from dataclasses import dataclass
from functools import partial

from PyQt6.QtCore import QPointF, QRectF

from isostat.assess import workings
from isostat.assess.spring.helper_loads import HelperLoads
from isostat.assess.workings import Explain, Shown
from isostat.desktop.pieces.sheet import Sheet
from isostat.desktop.spring.case_figures import height_and_hertz
from isostat.desktop.view import View
from isostat.job.edits.paths import Path
from isostat.job.reading import Frozen
from isostat.language import later, tr
from isostat.units.format import number
from isostat.units.unit import Quantity

STIFFENS = later("In contact in every load case: unladen ride gets stiffer too.")


@dataclass(frozen=True, slots=True)
class HelperCases:
    """Which helper of which axle; name: of its page. load: the working of what it carries."""

    name: str
    axle: int
    loads: HelperLoads
    load: Explain


def lay_helper_head(sheet: Sheet, v: View, of: tuple[str, str, int], at: QPointF, path: Path, part: Frozen) -> None:
    """The head of a helper's page, and what takes it away where it is given. of: page, words, axle; part: at the path."""
    (name, words, axle), t, none = of, v.theme, type(part)()
    head = sheet.caps(f"{name} head", tr("{part}, {axle}", part=words, axle=v.job.vehicle.axles[axle].name), at)
    if part != none:
        off = partial(sheet.put, path, none.model_dump(), tr("remove helper"))
        sheet.button(f"{name} off", tr("Remove helper"), QPointF(head.right() + t.px(12), at.y() - t.px(4)), off)


def lay_helper_cases(sheet: Sheet, v: View, c: HelperCases, area: QRectF, first: list[str], last: str) -> None:
    """Places a row for every case, and below them what is to be known: first and last lines."""
    t, r, s = v.theme, v.reader, v.a.proposed
    axle, done = c.axle, c.loads
    xs = [area.left() + share * area.width() for share in (0.20, 0.48, 0.74)]
    signs = (f"{r.preset.height.sign}, Hz", r.preset.coil.sign, r.preset.mass.sign)
    heads = (("height", tr("hub to arch")), ("squeeze", tr("compressed by")), ("load", tr("carries")))
    for x, (key, words), sign in zip(xs, heads, signs, strict=True):
        sheet.text(f"{c.name} {key} word", words, QPointF(x, area.top()), size=13.5, weight=600, unit=sign)
    y = area.top() + t.px(26)
    for case in range(v.a.cases):
        weight = 600 if case == v.case else 400
        sheet.text(f"{c.name} case {case} word", v.job.cases[case].name, QPointF(area.left(), y), size=13, weight=weight)
        high = tr("would tip")
        if s.stands[case]:
            high = height_and_hertz(v, v.a, axle, case)
        sheet.text(
            f"{c.name} height {case}",
            high,
            QPointF(xs[0], y),
            size=13,
            weight=weight,
            shown=Shown(workings.corner.mean_height, axle, case=case),
        )
        by = ", ".join(number(float(m), Quantity.COIL, r.preset) for m in done.squeeze_m[:, case])
        flat = bool((done.squeeze_m[:, case] > done.flat_m).any())
        sheet.text(f"{c.name} squeeze {case} word", tr("{m} solid !", m=by) if flat else by, QPointF(xs[1], y), size=13,
                   weight=weight,
                   role="fault" if flat else "ink")  # fmt: skip
        x = xs[2]
        for side in (0, 1):
            shown = Shown(c.load, axle, side, case)
            words = v.number(shown, number(float(done.carries_kg[side, case]), Quantity.MASS, r.preset))
            box = sheet.text(f"{c.name} load {side} {case}", words, QPointF(x, y), size=13, weight=weight, shown=shown)
            x = box.right() + t.px(14)
        y += t.px(23)
    pressed = done.squeeze_m[:, s.stands]
    always = [tr(STIFFENS)] if pressed.size and pressed.min() > 0.0 else []
    for n, words in enumerate([*first, *always, last]):
        at = QPointF(area.left(), y + t.px(10))
        box = sheet.text(f"{c.name} said {n} word", words, at, size=13, role="ink2", width=area.width())
        y = box.bottom() - t.px(6)
