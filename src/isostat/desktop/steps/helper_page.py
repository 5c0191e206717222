"""Spring's helper: the bag beside an axle's springs, what it does in every case, and steel for the same load beside it."""

from __future__ import annotations

from functools import partial

from PyQt6.QtCore import QPointF, QRect, QRectF, QSize

from isostat.assess.aired import aired, on_steel
from isostat.assess.assessment import Assessment
from isostat.assess.helping import FLAT
from isostat.assess.workings import Shown
from isostat.desktop.pieces.sheet import Sheet
from isostat.desktop.view import View
from isostat.job.air_bag import AirBag
from isostat.units.shown import number
from isostat.units.unit import Quantity

FIELDS = (
    ("across_m", "effective diameter", Quantity.COIL),
    ("height_m", "full height inside", Quantity.COIL),
    ("least_m", "flat at", Quantity.COIL),
    ("stands_m", "stands, as weighed", Quantity.COIL),
    ("left_pa", "left, at the target", Quantity.PRESSURE),
    ("right_pa", "right, at the target", Quantity.PRESSURE),
    ("least_pa", "least allowed", Quantity.PRESSURE),
    ("most_pa", "most allowed", Quantity.PRESSURE),
)
GASES = ("shut in", "held")
CAUTION = "A bag under pressure bursts: let it down before any work, never above its plate. Ratings plates come first."
FITS = (
    "Steel fits a load that stays; air one that comes and goes, and each side on its own line.",
    "Air carries no droop: the shock or a strap must stop the wheel before the bag is drawn long.",
)


def lay_helper(sheet: Sheet, v: View, area: QRectF, axle: int) -> None:
    """Places the page of one axle."""
    t, told, base = v.theme, v.job.proposal.axles[axle].helper, ("proposal", "axles", axle, "helper")
    sheet.caps("helper head", f"Air helper, {v.job.vehicle.axles[axle].name}", area.topLeft())
    size, y = QSize(round(t.px(76)), round(t.px(25))), area.top() + t.px(24)
    for field, words, quantity in FIELDS:
        reading = getattr(told, field)
        value, guessed = (reading.value, reading.assumed) if reading else (None, False)
        if field == "least_m" and reading is None and told.height_m is not None:
            value, guessed = FLAT * told.height_m.value, True
        sheet.text(f"helper {field} word", words, QPointF(area.left(), y + 4), size=13, unit=v.reader.preset.unit(quantity).sign)
        place = QPointF(area.left() + t.px(176), y)
        sheet.field(f"helper {field}", (*base, field), place, size, label=words, quantity=quantity, value=value, assumed=guessed,
                    empty="–", figure=14)  # fmt: skip
        y += t.px(30)
    sheet.text("helper gas word", "its air", QPointF(area.left(), y + 4), size=13)
    gases = QRect(round(area.left() + t.px(176)), round(y), round(t.px(92)), size.height())
    sheet.choice("helper gas", GASES, GASES.index(told.gas), gases, label="how the air is held",
                 chosen=lambda n: sheet.put((*base, "gas"), GASES[n], "how the air is held"))  # fmt: skip
    sheet.button("helper off", "No helper", QPointF(area.left(), y + t.px(34)), partial(_off, sheet, axle))
    sheet.text("helper caution", CAUTION, QPointF(area.left(), area.bottom() - t.px(16)), size=12.5, weight=600, role="brick")
    _lay_table(sheet, v, axle, QRectF(area.left() + t.px(284), area.top(), area.width() - t.px(284), area.height() - t.px(26)))


def _off(sheet: Sheet, axle: int) -> None:
    sheet.put(("proposal", "axles", axle, "helper"), AirBag().model_dump(), "no helper")


