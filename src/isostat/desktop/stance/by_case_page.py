"""Stance by case: rake, lean, lamps, clearance, roof and roll-over of every case, and the named points that they are taken at."""

from __future__ import annotations

from dataclasses import dataclass
from functools import partial

from PyQt6.QtCore import QLineF, QPointF, QRectF, QSize
from PyQt6.QtGui import QPainter

from isostat.assess import workings
from isostat.assess.load.gravity import gravity_height_in, gravity_height_m, stability
from isostat.assess.stance.attitude import heights, highest, lamp, lamp_range, lowest, rake, ramps
from isostat.assess.stance.level_by_spacer import leans
from isostat.assess.workings import Explain, Shown
from isostat.assess.workings.attitude import RAMPS
from isostat.desktop.pieces.elevation import Elevation, body_shift, draw_body, draw_wheels, fit
from isostat.desktop.pieces.entry import entry
from isostat.desktop.pieces.ink import case_sign, dimension, ground, hatch
from isostat.desktop.pieces.line import Line
from isostat.desktop.pieces.plain import set_tip
from isostat.desktop.pieces.sheet import MIDDLE, RIGHT, Sheet
from isostat.desktop.pieces.spread import spread
from isostat.desktop.pieces.table import Table
from isostat.desktop.theme import pen
from isostat.desktop.view import FOUND, View
from isostat.job.edits import rows as row_edits
from isostat.job.edits.paths import JOB, path_to
from isostat.job.schema import Job
from isostat.language import decimal, later, tr
from isostat.units.format import number
from isostat.units.unit import Quantity
from isostat.wording.reader import ABOUT

ROW, POINT_ROW = 21, 25  # px
KINDS = {"mark": later("rake mark"), "under": later("underside"), "axle": later("on the axle"), "roof": later("roof")}
LAMP_SCALE = 0.32  # m of drop that the scale shows


@dataclass(frozen=True, slots=True)
class _Line:
    """A row of the table: words, unit, what it was, what it is in each case; each with the number behind it."""

    words: str
    unit: str
    was: str
    now: list[tuple[str, Shown | None]]
    bad: tuple[int, ...] = ()  # cases in which it is out of its range


@dataclass(frozen=True, slots=True)
class ByCase:
    """What is drawn: glyphs at the heads, the elevation, the lamp scale with its dots."""

    glyphs: list[tuple[int, QPointF]]
    elevation: Elevation
    scale: QRectF | None
    dots: list[tuple[int, float, float]]  # case, y of the drop, y of its label


def _nose(r_height: str, m: float) -> str:
    if r_height == "0":
        return r_height
    return tr("{m} down", m=r_height) if m > 0 else tr("{m} up", m=r_height)


def _lines(v: View) -> list[_Line]:
    a, r, cases, sign = v.a, v.reader, range(v.a.cases), v.reader.preset.height.sign
    tilt = rake(a)
    out = []

    def line(words: str, unit: str, was: str, what: Explain, texts: list[str], axle: int = 0, bad: tuple[int, ...] = ()) -> None:
        shown = [Shown(what, axle, case=c) for c in cases]
        out.append(_Line(words, unit, was, [(v.number(s, text), s) for s, text in zip(shown, texts, strict=True)], bad))

    line(tr("rake (nose), {front} to {rear}", front=tilt.front, rear=tilt.rear), sign,
         _nose(r.height(abs(tilt.was_m)), tilt.was_m), workings.attitude.rake_now,
         [_nose(r.height(abs(float(m))), float(m)) for m in tilt.now_m])  # fmt: skip
    found = float((a.baseline_m[:, 0] - a.baseline_m[:, 1]).mean())
    line(tr("lean, low side"), sign, r.low_side(found), workings.attitude.lean, [r.low_side(float(m)) for m in leans(a)])
    lamps = lamp(a)
    if lamps is not None:
        line(
            tr("headlamp height"),
            sign,
            r.height(lamps.was_m.value),
            workings.attitude.lamp_height,
            [r.height(float(m)) for m in lamps.height_m],
        )
        bad = tuple(c for c in cases if not _within(float(lamps.drop_m[c]), lamp_range(float(lamps.height_m[c]))))
        about = "≈ " if lamps.drop_was_m.assumed else ""
        line(tr("cut-off below lamp, at 10 m"), sign, about + _below(v, lamps.drop_was_m.value), workings.attitude.lamp_drop,
             [_below(v, float(m)) for m in lamps.drop_m], bad=bad)  # fmt: skip
    for height in (lowest(a), highest(a)):
        if height is not None:
            n = a.job.vehicle.body_points.index(height.point)
            line(
                tr("{point}, height above ground", point=height.point.name),
                sign,
                r.height(height.was_m),
                workings.attitude.point_height,
                [r.height(float(m)) for m in height.now_m],
                axle=n,
            )
    was = ramps(a, None)
    for n, name in enumerate(RAMPS):
        angle = was[n]
        if angle is not None:
            now = [ramps(a, c)[n] or 0.0 for c in cases]
            texts = [number(x, Quantity.ANGLE, r.preset) for x in (angle, *now)]
            line(tr(name), "°", texts[0], workings.attitude.ramp, texts[1:], axle=n)
    base = gravity_height_m(a)
    first = (ABOUT if base.assumed else "") + decimal(stability(a, base.value), 2)
    now_g = [stability(a, gravity_height_in(a, c).value) for c in cases]
    line(tr("rollover threshold, rigid"), "g", first, workings.attitude.tips_at, [decimal(g, 2) for g in now_g])
    return out


