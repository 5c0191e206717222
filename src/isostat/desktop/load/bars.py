"""Load's bars: what each axle, the vehicle, hitch, tyre and wheel carries against its rating; and the shares of the weight."""

from __future__ import annotations

from dataclasses import dataclass

from PyQt6.QtCore import QLineF, QPointF, QRectF
from PyQt6.QtGui import QPainter

from isostat.assess import workings
from isostat.assess.load.ratings import Rating, hitch_kg, ratings
from isostat.assess.workings import Shown
from isostat.assess.workings.load import weight_share
from isostat.core import rules
from isostat.desktop.pieces.ink import hatch
from isostat.desktop.pieces.sheet import Sheet
from isostat.desktop.theme import pen
from isostat.desktop.view import View
from isostat.language import capital, tr
from isostat.units.format import number
from isostat.units.unit import Quantity

PAST = 1.1  # of a rating that a bar can show
ROOMY = 44  # px between rows at which the figures are large


@dataclass(frozen=True, slots=True)
class Bar:
    """A bar to be drawn: where, and its load over its rating."""

    area: QRectF  # as long as the rating
    share: float


@dataclass(frozen=True, slots=True)
class _Row:
    name: str
    kg: float
    shown: Shown
    rating: int | None  # its place among the ratings


def _rows(v: View, found: tuple[Rating, ...]) -> list[_Row]:
    """Axles and the whole always, the hitch where something hangs on it, tyres and wheels where a rating was given."""
    places = {(r.what, r.axle): n for n, r in enumerate(found)}
    axles, case = v.job.vehicle.axles, v.case
    rows = [
        _Row(
            capital(v.reader.corner(i, None)),
            float(v.a.proposed.pad_kg[i, :, case].sum()),
            Shown(workings.load.axle_load, i, 0, case),
            places.get(("plate", i)),
        )
        for i, a in enumerate(axles)
    ]
    rows.append(
        _Row(
            tr("Gross weight"),
            float(v.a.loading.whole_kg[case]),
            Shown(workings.load.whole, case=case),
            places.get(("plate", None)),
        )
    )
    if ball := float(hitch_kg(v.a)[case]):
        name = tr("Noseweight") if v.a.loading.hitch else tr("Hitch")
        rows.append(_Row(name, ball, Shown(workings.load.hitch_load, case=case), places.get(("hitch", None))))
    for n, r in enumerate(found):
        if r.axle is not None and r.what != "plate":
            heavier = int(v.a.proposed.pad_kg[r.axle, :, case].argmax())
            rows.append(
                _Row(
                    tr("{axle} tyre", axle=axles[r.axle].name) if r.what == "tyre" else tr("{axle} wheel", axle=axles[r.axle].name),
                    float(r.load_kg[case]),
                    Shown(workings.corner.load, r.axle, heavier, case),
                    n,
                )
            )
    return rows


