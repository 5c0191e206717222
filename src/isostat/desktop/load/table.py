"""Load's table: every item with its mass and place, how much of it is on board in each case; and the picked item in full."""

from __future__ import annotations

import math
from dataclasses import dataclass, replace
from functools import partial

from PyQt6.QtCore import QLineF, QPointF, QRect, QRectF, QSize
from PyQt6.QtGui import QPainter

from isostat.core.working import Figure, Origin
from isostat.desktop.pieces.fields import Put
from isostat.desktop.pieces.fill import Fill
from isostat.desktop.pieces.ink import case_glyph, case_sign
from isostat.desktop.pieces.line import Line
from isostat.desktop.pieces.sheet import RIGHT, Sheet
from isostat.desktop.pieces.table import Table
from isostat.desktop.theme import pen
from isostat.desktop.view import View
from isostat.job.edits import items as item_edits
from isostat.job.edits import paths as edits
from isostat.job.edits.paths import JOB, path_to
from isostat.job.places import FRONT_HUB, Datum
from isostat.job.schema import Item, Job
from isostat.language import later, tr
from isostat.units.unit import Quantity
from isostat.wording.aboard import aboard_words

ROW, HEAD, FOOT = 21, 27, 68  # px of a row, of the head, and of what stands below the rows
ABOARD = 20  # px of the line that says what was on board when weighed
KINDS = {"thing": later("item"), "tank": later("tank"), "wheels": later("on the wheels"), "hitch": later("on the tow ball")}
STAYS = (later("carried load"), later("permanent"))
TANK_STEPS = 20
COLUMNS = ("mass", "behind", "left")


@dataclass(frozen=True, slots=True)
class Signs:
    """The signs to be drawn: each case at the head of its column, how each item comes and goes."""

    cases: list[tuple[int, QPointF]]
    items: list[tuple[str, QPointF]]


def foot_of(v: View) -> int:
    """What stands below the rows, px; with *As weighed* chosen a line more, what was on the scales."""
    return FOOT + (ABOARD if v.case == v.weighed else 0)


def rows_in(v: View, area: QRectF) -> int:
    """How many items have room."""
    return max(int((area.height() - v.theme.px(HEAD + foot_of(v))) / v.theme.px(ROW)), 1)


def lay_table(sheet: Sheet, v: View, area: QRectF, picked: int, first: int, datum: Datum) -> Signs:
    """Places the table from its `first` item on."""
    t, top, preset = v.theme, area.top() + v.theme.px(8), v.reader.preset
    share, sign, gap = t.px(40), t.px(17), t.px(3)
    cases = range(len(v.job.cases))
    start = area.right() - share * len(cases)
    more = 14 if preset.height.fractional else 0
    wide = [t.px(48), t.px(50 + more), t.px(46 + more)]
    left = start - t.px(6) - sum(wide) - 3 * gap
    stops = (0.0, wide[0] + gap, wide[0] + wide[1] + 2 * gap)
    size, name_wide = QSize(0, round(t.px(ROW - 1))), left - area.left() - sign - t.px(4)
    table = Table(sheet, area.left(), top, left, 0, t.px(ROW), size, head=(ROW - 2) / ROW, stops=stops)
    names = replace(table, first=area.left(), size=QSize(round(name_wide), size.height()))
    shares = replace(table, first=start + 2, wide=share, size=QSize(round(share - 3), size.height()), stops=())
    head = sheet.caps("item head", tr("Item"), QPointF(area.left(), top))
    sheet.text(
        "item units",
        tr("lengths in {unit}", unit=preset.height.sign),
        QPointF(head.right() + t.px(8), top - 2),
        size=12.5,
        role="ink2",
    )
    for k, words in enumerate((preset.mass.sign, tr("behind") if datum.way > 0 else tr("ahead"), tr("left"))):
        at = QPointF(table.column(k) + wide[k], top - 2)
        sheet.text(f"{COLUMNS[k]} head", words, at, size=12.5, role="ink2", anchor=RIGHT)
    signs = []
    for n in range(first, min(first + rows_in(v, area), len(v.job.items))):
        item, row = v.job.items[n], n - first
        role, weight = ("accent", 600) if n == picked else ("ink", 400)
        sheet.words(f"name {n}", path_to(JOB.items[n].name), *names.cell(row, 0), label=tr("name of item {n}", n=n + 1),
                    role=role, weight=weight, put=partial(_rename, n))  # fmt: skip
        middle = QPointF(area.left() + name_wide + sign / 2 + 1, table.row(row) + size.height() / 2)
        signs.append((how_it_comes(v.job, item), middle))
        _lay_numbers(sheet, v, n, [table.cell(row, k, wide[k]) for k in range(3)], datum)
        for case in cases:
            kg = float(v.a.loading.items_kg[case, n])
            sheet.field(f"share {n} {case}", (), *shares.cell(row, case),
                        label=tr("{item} in {case}", item=item.name, case=v.job.cases[case].name),
                        quantity=Quantity.MASS, value=kg or None, empty="–", figure=13,
                        put=partial(put_share, v.job.cases[case].name, item.name))  # fmt: skip
    return Signs([(case, QPointF(start + share * (case + 0.5), top + t.px(7))) for case in cases], signs)