def _within(value: float, ends: tuple[float, float]) -> bool:
    return ends[0] <= value <= ends[1]


def _below(v: View, m: float) -> str:
    text = v.reader.height(abs(m))
    return text if m >= 0 or text == "0" else tr("{m} above", m=text)


def lay_by_case(sheet: Sheet, v: View, area: QRectF) -> ByCase:
    """Places the page in an area of the sheet."""
    t = v.theme
    lines = _lines(v)
    table = area.bottom() - t.px(30 + ROW * len(lines))
    top = QRectF(area.left(), area.top(), area.width(), table - area.top() - t.px(10))
    wide = top.width() * 0.46
    _lay_points(sheet, v, QRectF(top.left() + wide + t.px(12), top.top(), top.width() - wide - t.px(12), top.height()))
    elevation = fit(v, QRectF(top.left(), top.top() + t.px(14), wide, top.height() - t.px(28)))
    scale_wide = t.px(150) if lamp(v.a) is not None else 0.0
    glyphs = _lay_table(sheet, v, QRectF(area.left(), table, area.width() - scale_wide, area.bottom() - table), lines)
    scale = QRectF(area.right() - t.px(112), table + t.px(24), t.px(10), area.bottom() - table - t.px(34)) if scale_wide else None
    dots = _lay_scale(sheet, v, scale) if scale is not None else []
    return ByCase(glyphs, elevation, scale, dots)


def _lay_table(sheet: Sheet, v: View, area: QRectF, lines: list[_Line]) -> list[tuple[int, QPointF]]:
    """Rows of numbers, a column a case; the found state first. Returns where each case's glyph stands."""
    t, cases = v.theme, [FOUND, *range(v.a.cases)]
    words = max(t.px(196), *(sheet.text_width(f"{n.words}  {n.unit}", 13) for n in lines)) + t.px(8)
    words = min(words, area.width() * 0.42)
    pitch = (area.width() - words) / len(cases)
    glyphs = []
    for k, case in enumerate(cases):
        middle = area.left() + words + pitch * (k + 0.5)
        glyphs.append((case, QPointF(middle, area.top() + t.px(12))))
    for n, line in enumerate(lines):
        y = area.top() + t.px(26 + ROW * n)
        sheet.text(f"word line {n}", line.words, QPointF(area.left(), y + 1), size=13, role="ink2", unit=line.unit)
        for k, case in enumerate(cases):
            at = QPointF(area.left() + words + pitch * (k + 0.5), y)
            if case == FOUND:
                sheet.text(f"word was {n}", line.was, at, size=13, role="ink2", anchor=MIDDLE)
                continue
            text, shown = line.now[case]
            here, bad = case == v.case, case in line.bad
            role, weight = "watch" if bad else "ink", 600 if here or bad else 400
            text = f"{text} !" if bad else text
            sheet.text(f"line {n} {case}", text, at, size=14 if here else 13, weight=weight, role=role, anchor=MIDDLE, shown=shown)
    return glyphs


