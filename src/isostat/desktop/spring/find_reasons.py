"""Why springs fell: counts that open to their parts, and the answer to why not this one."""

from __future__ import annotations

from collections.abc import Callable
from functools import partial

from PyQt6.QtCore import QPointF, QRect, QRectF, Qt
from PyQt6.QtGui import QPainter
from PyQt6.QtWidgets import QCompleter, QLineEdit, QWidget

from isostat.assess.find.described import described, may_be
from isostat.assess.find.found import Found
from isostat.assess.find.law import Law
from isostat.catalogue.parts import Parts
from isostat.desktop.pieces.ink import hatch
from isostat.desktop.pieces.sheet import RIGHT, Sheet
from isostat.desktop.pieces.styles import field_style, restyle
from isostat.desktop.searching import Hunt
from isostat.desktop.theme import pen
from isostat.desktop.view import View
from isostat.language import capital, tr
from isostat.units.format import many
from isostat.units.parse import NotUnderstood
from isostat.wording.find_why import say_part_asked, say_short, say_what_it_is

LAW, IN_A_COLUMN = 23.0, 7  # px of a reason; beyond so many there are two columns
USUAL = 5  # reasons for which the foot of the page has room
LINE, ROOM = 17.0, 96.0  # px of a line of an answer, and of all its lines in the usual foot
NEAREST = 6  # parts of a law that is open