def _lay_numbers(sheet: Sheet, v: View, n: int, cells: list[tuple[QPointF, QSize]], datum: Datum) -> None:
    """Mass of one, place along from the datum and place across of an item."""
    item, vehicle = v.job.items[n], v.job.vehicle
    along = datum.from_here(vehicle, item.behind_front_m.value)
    words = tr("behind the {line}", line=tr(datum.words)) if datum.way > 0 else tr("ahead of the {line}", line=tr(datum.words))
    put = None if datum is FRONT_HUB else partial(_put_along, n, datum)
    rows: tuple[tuple[str, Quantity, str, float | None, Put | None], ...] = (
        ("mass_kg", Quantity.MASS, tr("mass") if item.count == 1 else tr("mass of one"), item.mass_kg.value, None),
        ("behind_front_m", Quantity.HEIGHT, words, along, put),
        ("left_m", Quantity.HEIGHT, tr("left of centre"), item.left_m.value, None),
    )
    for k, (field, quantity, label, value, edit) in enumerate(rows):
        path = (*path_to(JOB.items[n]), field) if edit is None else ()
        sheet.field(f"{COLUMNS[k]} {n}", path, *cells[k], figure=13, label=f"{item.name}, {label}", quantity=quantity, value=value,
                    put=edit, assumed=getattr(item, field).assumed)  # fmt: skip


def lay_aboard(sheet: Sheet, v: View, at: QPointF, width: float) -> None:
    """What was on board when weighed: an item added while *As weighed* shows was, until its number there is emptied."""
    words = aboard_words(v.job)
    named = words.split(", ")
    while sheet.text_width(words, 12.5) > width and len(named) > 1:
        named.pop()
        words = ", ".join([*named, "…"])
    sheet.text("aboard", words, at, size=12.5, role="ink2")


