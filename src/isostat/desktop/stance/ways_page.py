"""Stance's ways: for each axle what every way to lift would take and give on the old springs, beside the new ones."""

from __future__ import annotations

from functools import partial

from PyQt6.QtCore import QPointF, QRectF

from isostat.assess import workings
from isostat.assess.stance.ways_to_lift import FIELDS, Way, ways
from isostat.assess.workings import Shown
from isostat.core.working import Figure, Origin
from isostat.desktop.pieces.line import Line
from isostat.desktop.pieces.sheet import RIGHT, Sheet
from isostat.desktop.view import View
from isostat.job.edits.paths import JOB, path_to
from isostat.job.springs import parts
from isostat.language import decimal, later, tr
from isostat.units.unit import Quantity

TITLES = {
    "spring": later("new springs, as ordered"),
    "spacer": later("spring spacer"),
    "collar": later("collar, turns"),
    "block": later("block at the axle"),
    "shackle": later("longer shackle"),
    "pressure": later("helper air bags"),
    "index": later("re-indexed bar, steps"),
    "helper": later("the proposal's helper bags"),
}
AMOUNTS = {
    "spacer": Quantity.COIL,
    "collar": Quantity.RATIO,
    "block": Quantity.COIL,
    "shackle": Quantity.COIL,
    "pressure": Quantity.PRESSURE,
    "index": Quantity.RATIO,
}
NUMBERS = {"lift": workings.ways.lift, "droop": workings.ways.droop, "bump": workings.ways.bump, "range": workings.ways.span}
WHOLE = ("spring", "helper")  # taken as proposed, with no amount of their own
COUNTED = ("collar", "index")  # their titles say in what
OWN = {  # numbers of its own that a way needs
    "collar": (("thread_m", later("thread pitch"), Quantity.COIL),),
    "pressure": (("bag_across_m", later("diameter"), Quantity.COIL), ("bag_min_pa", later("min"), Quantity.PRESSURE),
                 ("bag_max_pa", later("max"), Quantity.PRESSURE)),
    "index": (("teeth_inner", later("inner splines"), Quantity.RATIO), ("teeth_outer", later("outer"), Quantity.RATIO)),
}  # fmt: skip
COLUMNS = (("amount", 0.185), ("lifts", 0.405), ("droop", 0.49), ("bump", 0.55), ("light", 0.625), ("own", 0.635))
CAUTION = later(
    "Coil or bar out: use the right compressor and keep clear. Block: never on a steered axle, never two, new U-bolts. "
    "Air: stay within minimum and maximum pressure. Lift does not raise any rating."
)


def lay_ways(sheet: Sheet, v: View, area: QRectF) -> None:
    """Places a table an axle in an area of the sheet."""
    t, every = v.theme, ways(v.a)
    case = v.reader.case(v.a.target_case)
    if not every:
        sheet.text(
            "ways empty words", tr("The vehicle would tip when {case}: see the findings.", case=case), area.topLeft(), size=14
        )
        return
    caution = sheet.theme_lines(tr(CAUTION), area.width(), 13)
    rows = len(every) + len(v.a.axles) * 2
    pitch = min((area.height() - t.px(18 * len(caution) + 10)) / rows, t.px(28))
    y = area.top()
    for axle in range(len(v.a.axles)):
        own = [w for w in every if w.axle == axle]
        _lay_head(sheet, v, own[0], QPointF(area.left(), y), area.width())
        y += pitch
        for way in own:
            _lay_way(sheet, v, way, QRectF(area.left(), y, area.width(), pitch))
            y += pitch
        y += pitch
    for n, words in enumerate(caution):
        at = QPointF(area.left(), area.bottom() - t.px(18) * (len(caution) - n))
        sheet.text(f"ways caution words {n}", words, at, size=13, role="ink2")


def _lay_head(sheet: Sheet, v: View, way: Way, at: QPointF, width: float) -> None:
    """What is asked of the axle, and the heads of the columns."""
    t, r, axle = v.theme, v.reader, way.axle
    wanted = float(v.a.target_m[axle].mean())
    name = sheet.caps(f"ways name {axle}", v.job.vehicle.axles[axle].name, at + QPointF(0, 2))
    was, now = r.height(wanted - way.asked_m), r.height_unit(wanted)
    words = tr("{was} → {now}, droop {droop} before", was=was, now=now, droop=r.left(way.droop_was_m))
    box = sheet.text(f"ways asked words {axle}", words, QPointF(name.right() + t.px(8), at.y() - 1), size=13, weight=600)
    heads = {"lifts": tr("lift"), "droop": tr("droop"), "bump": tr("bump"), "light": tr("light to full")}
    for key, share in COLUMNS:
        x = at.x() + share * width
        if key in heads and x - sheet.text_width(heads[key], 12.5) > box.right() + 4:
            sheet.text(f"ways {key} word {axle}", heads[key], QPointF(x, at.y()), size=12.5, role="ink2", anchor=RIGHT)