def _lay_points(sheet: Sheet, v: View, area: QRectF) -> None:
    """The named points: name, kind, behind the front hub, above the ground as weighed; and between which the rake is taken."""
    t, points, unit = v.theme, v.job.vehicle.body_points, v.reader.preset.height.sign
    names = [tr("usual points"), *(p.name for p in points)]
    x, y = area.left(), area.top()
    line = Line(sheet, v, QPointF(x, y), size=13, drop=4)
    for end, words, chosen in (
        ("rake_front", tr("rake from"), v.job.vehicle.rake_front),
        ("rake_rear", tr("to"), v.job.vehicle.rake_rear),
    ):
        line.words(f"{end} word", words, role="ink2")
        line.choice(end, names, names.index(chosen) if chosen in names else 0, partial(_choose_end, sheet, end),
                    label=tr("front point of the rake") if end == "rake_front" else tr("rear point of the rake"),
                    wide=118)  # fmt: skip
    top = y + t.px(30)
    columns = (("name", tr("point"), 0), ("kind", tr("use as"), 118), ("behind", tr("behind hub"), 232),
               ("above", tr("above ground"), 306),
               ("drop", "", 382))  # fmt: skip
    size, stops = QSize(round(t.px(66)), round(t.px(POINT_ROW - 3))), tuple(t.px(left) for _, _, left in columns)
    table = Table(sheet, x, top, x, 0, t.px(POINT_ROW), size, head=18 / POINT_ROW, stops=stops)
    room = max(int((area.bottom() - top - t.px(18 + 28)) / t.px(POINT_ROW)), 1)
    for k, (key, words, _) in enumerate(columns[:4]):
        table.title(f"point {key} word", k, words)
    for n, point in enumerate(points[:room]):
        path, kinds = path_to(JOB.vehicle.body_points[n]), list(KINDS)
        sheet.words(f"point name {n}", (*path, "name"), *table.cell(n, 0, t.px(112)), label=tr("name of point {n}", n=n + 1),
                    put=partial(_rename, n))  # fmt: skip
        sheet.choice(f"point kind {n}", [tr(kind) for kind in KINDS.values()], kinds.index(point.kind), table.area(n, 1, t.px(114)),
                     label=tr("what {point} is used as", point=point.name), chosen=partial(_choose_kind, sheet, n))  # fmt: skip
        for k, field, words in (
            (2, "behind_front_m", tr("behind front hub")),
            (3, "above_ground_m", tr("above ground, as weighed")),
        ):
            entry(sheet, v, f"point {columns[k][0]} {n}", (*path, field), table.cell(n, k), label=f"{point.name}, {words}",
                  quantity=Quantity.HEIGHT)  # fmt: skip
        drop = sheet.button(f"drop point {n}", "×", table.cell(n, 4)[0], partial(_drop, sheet, n), width=round(t.px(24)))
        drop.setAccessibleName(tr("remove {name}", name=point.name))
        set_tip(drop, drop.accessibleName())
        drop.resize(drop.width(), size.height())
    foot = top + t.px(20 + POINT_ROW * min(len(points), room))
    ways = {tr(words): partial(_add, sheet, kind) for kind, words in KINDS.items()}
    sheet.menu("add point", tr("Add point"), QPointF(x, foot), ways, width=round(t.px(96)))
    line = Line(sheet, v, QPointF(x + t.px(101), foot + 1), size=13)
    for key, field, words in (("door", "door_m", tr("door opening")), ("drop", "headlamp_drop_m", tr("cut-off drop"))):
        line.words(f"{key} word", words, role="ink2", unit=unit)
        line.reading(f"{key} field", (*path_to(JOB.vehicle), field), label=words, quantity=Quantity.HEIGHT, wide=56)


def _lay_scale(sheet: Sheet, v: View, area: QRectF) -> list[tuple[int, float, float]]:
    """The cut-off's drop of every case on one scale, to be drawn; labels beside it."""
    lamps = lamp(v.a)
    assert lamps is not None
    t, drops = v.theme, {FOUND: lamps.drop_was_m.value, **{c: float(m) for c, m in enumerate(lamps.drop_m)}}
    sheet.text("scale word", tr("cut-off at 10 m"), QPointF(area.left() - t.px(30), area.top() - t.px(24)), size=12.5, role="ink2")
    order = sorted(drops, key=lambda c: drops[c])
    points = [area.top() + min(max(drops[c] / LAMP_SCALE, -0.02), 1.02) * area.height() for c in order]
    places = spread(points, t.px(16), area.top() - 2, area.bottom() + 6)
    for case, place in zip(order, places, strict=True):
        words = v.case_word(case)
        room = sheet.width() - area.right() - t.px(44)
        while sheet.text_width(words, 12.5) > room and len(words) > 4:
            words = words[:-1].rstrip()
        at = QPointF(area.right() + t.px(28), place - t.px(9))
        sheet.text(f"scale word {case}", words, at, size=12.5, weight=600 if case == v.case else 400, role="ink")
    for m in (0.0, 0.1, 0.2, 0.3):
        y = area.top() + m / LAMP_SCALE * area.height()
        tick = QPointF(area.left() - t.px(10), y - t.px(9))
        sheet.text(f"scale word tick {m:g}", v.reader.height(m), tick, size=12.5, role="ink2", anchor=RIGHT)
    return [(case, y, place) for case, y, place in zip(order, points, places, strict=True)]