def lay_picked(sheet: Sheet, v: View, at: QPointF, right: float, n: int) -> None:
    """The picked item in full: what it is, whether it stays, how many, how high, and how much of it this case carries."""
    item = v.job.items[n]
    kinds, path, name = list(KINDS), path_to(JOB.items[n]), item.name
    what, stays = tr("type of {item}", item=name), tr("{item}: carried load or permanent", item=name)
    line = Line(sheet, v, at, drop=4)
    line.choice("item kind", [tr(kind) for kind in KINDS.values()], kinds.index(item.kind),
                lambda k: sheet.put((*path, "kind"), kinds[k], what), label=what, wide=104)  # fmt: skip
    line.choice("item stays", [tr(way) for way in STAYS], int(item.stays),
                lambda k: sheet.put((*path, "stays"), bool(k), stays), label=stays,
                wide=118)  # fmt: skip
    line.words("item count word", "×", role="ink2").gap(-3)
    line.field("item count", (), Figure(item.count, Origin.TYPED), label=tr("number of {item}", item=name),
               quantity=Quantity.RATIO, wide=34,
               whole=True, put=partial(_put_count, n)).gap(2)  # fmt: skip
    line.words("item up word", tr("CG height"), unit=v.reader.preset.height.sign, role="ink2").gap(-3)
    line.reading(
        "item up",
        (*path, "above_ground_m"),
        label=tr("CG height of {item} above ground", item=name),
        quantity=Quantity.HEIGHT,
        wide=50,
    ).gap(2)
    kg, steps = float(v.a.loading.items_kg[v.case, n]), item.count if item.count > 1 else (TANK_STEPS if item.kind == "tank" else 1)
    amounts = {"now": v.reader.mass(kg), "whole": v.reader.mass(item.whole_kg)}
    said = tr("{item}: {now} of {whole} on board, {case}", item=name, case=v.reader.case(v.case), **amounts)
    made = sheet.child("fill", Fill, lambda fill: fill.filled.connect(partial(_fill, sheet)))
    made.place(v.theme, said, (v.case, n), steps, item_edits.share_in(v.job, v.job.cases[v.case], item))
    made.setGeometry(QRect(round(line.x), round(at.y()), max(round(right - line.x), 40), round(v.theme.px(24))))


def _fill(sheet: Sheet, at: tuple[int, int], share: float, gesture: int) -> None:
    """More or less of an item in a case, by hand."""
    assert sheet.view is not None
    case, item = sheet.view.job.cases[at[0]].name, sheet.view.job.items[at[1]].name
    sheet.edited.emit(
        lambda job: item_edits.set_share(job, case, item, share), tr("{item} in {case}", item=item, case=case), gesture
    )


def how_it_comes(job: Job, item: Item) -> str:
    """`stays`, `goes` (comes and goes), or `off`: on the scales then, in no load since."""
    if item.weighed_share.value > 0 and not any(item_edits.share_in(job, c, item) for c in job.cases if c.kind == "load"):
        return "off"
    return "stays" if item.stays else "goes"


def draw_signs(p: QPainter, v: View, signs: Signs) -> None:
    """The cases' glyphs, and beside every item a square, two arrows or a cross."""
    t = v.theme
    for case, at in signs.cases:
        case_sign(p, v, case, at, 5)
    for sign, at in signs.items:
        p.setPen(pen(t, "ink2", 1.2))
        if sign == "stays":
            p.fillRect(QRectF(at.x() - 4, at.y() - 4, 8, 8), t.colour("ink2"))
        elif sign == "off":
            case_glyph(p, "before", at, 4, t.colour("ink2"), t.colour("sheet"))
        else:
            for way in (-1, 1):
                tip = at + QPointF(way * 5.5, way * 2.5)
                p.drawLine(QLineF(at + QPointF(-way * 5.5, way * 2.5), tip))
                p.drawLine(QLineF(tip, tip + QPointF(-way * 3.5, way * 3)))


def put_share(case: str, name: str, job: Job, kg: float | None, typed: str) -> Job:
    """The job with so much of an item on board in a case; nothing typed is nothing on board."""
    whole = next(item.whole_kg for item in job.items if item.name == name)
    share = (kg / whole if whole else math.inf) if kg else 0.0
    share = 1.0 if 1.0 < share <= 1.0 + 1e-9 else share
    return item_edits.set_share(job, case, name, share)


def _put_along(n: int, datum: Datum, job: Job, si: float | None, typed: str) -> Job:
    if si is None:
        return job
    behind = datum.to_front_hub(job.vehicle, si)
    return edits.put_number(
        job, path_to(JOB.items[n].behind_front_m), behind, tr("{m} from the {datum}", m=typed, datum=tr(datum.words))
    )


def _put_count(n: int, job: Job, si: float | None, typed: str) -> Job:
    return edits.put(
        job, path_to(JOB.items[n].count), 1 if si is None else edits.whole_number(later("Number of pieces"), si, typed, 1, 999)
    )


def _rename(index: int, job: Job, words: str) -> Job:
    return item_edits.rename_item(job, index, words)