def _lay_way(sheet: Sheet, v: View, way: Way, area: QRectF) -> None:
    """One way: its amount, what it gives of what is asked, what droop and bump are left, how far it drops when laden."""
    t, r, y, key = v.theme, v.reader, area.top(), f"{way.name} {way.axle}"
    x = {name: area.left() + share * area.width() for name, share in COLUMNS}
    sheet.text(
        f"way word {key}", tr(TITLES[way.name]), QPointF(area.left(), y + 2), size=13, weight=600 if way.name == "spring" else 400
    )
    high = round(min(area.height() - 3, t.px(24)))
    path = path_to(JOB.proposal.axles[way.axle].ways)
    if way.name not in WHOLE:
        quantity = AMOUNTS[way.name]
        sign = "" if way.name in COUNTED else r.preset.unit(quantity).sign
        line = Line(sheet, v, QPointF(x["amount"], y), high=high / t.scale, drop=2)
        amount = None
        if way.amount is not None:
            amount = Figure(way.amount, Origin.ASSUMED if way.assumed and not way.typed else Origin.TYPED)
        line.field(f"way {key}", (*path, FIELDS[way.name]), amount, label=f"{tr(TITLES[way.name])}, {r.corner(way.axle, None)}",
                   quantity=quantity, wide=58)  # fmt: skip
        line.gap(-2).words(f"way unit {key}", sign, role="ink2")
    if way.name in WHOLE or way.amount is not None:
        shown = {name: Shown(number, way.axle, event=way.name) for name, number in NUMBERS.items()}
        short = way.asked_m - way.gives_m
        on = abs(short) <= v.job.target.band_m.value
        words = v.number(shown["lift"], _signless(r.height(abs(way.gives_m)), way.gives_m))
        words = tr("{m} of {asked}", m=words, asked=r.height(abs(way.asked_m)))
        sheet.text(f"way lifts {key}", words, QPointF(x["lifts"], y + 1), size=14, weight=600, anchor=RIGHT,
                   role="ink" if on else "watch", shown=shown["lift"])  # fmt: skip
        left = v.number(shown["droop"], r.left(way.droop_m))
        role = "fault" if way.droop_m <= 0.0 else "ink"
        sheet.text(f"way droop {key}", left, QPointF(x["droop"], y + 2), size=13, anchor=RIGHT, role=role, shown=shown["droop"])
        left = v.number(shown["bump"], r.left(way.bump_m))
        sheet.text(f"way bump {key}", left, QPointF(x["bump"], y + 2), size=13, anchor=RIGHT, shown=shown["bump"])
        span = v.number(shown["range"], r.height(abs(way.range_m)))
        sheet.text(f"way range {key}", span, QPointF(x["light"], y + 2), size=13, anchor=RIGHT, shown=shown["range"])
    _lay_own(sheet, v, way, QPointF(x["own"] + t.px(6), y), high)


def _lay_own(sheet: Sheet, v: View, way: Way, at: QPointF, high: int) -> None:
    """The numbers that a way needs to be known by; or what is to be said of it."""
    path, line = path_to(JOB.proposal.axles[way.axle].ways), Line(sheet, v, at, high=high / v.theme.scale, drop=2)
    if way.name not in OWN:
        line.words(f"way note {way.name} {way.axle}", _remark(v, way), role="ink2")
        return
    for field, words, quantity in OWN[way.name]:
        key, label = f"{field} {way.axle}", f"{tr(words)}, {tr(TITLES[way.name])}, {v.reader.corner(way.axle, None)}"
        sign = "" if quantity is Quantity.RATIO or field == "bag_min_pa" else v.reader.preset.unit(quantity).sign
        line.words(f"own word {key}", tr(words), role="ink2", unit=sign).gap(-2)
        if quantity is Quantity.RATIO:
            bar = path_to(JOB.as_found.axles[way.axle].torsion)
            count = getattr(v.job.as_found.axles[way.axle].torsion, field)
            line.field(key, (), Figure(count, Origin.TYPED) if count else None, label=label, quantity=quantity, wide=38, whole=True,
                       put=partial(parts.put_teeth, (*bar, field)))  # fmt: skip
        else:
            line.reading(key, (*path, field), label=label, quantity=quantity, wide=38)


def _remark(v: View, way: Way) -> str:
    """In a few words, how the amount becomes height at the wheel."""
    axle = v.a.axles[way.axle]
    match way.name:
        case "spring":
            return tr("the rate is chosen too")
        case "helper":
            return tr("on the old springs, as set at target")
        case "spacer":
            return tr("motion ratio {n}, same rate", n=decimal(axle.spring_ratio.value, 2))
        case "shackle" if way.shackle_m is not None:
            return tr("over twice the {m} shackle: will not fit", m=v.reader.coil(way.shackle_m))
        case "block":
            return tr("1 : 1, same rate")
        case _:
            return tr("lifts ≈ half, changes pinion angle")


def _signless(text: str, m: float) -> str:
    return text if m >= 0 or text == "0" else f"↓ {text}"