def lay_bars(sheet: Sheet, v: View, area: QRectF) -> list[Bar]:
    """Places the figures; returns the bars. A rating that is short in hand says so in colour, words and a hatch."""
    t, found = v.theme, ratings(v.a)
    rows = _rows(v, found)
    unit, bars = v.reader.preset.mass.sign, []
    shares = area.bottom() - t.px(26)
    pitch = min(t.px(50), (shares - area.top() - t.px(6)) / len(rows))
    roomy = pitch >= t.px(ROOMY)
    figure = 24 if roomy else min(17.0, pitch / t.scale - 4)
    for n, row in enumerate(rows):
        y = area.top() + t.px(6) + n * pitch
        middle = y + (t.px(16) if roomy else pitch / 2)
        name = sheet.caps(f"bar name {n}", row.name, QPointF(area.left(), middle - t.px(7)))
        load = v.number(row.shown, number(row.kg, Quantity.MASS, v.reader.preset))
        at = QPointF(max(area.left() + t.px(104), name.right() + 6), middle - t.px(figure * 0.75))
        box = sheet.text(f"bar load {n}", load, at, size=figure, weight=600, unit=unit if roomy or n == 0 else "", shown=row.shown)
        if row.rating is None:
            continue
        limit = found[row.rating].limit_kg
        hand = limit - row.kg
        role = "fault" if hand < 0 else ("watch" if hand < 0.05 * limit else "ink")
        shown = Shown(workings.load.in_hand, row.rating, case=v.case)
        kg, of = number(abs(hand), Quantity.MASS, v.reader.preset), number(limit, Quantity.MASS, v.reader.preset)
        words = v.number(shown, tr("{m} spare", m=kg) if hand >= 0 else tr("{m} over", m=kg))
        whole = v.number(shown, tr("{m} spare of {limit}", m=kg, limit=of) if hand >= 0 else tr("{m} over {limit}", m=kg, limit=of))
        left = area.left() + t.px(200) if roomy else max(area.left() + t.px(158), box.right() + 6)
        room = area.right() - left - (0 if roomy else t.px(60))
        if sheet.text_width(whole, 13, 600) <= room:
            words = whole
        made = sheet.text(f"bar hand {n}", words, QPointF(left, middle - t.px(9)), size=13, weight=600, role=role, shown=shown)
        if roomy:
            bars.append(Bar(QRectF(area.left(), y + t.px(28), (area.width() - t.px(8)) / PAST, t.px(12)), row.kg / limit))
        elif (wide := area.right() - made.right() - t.px(14)) > t.px(30):
            bars.append(Bar(QRectF(made.right() + t.px(8), middle - t.px(4), wide / PAST, t.px(8)), row.kg / limit))
    _lay_shares(sheet, v, QPointF(area.left(), shares))
    return bars


def _lay_shares(sheet: Sheet, v: View, at: QPointF) -> None:
    """Steered share and cross weight; or that it falls over."""
    if not v.a.proposed.stands[v.case]:
        sheet.text("falls", tr("Vehicle tips with this load."), at, size=14, weight=600, role="fault")
        return
    names = [("steered share", tr("steered axle"))] if any(a.steered for a in v.job.vehicle.axles) else []
    x = at.x()
    names += [("nose share", tr("noseweight"))] if v.a.loading.hitch else []
    for name, words in (*names, ("cross weight", tr("cross weight"))):
        share, shown = weight_share(v.a, name, v.case), Shown(workings.load.SHARES[name], case=v.case)
        low = name == "steered share" and share < rules.LIGHT_STEERING_WATCH
        role = ("fault" if share < rules.LIGHT_STEERING_FAULT else "watch") if low else "ink"
        box = sheet.text(f"{name} word", words, QPointF(x, at.y() + 2), size=13, role="ink2")
        tenth = name != "steered share"
        said = v.number(shown, v.reader.tenths(share) if tenth else v.reader.percent(share))
        said = tr("{p}, light", p=said) if low else said
        box = sheet.text(name, said, QPointF(box.right() + 5, at.y()), size=14, weight=600, role=role, shown=shown)
        x = box.right() + v.theme.px(16)


def draw_bars(p: QPainter, v: View, bars: list[Bar]) -> None:
    """Each bar as long as its load, its rating a mark at the end, hatched beyond."""
    t = v.theme
    for bar in bars:
        area, end = bar.area, bar.area.right()
        p.setPen(pen(t, "ink", 1.0))
        p.setBrush(t.colour("tyre"))
        filled = QRectF(area.left(), area.top(), area.width() * min(max(bar.share, 0.0), PAST), area.height())
        p.drawRect(filled)
        if bar.share > 1.0:
            hatch(p, QRectF(end, area.top(), filled.right() - end, area.height()), t.colour("fault"), 3.4, crossed=True)
        p.setPen(pen(t, "ink", 2.0))
        p.drawLine(QLineF(end, area.top() - 3, end, area.bottom() + 3))
