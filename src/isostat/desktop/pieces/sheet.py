"""A sheet: strokes kept as a picture, and on them children with a name and focus for every number and field.

A sheet paints its strokes into a picture of its own after each change and shows anew only those tiles that differ; numbers
that neither changed nor lie over a changed stroke are not painted again.
"""

from __future__ import annotations

import math
from collections.abc import Callable, Mapping, Sequence
from functools import partial
from typing import TypeVar

from PyQt6.QtCore import QPointF, QRect, QSize, Qt, pyqtSignal
from PyQt6.QtGui import QAction, QImage, QPainter, QPaintEvent, QRegion, QResizeEvent, QShowEvent
from PyQt6.QtWidgets import QMenu, QPushButton, QWidget
from typing_extensions import override

from isostat.assess.workings import Shown
from isostat.core.limits import OutOfRange
from isostat.desktop.pieces.difference import TILE, changed
from isostat.desktop.pieces.fields import Choice, Put, PutWords, QuantityField, TextField
from isostat.desktop.pieces.focus_walk import Walked
from isostat.desktop.pieces.grip import Grip, Handle
from isostat.desktop.pieces.ink import SignPainter
from isostat.desktop.pieces.number import Asked, Look, Number
from isostat.desktop.pieces.plain import on_button, set_tip
from isostat.desktop.pieces.room import make_room
from isostat.desktop.pieces.sign_hints import Signed
from isostat.desktop.pieces.styles import button_style, field_style, restyle
from isostat.desktop.pieces.working_name import name_of
from isostat.desktop.theme import smooth
from isostat.desktop.view import View
from isostat.job.edits import paths as edits
from isostat.job.out_of_range import say_out_of_range
from isostat.job.schema import Job
from isostat.language import capital, tr
from isostat.units.format import number, with_unit
from isostat.units.parse import NotUnderstood, parse
from isostat.units.unit import Quantity

LEFT, MIDDLE, RIGHT = 0.0, 0.5, 1.0
SIDES, ARROW = 19, 30  # px of a button beside its words, and of a choice beside its
W = TypeVar("W", bound=QWidget)