def _lay_table(sheet: Sheet, v: View, axle: int, area: QRectF) -> None:
    """Steel or air: every case on the one and the other."""
    t, r = v.theme, v.reader
    told = aired(v.a, axle)
    if told is None:
        words = v.a.helper_lacks[axle] or "A pressure at the target turns the helper on; its area alone gives none."
        sheet.text("helper waits words", words, area.topLeft(), size=14, role="brick" if v.a.helper_lacks[axle] else "ink2",
                   width=area.width())  # fmt: skip
        return
    steel = on_steel(v.job, axle)
    columns = (0.20, 0.42, 0.62, 0.82)
    xs = [area.left() + share * area.width() for share in columns]
    for x, words in zip(xs, ("with air", "steel alone", "left bag", "right bag"), strict=True):
        sheet.text(f"helper {words} word", words, QPointF(x, area.top()), size=13.5, weight=600)
    said = (f"hub to arch {r.preset.height.sign}, Hz", "", f"{r.preset.pressure.sign}, {r.preset.mass.sign}", "")
    for x, words, n in zip(xs, said, range(4), strict=True):
        if words:
            sheet.text(f"helper unit {n} word", words, QPointF(x, area.top() + t.px(18)), size=12, role="ink2")
    for case in range(v.a.cases):
        y, here = area.top() + t.px(42) + case * t.px(23), case == v.case
        weight = 600 if here else 400
        sheet.text(f"helper case {case} word", v.job.cases[case].name, QPointF(area.left(), y), size=13, weight=weight)
        for n, a in enumerate((v.a, steel)):
            shown = Shown("mean height", axle, case=case) if n == 0 else None
            key = f"helper height {case}" if n == 0 else f"helper steel {case} word"
            sheet.text(key, _stand(v, a, axle, case), QPointF(xs[n], y), size=13, weight=weight, shown=shown)
        for side in (0, 1):
            gauge = number(float(told.gauge_pa[side, case]), Quantity.PRESSURE, r.preset)
            carries = number(float(told.carries_kg[side, case]), Quantity.MASS, r.preset)
            inside = bool(told.within[side, case])
            beyond, role = ("", "ink") if inside else (" !", "brick")
            sheet.text(f"helper bag {side} {case}", f"{gauge}{beyond}", QPointF(xs[2 + side], y), size=13, weight=weight,
                       role=role, shown=Shown("bag pressure", axle, side, case))  # fmt: skip
            at = QPointF(xs[2 + side] + t.px(48), y)
            sheet.text(f"helper load {side} {case}", carries, at, size=13, weight=weight, role="ink2",
                       shown=Shown("bag load", axle, side, case))  # fmt: skip
    y = area.top() + t.px(52) + v.a.cases * t.px(23)
    rates = [r.rate(a.orders[axle].order.rate_n_per_m[0]) for a in (v.a, steel)]
    lines = (
        f"spring beside the bag {rates[0]}, on steel alone {rates[1]}",
        f"light to full: {_range(v, v.a, axle)} with air, {_range(v, steel, axle)} on steel",
        *FITS,
    )
    for n, words in enumerate(lines):
        box = sheet.text(f"helper said {n} word", words, QPointF(area.left(), y), size=13, role="ink" if n < 2 else "ink2",
                         width=area.width())  # fmt: skip
        y = box.bottom() + t.px(4)


def _stand(v: View, a: Assessment, axle: int, case: int) -> str:
    s = a.proposed
    if not s.stands[case]:
        return "falls over"
    return f"{v.reader.height(float(s.hub_to_arch_m[axle, :, case].mean()))}   {float(s.frequency_hz[axle, :, case].mean()):.2f}"


def _range(v: View, a: Assessment, axle: int) -> str:
    """How far the axle drops from its lightest load to its heaviest."""
    s = a.proposed
    loads = [c for c in range(a.cases) if s.stands[c] and a.job.cases[c].kind == "load"] or [v.case]
    heights = s.hub_to_arch_m[axle].mean(axis=0)[loads]
    return v.reader.height_unit(float(heights.max() - heights.min()))