# -- hands
def _choose_end(sheet: Sheet, end: str, n: int) -> None:
    assert sheet.view is not None
    points = sheet.view.job.vehicle.body_points
    sheet.put((*path_to(JOB.vehicle), end), points[n - 1].name if n else "", tr("rake points"))


def _choose_kind(sheet: Sheet, n: int, k: int) -> None:
    sheet.put(path_to(JOB.vehicle.body_points[n].kind), list(KINDS)[k], tr("use of a point"))


def _rename(n: int, job: Job, words: str) -> Job:
    return row_edits.rename_body_point(job, n, words)


def _add(sheet: Sheet, kind: str) -> None:
    sheet.edited.emit(lambda job: row_edits.add_body_point(job, kind), tr("add body point"), -1)


def _drop(sheet: Sheet, n: int) -> None:
    sheet.edited.emit(lambda job: row_edits.remove_body_point(job, n), tr("remove body point"), -1)


# -- strokes
def draw_by_case(p: QPainter, v: View, page: ByCase) -> None:
    """The elevation with its named points, the glyphs of the table and the scale of the cut-off."""
    t, e, s = v.theme, page.elevation, v.a.proposed
    left, right = (e.at(x, 0).x() for x in (-v.job.vehicle.front_overhang_m.value - 0.1, -v.a.axles[-1].x_m + 1.6))
    ground(p, t, left, right, e.ground)
    draw_body(p, v, e, None, v.weighed, ghost="before")
    draw_body(p, v, e, s, v.case)
    draw_wheels(p, v, e, s, v.case)
    p.setPen(pen(t, "accent", 1.2))
    p.setBrush(t.colour("sheet"))
    for height in heights(v.a):
        at = e.at(height.point.behind_front_m.value, float(height.now_m[v.case]))
        if height.point.kind in ("under", "axle"):
            dimension(p, t, at, QPointF(at.x(), e.ground), "accent")
            p.setBrush(t.colour("sheet"))
        p.setPen(pen(t, "accent", 1.6))
        p.drawEllipse(at, 4, 4)
    door = v.job.vehicle.door_m
    if door is not None:
        y = e.at(0, door.value).y()
        p.setPen(pen(t, "ink2", 1.0, "target"))
        p.drawLine(QLineF(left, y, right, y))
    _draw_beam(p, v, e)
    for case, at in page.glyphs:
        case_sign(p, v, case, at, 5)
    if page.scale is not None:
        _draw_scale(p, v, page.scale, page.dots)


def _draw_beam(p: QPainter, v: View, e: Elevation) -> None:
    """The lamp and the way its cut-off falls, to scale."""
    lamps = lamp(v.a)
    if lamps is None:
        return
    x, z = -v.job.vehicle.front_overhang_m.value, v.job.vehicle.headlamp_m
    assert z is not None
    lamp_at = e.at(x, z.value + body_shift(v.a.proposed, v.case, x))
    p.setPen(pen(v.theme, "accent", 1.2))
    out = 0.6
    p.drawLine(QLineF(lamp_at, lamp_at + QPointF(-out * e.per_m, float(lamps.drop_m[v.case]) / 10 * out * e.per_m)))
    p.drawEllipse(lamp_at, 3, 3)


def _draw_scale(p: QPainter, v: View, area: QRectF, dots: list[tuple[int, float, float]]) -> None:
    """The range that lamps of this height are given, hatched; a glyph a case, joined to its words."""
    t, lamps = v.theme, lamp(v.a)
    assert lamps is not None
    low, high = lamp_range(float(lamps.height_m[v.case]))
    top, foot = (area.top() + m / LAMP_SCALE * area.height() for m in (low, high))
    hatch(p, QRectF(area.left(), top, area.width(), foot - top), t.colour("accent"), 5)
    p.setPen(pen(t, "ink", 1.0))
    p.drawLine(QLineF(area.center().x(), area.top(), area.center().x(), area.bottom()))
    for m in (0.0, 0.1, 0.2, 0.3):
        y = area.top() + m / LAMP_SCALE * area.height()
        p.drawLine(QLineF(area.left() - 4, y, area.left(), y))
    for case, y, place in sorted(dots, key=lambda dot: dot[0] == v.case):
        p.setPen(pen(t, "ink3", 0.8))
        p.drawLine(QLineF(area.center().x() + 6, y, area.right() + t.px(24), place))
        case_sign(p, v, case, QPointF(area.center().x(), y), 5 if case == v.case else 4)