class Sheet(Walked, Signed):
    """Base of all drawn areas. `lay` places children for a view; `draw` paints strokes under them."""

    edited = pyqtSignal(object, str, int)  # Edit, words, gesture
    asked = pyqtSignal(object)  # Asked, or None: the number in view
    refused = pyqtSignal(str, object)  # in words, the field
    undo_asked = pyqtSignal()
    redo_asked = pyqtSignal()
    turned = pyqtSignal()  # to another page or panel, which may show what is worked out beside the window
    file_wanted = pyqtSignal(str, int)  # "spring table" or "shocks", of which axle; "card pdf" and its like

    ground_role = "sheet"
    axle = 0  # whose panel is open

    def __init__(self, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.view: View | None = None
        self._children: dict[str, QWidget] = {}
        self._used: set[str] = set()
        self._acts: dict[str, Callable[[], object]] = {}  # what each button does
        self._shown: object = None
        self._strokes = QImage()
        self.setAttribute(Qt.WidgetAttribute.WA_OpaquePaintEvent)

    # -- to be filled in by each sheet
    def lay(self, v: View) -> None:
        """Places numbers and fields for the view."""

    def draw(self, p: QPainter, v: View) -> None:
        """Paints the strokes."""

    def signature(self, v: View) -> object:
        """All that this sheet shows of a view; the same again and nothing is laid or painted. None: always anew."""
        return None

    def own_number(self, v: View) -> Shown | None:
        """The number that the hand has in view, whose working is shown unasked; None: that of the step."""
        return None

    # -- flow
    def show_view(self, view: View) -> None:
        """The view to show from now on."""
        self.view = view
        now = self.signature(view)
        if now is None or now != self._shown:
            self._shown = now
            self._relay()

    def _relay(self) -> None:
        if self.view is None:
            return
        self._used = set()
        self.lay(self.view)
        for key, child in self._children.items():
            if key not in self._used:
                child.hide()
        make_room(self.width(), [child for key, child in self._children.items() if key in self._used])
        if self.isVisible():
            self._ink()

    def _ink(self) -> None:
        """Paints the strokes into a new picture and asks for those tiles that differ from the last."""
        assert self.view is not None
        ratio = self.devicePixelRatioF()
        wide, high = (TILE * math.ceil(side * ratio / TILE) for side in (self.width(), self.height()))
        picture = QImage(wide, high, QImage.Format.Format_RGB32)
        picture.setDevicePixelRatio(ratio)
        picture.fill(self.view.theme.colour(self.ground_role))
        with SignPainter(picture) as painter:
            smooth(painter)
            self.draw(painter, self.view)
        self.signs = painter.signs
        before, self._strokes = self._strokes, picture
        self.update(changed(before, picture) if ratio == 1.0 else QRegion(self.rect()))

    @override
    def resizeEvent(self, event: QResizeEvent | None) -> None:
        super().resizeEvent(event)
        self._relay()

    @override
    def showEvent(self, event: QShowEvent | None) -> None:
        super().showEvent(event)
        if self.view is not None:
            self._ink()

    @override
    def paintEvent(self, event: QPaintEvent | None) -> None:
        if self.view is None or event is None:
            return
        if self._strokes.devicePixelRatio() != self.devicePixelRatioF():
            self._ink()
        with QPainter(self) as painter:
            painter.setClipRegion(event.region())
            painter.drawImage(QPointF(0, 0), self._strokes)

    # -- children
    def child(self, key: str, kind: type[W], wire: Callable[[W], object] | None = None) -> W:
        """The child of that name, made when first asked for; `wire` connects it then."""
        self._used.add(key)
        found = self._children.get(key)
        if found is None:
            found = self._children[key] = kind(self)
            found.setObjectName(key)
            if isinstance(found, Number):
                found.asked.connect(self.asked)
            if isinstance(found, TextField):
                found.typed.connect(self._take_text)
            if isinstance(found, QuantityField):
                found.typed.connect(self._take)
                found.left_alone.connect(self._give_up)
                found.entered.connect(self.take_in_hand)
                found.undo_asked.connect(self.undo_asked)
                found.redo_asked.connect(self.redo_asked)
            self.grouped(found)
            if wire is not None:
                wire(found)
        if found.isHidden():
            found.show()
        return found  # type: ignore[return-value]

    def text(
        self,
        key: str,
        text: str,
        at: QPointF,
        *,
        size: float = 14,
        weight: int = 400,
        role: str = "ink",
        anchor: float = LEFT,
        unit: str = "",
        shown: Asked | None = None,
        tracking: float = 0.0,
        width: float | None = None,
        halo: bool = False,
    ) -> QRect:
        """A line of text whose left, middle or right stands at `at.x()` and whose top is `at.y()`.

        unit: written after it in ink2, one size smaller. shown: clicking asks for its working. width: wraps there. halo: breaks
        the lines under it with the ground's colour. Returns where it stands.
        """
        assert self.view is not None
        label = self.child(key, Number)
        look = Look(text, unit, size, weight, role, tracking, width, halo, self.view.theme)
        if look != label.look:
            label.dress(look)
        label.show_asking(shown)
        label.name_it = self._name_of
        label.place(at.x(), at.y(), anchor)
        return label.geometry()

    def _name_of(self, shown: Shown) -> str:
        """What a number is, and of which corner, axle or case."""
        return "" if self.view is None else name_of(self.view, shown)

    def caps(self, key: str, text: str, at: QPointF, role: str = "ink", unit: str = "") -> QRect:
        """A panel head in small capitals."""
        return self.text(key, text.upper(), at, size=11.5, weight=700, role=role, tracking=1.0, unit=unit)

    def field(
        self,
        key: str,
        path: edits.Path,
        at: QPointF,
        size: QSize,
        *,
        label: str,
        quantity: Quantity,
        value: float | None,
        assumed: bool = False,
        figure: float = 14,
        empty: str = "?",
        put: Put | None = None,
        finer: bool = False,
        whole: bool = False,
    ) -> QuantityField:
        """A typed field for a path of the job; `value` is what it shows, None shows `empty`; figures shrink to fit.

        put: the edit that a number makes, where it is more than the value at the path. finer: one decimal more. whole: none.
        """
        assert self.view is not None
        theme, preset = self.view.theme, self.view.reader.preset
        made = self.child(key, QuantityField)
        made.path, made.quantity, made.label, made.put = path, quantity, label, put
        unit = preset.unit(quantity)
        decimals = None if not finer else unit.decimals + (0 if unit.fractional else 1)
        decimals = 0 if whole else decimals
        text = empty if value is None else ("≈ " if assumed else "") + number(value, quantity, preset, decimals=decimals)
        made.show_text(text)
        figure = next(
            (f for f in (figure, 20, 16, 13, 12) if f <= figure and theme.plain_width(text, f, 600) <= size.width() - 10), 11
        )
        look = (theme, preset, quantity, label, value, figure, size, at.x(), at.y())
        if look != made.look:
            made.look = look
            made.setAccessibleName(", ".join(part for part in (label, preset.unit(quantity).sign) if part))
            if not made.property("refused"):
                shown = tr("not measured") if value is None else with_unit(value, quantity, preset)
                set_tip(made, tr("{label}: {value}", label=label, value=shown))
            restyle(made, field_style(theme, "ink", theme.ink3, dashed=value is None))
            made.setFont(theme.font(figure, 600))
            made.setGeometry(QRect(round(at.x()), round(at.y()), size.width(), size.height()))
        return made

    def own_field(
        self,
        key: str,
        at: QPointF,
        size: QSize,
        *,
        label: str,
        quantity: Quantity,
        value: float,
        taken: Callable[[float], object],
    ) -> QuantityField:
        """A typed field for a number of the sheet's own. taken: may raise OutOfRange or NotUnderstood, which is then said."""
        made = self.field(key, (), at, size, label=label, quantity=quantity, value=value, figure=13)
        made.taken = taken
        return made

    def words(
        self,
        key: str,
        path: edits.Path,
        at: QPointF,
        size: QSize,
        *,
        label: str,
        role: str = "ink",
        weight: int = 600,
        put: PutWords | None = None,
        text: str | None = None,
    ) -> TextField:
        """A field for words at a path of the job. put: the edit that they make, where it is more than the value there.

        text: what it shows, where that is not simply the value there.
        """
        assert self.view is not None
        theme = self.view.theme
        made = self.child(key, TextField)
        made.path, made.label, made.put = path, label, put
        if not (made.hasFocus() and made.isModified()):
            made.setText(str(edits.value_at(self.view.job, path) or "") if text is None else text)
        look = (theme, label, role, weight, size, at.x(), at.y())
        if look != made.look:
            made.look = look
            made.setAccessibleName(label)
            made.setFont(theme.font(13, weight))
            restyle(made, field_style(theme, role, theme.rule, dashed=False))
            made.setGeometry(QRect(round(at.x()), round(at.y()), size.width(), size.height()))
        return made

    def choice(
        self, key: str, options: Sequence[str], current: int, area: QRect, *, label: str, chosen: Callable[[int], object]
    ) -> Choice:
        """One of a few ways; `chosen` takes the place of the way in `options`."""
        assert self.view is not None
        made = self.child(key, Choice)
        made.offer(options, current, chosen)
        made.setAccessibleName(label)
        set_tip(made, label)
        wide = min(area.width(), self.width() - area.left())
        room = wide - self.view.theme.px(ARROW)
        made.setFont(self.view.theme.font_within(room, made.currentText(), 13, 600))
        made.setGeometry(area.left(), area.top(), wide, area.height())
        return made

    def tabs(self, key: str, words: Sequence[str], current: int, area: QRect, chosen: Callable[[int], object]) -> int:
        """Buttons side by side, one of them pressed; `area` is the first's. Without a width each is as wide as its word.

        Returns where the last one ends.
        """
        assert self.view is not None
        theme, left = self.view.theme, area.left()
        wishes = [area.width() or theme.width(text, 13, 600) + theme.px(SIDES) for text in words]
        share = min(1.0, (self.width() - left) / sum(wishes))
        for n, (text, wish) in enumerate(zip(words, wishes, strict=True)):
            made = self._push(f"{key} {n}", partial(chosen, n))
            made.setCheckable(True)
            made.setText(on_button(text))
            made.setAccessibleName(text)
            made.setChecked(n == current)
            wide = int(wish * share) if share < 1.0 else round(wish)
            made.setFont(theme.font_within(wide - theme.px(SIDES) + 2, text, 13, 600))
            restyle(made, button_style(theme, filled=False))
            made.setGeometry(left, area.top(), wide, area.height())
            left += wide
        return left

    def button(
        self, key: str, text: str, at: QPointF, act: Callable[[], object], *, filled: bool = False, width: int | None = None
    ) -> QPushButton:
        """A flat push button; filled is the one main act."""
        assert self.view is not None
        theme = self.view.theme
        made = self._push(key, act)
        made.setText(on_button(text))
        made.setAccessibleName(text)
        wide = min(width or round(theme.width(text, 13, 600) + theme.px(SIDES) + 8), round(self.width() - at.x()))
        made.setFont(theme.font_within(wide - SIDES, text, 13, 600))
        restyle(made, button_style(theme, filled=filled))
        made.setGeometry(round(at.x()), round(at.y()), wide, round(theme.px(26)))
        return made

    def _push(self, key: str, act: Callable[[], object]) -> QPushButton:
        """A button of that name; it does what it was placed for last."""
        self._acts[key] = act
        return self.child(key, QPushButton, lambda made: made.clicked.connect(lambda _: self._acts[key]()))

    def menu(self, key: str, text: str, at: QPointF, ways: Mapping[str, Callable[[], object]], *, width: int) -> QPushButton:
        """A push button that opens a list of acts by their words; the keyboard opens it too."""
        made = self.button(key, text, at, lambda: None, width=width)
        if made.menu() is None:
            made.setMenu(QMenu(made))
        opened = made.menu()
        assert opened is not None
        if [action.text() for action in opened.actions()] != list(ways):
            opened.clear()
            for words, act in ways.items():
                action = QAction(words, opened)
                action.triggered.connect(partial(_do, act))
                opened.addAction(action)
        return made

    def grip(self, key: str, kind: str, at: QPointF, name: str, handle: Handle) -> None:
        """The one thing that the hand can drag or nudge along the drawing, centred at a point."""
        assert self.view is not None
        self.child(key, Grip).place(self.view.theme, kind, at, name, handle)

    # -- what was typed
    def _take_text(self, field: TextField) -> None:
        words, put, path = field.text().strip(), field.put, field.path
        self.edited.emit(lambda job: put(job, words) if put else edits.put(job, path, words), field.label, -1)

    def put(self, path: edits.Path, value: object, words: str) -> None:
        """An edit of one value of the job."""
        self.edited.emit(lambda job: edits.put(job, path, value), words, -1)

    def _take(self, field: QuantityField) -> None:
        """A person typed: understood and taken, or refused in place with a sentence."""
        assert self.view is not None
        if field.taken is not None:
            self._take_own(field, field.taken)
            return
        text = field.text().replace("≈", "").lstrip("?– ").strip()
        if text in ("", "?", "–", "-"):
            self._give_up(field)
            self._take_nothing(field)
            return
        try:
            typed = edits.typed_for(self.view.job, field.path, text, field.quantity, self.view.reader.preset)
        except NotUnderstood as fault:
            self._refuse(field, tr("{label}: {why}", label=capital(field.label), why=fault))
            return
        self._refuse(field, "")
        put, path = field.put, field.path

        def change(job: Job) -> Job:
            return put(job, typed.si, typed.text) if put else edits.put_number(job, path, typed.si, typed.text)

        self.edited.emit(change, field.label, -1)

    def _take_own(self, field: QuantityField, taken: Callable[[float], object]) -> None:
        """A number of the sheet's own, or a sentence."""
        assert self.view is not None
        try:
            value = float(parse(field.text().strip(), field.quantity, self.view.reader.preset).si)
            self._refuse(field, "")  # first: what the job then refuses is said, and stays
            taken(value)
        except NotUnderstood as fault:
            self._refuse(field, tr("{label}: {why}", label=capital(field.label), why=fault))
        except OutOfRange as refused:
            self._refuse(field, say_out_of_range(refused).words(self.view.reader.preset))
        else:
            self._relay()

    def _take_nothing(self, field: QuantityField) -> None:
        """An emptied field is no longer given, where the job can do without it; else its value stays."""
        assert self.view is not None
        if (put := field.put) is not None:
            self.edited.emit(lambda job: put(job, None, ""), field.label, -1)
        elif edits.can_be_empty(self.view.job, field.path):
            self.put(field.path, None, tr("{label} cleared", label=field.label))

    def focus_on(self, path: edits.Path) -> bool:
        """Takes the field of a path in hand; whether there is one here."""
        for child in self._children.values():
            if isinstance(child, QuantityField) and child.path == path and not child.isHidden():
                child.setFocus()
                return True
        return False

    def forget_refused(self) -> bool:
        """Puts back what stands in fields whose text was refused; whether there was any."""
        fields = [c for c in self._children.values() if isinstance(c, QuantityField) and c.property("refused")]
        for field in fields:
            field.setModified(False)
            self._refuse(field, "")
        if fields:
            self._relay()
        return bool(fields)

    def take_in_hand(self, field: QuantityField) -> None:
        """The hand has come to a field; sheets that show more of a reading override it."""

    def _give_up(self, field: QuantityField) -> None:
        self._refuse(field, "")
        self._relay()

    def _refuse(self, field: QuantityField, sentence: str) -> None:
        field.setProperty("refused", bool(sentence))
        field.style().unpolish(field)  # type: ignore[union-attr]
        field.style().polish(field)  # type: ignore[union-attr]
        field.look = ()  # its tool tip is the sentence until it is mended
        if sentence:
            field.setModified(True)
            set_tip(field, sentence)
        self.refused.emit(sentence, field)

    def theme_lines(self, text: str, width: float, size: float, weight: int = 400) -> list[str]:
        """The text broken into lines that fit a width."""
        assert self.view is not None
        return self.view.theme.lines(text, size, weight, width)

    def text_width(self, text: str, size: float, weight: int = 400) -> float:
        """How wide a text would be."""
        assert self.view is not None
        return self.view.theme.width(text, size, weight)


def _do(act: Callable[[], object], _checked: bool = False) -> None:
    act()