class Reasons:
    """What it remembers until another search begins: the law that is open, the part that was asked about and the answer."""

    def __init__(self, sheet: Sheet, relay: Callable[[], None]) -> None:
        self._sheet, self._relay = sheet, relay
        self._hunt: Hunt | None = None
        self._every: dict[str, Parts] = {}
        self._completes = False  # the field, with the parts of these lists
        self._open_law, self._answer = "", list[str]()
        self._bars: list[tuple[QRectF, float]] = []

    def begin(self, every: dict[str, Parts]) -> None:
        """A new search. every: the lists that are searched by kind, with the parts that cannot be tried too."""
        if [id(parts) for parts in every.values()] != [id(parts) for parts in self._every.values()]:
            self._every, self._completes = every, False
        self._hunt, self._open_law, self._answer = None, "", []

    def _complete(self, field: QLineEdit) -> None:
        """Part numbers of the lists under the field."""
        completer = QCompleter([part for parts in self._every.values() for part in parts.parts], field)
        completer.setCaseSensitivity(Qt.CaseSensitivity.CaseInsensitive)
        field.setCompleter(completer)
        self._completes = True

    def _wire(self, field: QLineEdit) -> None:
        field.returnPressed.connect(lambda: self.ask(field.text().strip()))

    def more_px(self, found: Found, wide: float) -> float:
        """How much higher than usual the foot must be for all reasons or the whole answer, unscaled. wide: px of its column."""
        if self._answer:
            lines = sum(len(self._sheet.theme_lines(line, wide, 12.5)) for line in self._answer)
            return max(LINE * lines - ROOM, 0.0)
        count = sum(found.fallen.count(law) > 0 for law in Law)
        return LAW * max(min(count, IN_A_COLUMN) - USUAL, 0)

    def lay(self, v: View, hunt: Hunt, area: QRectF) -> None:
        """Places the counts, or what is open in their place, and the field to ask by."""
        t, s, found = v.theme, self._sheet, hunt.found
        assert found is not None
        self._hunt, self._bars = hunt, []
        s.caps("find fallen head", tr("Why the others do not fit"), area.topLeft())
        below = area.adjusted(0, t.px(19), 0, 0)
        if self._answer:
            self._lay_back(v, tr("Back to all reasons"), below.topLeft())
            at = below.topLeft() + QPointF(0, t.px(26))
            s.text("find why words", "\n".join(self._answer), at, size=12.5, width=area.width())
        elif self._open_law:
            self._lay_law(v, hunt, Law[self._open_law], below.topLeft())
        else:
            self._lay_counts(v, found, below)
        self._lay_field(v, QRectF(area.left(), area.bottom() - t.px(28), area.width(), t.px(28)))

    def _lay_counts(self, v: View, found: Found, area: QRectF) -> None:
        t, s, fallen = v.theme, self._sheet, found.fallen
        counts = {law: fallen.count(law) for law in Law if fallen.count(law)}
        columns = 1 if len(counts) <= IN_A_COLUMN else 2
        wide = area.width() / columns - (columns - 1) * t.px(10)
        for n, (law, count) in enumerate(counts.items()):
            column, row = divmod(n, IN_A_COLUMN)
            left, y, words = area.left() + column * (wide + t.px(20)), area.top() + row * t.px(LAW), capital(tr(law.words))
            button = min(t.px(240), wide - t.px(58))
            made = s.button(f"find law {law.name}", words, QPointF(left, y), partial(self._open, law.name), width=round(button))
            made.setFixedHeight(round(t.px(LAW - 2)))
            made.setAccessibleName(tr("{law}: {n}", law=words, n=count))
            s.text(f"find count {law.name}", many(count), QPointF(left + wide, y + 2), size=13, weight=600, anchor=RIGHT)
            bar = QRectF(left + button + t.px(8), y + t.px(5), wide - button - t.px(66), t.px(12))
            if bar.width() > t.px(30):
                self._bars.append((bar, count / max(counts.values())))

    def _lay_back(self, v: View, words: str, at: QPointF) -> None:
        made = self._sheet.button("find back", words, at, partial(self._open, ""))
        made.setFixedHeight(round(v.theme.px(LAW - 2)))

    def _lay_law(self, v: View, hunt: Hunt, law: Law, at: QPointF) -> None:
        """The parts that fell by one law, the nearest to being cured first."""
        t, s, found = v.theme, self._sheet, hunt.found
        assert found is not None
        self._lay_back(v, tr("{law}: {n}. Back to all", law=capital(tr(law.words)), n=many(found.fallen.count(law))), at)
        for k, part in enumerate(found.fallen.nearest(law, NEAREST)):
            short = say_short(*found.fallen.broken(int(part)), v.reader)
            words = tr("{part}, {short}", part=hunt.name(int(part)), short=short)
            s.text(f"find near {k}", words, at + QPointF(2, t.px(24 + 17 * k)), size=12.5)

    def _open(self, law: str) -> None:
        self._open_law, self._answer = law, []
        self._relay()

    def key(self, name: str, key: int) -> bool:
        """A key on a button of the reasons; whether it is taken."""
        if key == Qt.Key.Key_Right and name.startswith("find law "):
            self._open(name.removeprefix("find law "))
            self._hold("find back")
        elif key == Qt.Key.Key_Left and name == "find back":
            law = self._open_law
            self._open("")
            self._hold(f"find law {law}" if law else "find why")
        else:
            return False
        return True

    def _hold(self, name: str) -> None:
        made = self._sheet.findChild(QWidget, name)
        if made is not None:
            made.setFocus()

    def ask_for(self) -> None:
        """Takes the field in hand."""
        self._hold("find why")

    def _lay_field(self, v: View, area: QRectF) -> None:
        t, s = v.theme, self._sheet
        coils = "coil" in self._every  # whose readings tell them apart
        asks = tr("Part number or readings") if coils else tr("Part number")
        box = s.text("find why word", asks, QPointF(area.left(), area.top() + 3), size=13, weight=600)
        field = s.child("find why", QLineEdit, self._wire)
        if not self._completes:
            self._complete(field)
        field.setAccessibleName(tr("part number to ask about, or readings of a spring"))
        field.setPlaceholderText(tr("wire 14, inside 105, free 380") if coils else tr("all of it, or what can be read"))
        field.setFont(t.font(13, 600))
        restyle(field, field_style(t, "ink", t.ink3, dashed=False))
        left = box.right() + round(t.px(8))
        field.setGeometry(QRect(left, round(area.top()), round(area.right()) - left, round(t.px(24))))

    def ask(self, part: str) -> None:
        """Why a part does not do; else what part that may be."""
        hunt, v = self._hunt, self._sheet.view
        if hunt is None or v is None or not part:
            return
        asked = say_part_asked(hunt.a, hunt.wishes, self._every, part, v.reader)
        self._answer = [line for lines in asked for line in lines] or self._what(hunt, part, v)
        self._relay()

    def _what(self, hunt: Hunt, text: str, v: View) -> list[str]:
        """Of what is no part number: readings of a spring, or part of a code."""
        try:
            it = described(text, v.reader.preset)
        except NotUnderstood as why:
            return [str(why)]
        parts = next((parts for parts in self._every.values() if may_be(parts, it)), next(iter(self._every.values())))
        return say_what_it_is(hunt.a, hunt.wishes, parts, it, v.reader)

    def draw(self, p: QPainter, v: View) -> None:
        """A bar for every count."""
        for bar, share in self._bars:
            filled = QRectF(bar.left(), bar.top(), bar.width() * share, bar.height())
            hatch(p, filled, v.theme.colour("ink2"), 4.5)
            p.setPen(pen(v.theme, "ink", 1.0))
            p.setBrush(Qt.BrushStyle.NoBrush)
            p.drawRect(filled)
