"""A sheet: strokes by a painter, every number and field a child widget with a name and focus."""

from __future__ import annotations

import math

from PyQt6.QtCore import QPointF, QRect, QRectF, QSize, Qt, pyqtSignal
from PyQt6.QtGui import (
    QColor,
    QFont,
    QFontMetricsF,
    QKeyEvent,
    QKeySequence,
    QMouseEvent,
    QPainter,
    QPaintEvent,
    QPen,
    QResizeEvent,
)
from PyQt6.QtWidgets import QLabel, QLineEdit, QPushButton, QWidget

from isostat.assess.explain import Shown
from isostat.desktop.document import Edit
from isostat.desktop.theme import Theme, smooth
from isostat.desktop.view import View
from isostat.job import edits
from isostat.job.reading import Bounds
from isostat.units.shown import number, with_unit
from isostat.units.typed import NotUnderstood, parse
from isostat.units.unit import Quantity

LEFT, MIDDLE, RIGHT = 0.0, 0.5, 1.0


class Number(QLabel):
    """Shown text; one that was computed can be clicked, or pressed with Enter, for its working.

    Painted by a few strokes of its own: a label's rich text lays itself out again at every paint, which costs a frame.
    """

    asked = pyqtSignal(object)

    def __init__(self, parent: QWidget) -> None:
        super().__init__(parent)
        self.shown: Shown | None = None
        self._look: tuple[object, ...] = ()
        self._words, self._unit, self._gap = "", "", 0.0
        self._unit_font, self._colours = QFont(), (QColor(), QColor(), QColor())

    def dress(
        self, look: tuple[object, ...], words: str, unit: str, fonts: tuple[QFont, QFont], colours: tuple[QColor, ...]
    ) -> bool:
        """Takes on a look; returns whether anything changed. colours: text, unit, ground (transparent for none)."""
        if look == self._look:
            return False
        self._look, self._words, self._unit, self._unit_font = look, words, unit, fonts[1]
        self._colours = (colours[0], colours[1], colours[2])
        self.setFont(fonts[0])
        self._gap = QFontMetricsF(fonts[1]).horizontalAdvance(" ") if unit else 0.0
        self.update()
        return True

    def text(self) -> str:
        """What is read there, the unit included."""
        return f"{self._words} {self._unit}".strip()

    def wrapped_height(self, width: int) -> int:
        """How high the words are when broken at a width."""
        bounds = QFontMetricsF(self.font()).boundingRect(QRectF(0, 0, width, 10_000), Qt.TextFlag.TextWordWrap, self._words)
        return round(bounds.height()) + 1

    def sizeHint(self) -> QSize:
        """Words and unit on one line."""
        metrics = QFontMetricsF(self.font())
        unit = QFontMetricsF(self._unit_font).horizontalAdvance(self._unit) + self._gap if self._unit else 0.0
        return QSize(math.ceil(metrics.horizontalAdvance(self._words) + unit) + 1, math.ceil(metrics.height()))

    def paintEvent(self, event: QPaintEvent | None) -> None:
        p = QPainter(self)
        text, unit, ground_colour = self._colours
        if ground_colour.alpha():
            p.fillRect(self.rect(), ground_colour)
        p.setPen(text)
        p.setFont(self.font())
        if self.wordWrap():
            p.drawText(QRectF(self.rect()), Qt.TextFlag.TextWordWrap, self._words)
        else:
            metrics = QFontMetricsF(self.font())
            p.drawText(QPointF(0, metrics.ascent()), self._words)
            if self._unit:
                p.setPen(unit)
                p.setFont(self._unit_font)
                p.drawText(QPointF(metrics.horizontalAdvance(self._words) + self._gap, metrics.ascent()), self._unit)
        if self.hasFocus():
            p.setPen(QPen(text, 1, Qt.PenStyle.DotLine))
            p.drawRect(self.rect().adjusted(0, 0, -1, -1))
        p.end()

    def mousePressEvent(self, event: QMouseEvent | None) -> None:
        if self.shown is not None:
            self.asked.emit(self.shown)
        elif event is not None:
            event.ignore()

    def keyPressEvent(self, event: QKeyEvent | None) -> None:
        if event is not None and event.key() in (Qt.Key.Key_Return, Qt.Key.Key_Enter) and self.shown is not None:
            self.asked.emit(self.shown)
        else:
            super().keyPressEvent(event)


class QuantityField(QLineEdit):
    """A typed value at a path of the job. What it cannot take stays in the field with a sentence."""

    typed = pyqtSignal(object)  # itself; a person changed it; showing a value never sends this
    undo_asked = pyqtSignal()
    redo_asked = pyqtSignal()
    left_alone = pyqtSignal(object)  # itself; Escape: what was typed is given up

    def __init__(self, parent: QWidget) -> None:
        super().__init__(parent)
        self.path: edits.Path = ()
        self.quantity, self.label = Quantity.HEIGHT, ""
        self.editingFinished.connect(self._tell)

    def show_text(self, text: str) -> None:
        """Shows a value; never over what is being typed."""
        if not (self.hasFocus() and self.isModified()) and not self.property("refused"):
            self.setText(text)
            self.setModified(False)

    def _tell(self) -> None:
        if self.isModified():
            self.setModified(False)
            self.typed.emit(self)

    def keyPressEvent(self, event: QKeyEvent | None) -> None:
        if event is not None and event.key() == Qt.Key.Key_Escape:
            self.setModified(False)
            self.left_alone.emit(self)
            return
        if event is not None and not self.isModified():  # nothing typed here: the job's own undo is meant
            for keys, asked in ((QKeySequence.StandardKey.Undo, self.undo_asked), (QKeySequence.StandardKey.Redo, self.redo_asked)):
                if event.matches(keys):
                    asked.emit()
                    return
        super().keyPressEvent(event)


class TextField(QLineEdit):
    """Words at a path of the job: a name, a title."""

    typed = pyqtSignal(object)  # itself

    def __init__(self, parent: QWidget) -> None:
        super().__init__(parent)
        self.path: edits.Path = ()
        self.label = ""
        self.editingFinished.connect(self._tell)

    def _tell(self) -> None:
        if self.isModified():
            self.setModified(False)
            self.typed.emit(self)


class Sheet(QWidget):
    """Base of all drawn areas. `lay` places children for a view; `draw` paints strokes under them."""

    edited = pyqtSignal(object, str, int)  # Edit, words, gesture
    asked = pyqtSignal(object)  # Shown
    refused = pyqtSignal(str)
    undo_asked = pyqtSignal()
    redo_asked = pyqtSignal()

    ground_role = "sheet"

    def __init__(self, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.view: View | None = None
        self._children: dict[str, QWidget] = {}
        self._used: set[str] = set()
        self._shown: object = None

    # -- to be filled in by each sheet
    def lay(self, v: View) -> None:
        """Places numbers and fields for the view."""

    def draw(self, p: QPainter, v: View) -> None:
        """Paints the strokes."""

    def signature(self, v: View) -> object:
        """All that this sheet shows of a view; the same again and nothing is laid or painted. None: always anew."""
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
        self.update()

    def resizeEvent(self, event: QResizeEvent | None) -> None:
        super().resizeEvent(event)
        self._relay()

    def paintEvent(self, event: QPaintEvent | None) -> None:
        if self.view is None:
            return
        painter = smooth(QPainter(self))
        painter.fillRect(self.rect(), self.view.theme.colour(self.ground_role))
        self.draw(painter, self.view)
        painter.end()

    # -- children
    def child(self, key: str, kind: type[QWidget]) -> QWidget:
        """The child of that name, made when first asked for; `kind` is its class."""
        self._used.add(key)
        if key not in self._children:
            made = kind(self)
            made.setObjectName(key)
            self._children[key] = made
            if isinstance(made, Number):
                made.asked.connect(self.asked)
            if isinstance(made, TextField):
                made.typed.connect(self._take_text)
            if isinstance(made, QuantityField):
                made.typed.connect(self._take)
                made.left_alone.connect(self._give_up)
                made.undo_asked.connect(self.undo_asked)
                made.redo_asked.connect(self.redo_asked)
        found = self._children[key]
        found.show()
        return found

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
        shown: Shown | None = None,
        tracking: float = 0.0,
        width: float | None = None,
        halo: bool = False,
    ) -> QRect:
        """A line of text whose left, middle or right stands at `at.x()` and whose top is `at.y()`.

        unit: written after it in ink2, one size smaller. shown: clicking asks for its working. width: wraps there. halo: breaks
        the lines under it with the ground's colour. Returns where it stands.
        """
        assert self.view is not None
        theme = self.view.theme
        label = self.child(key, Number)
        assert isinstance(label, Number)
        font = theme.font(size, weight)
        if tracking:
            font.setLetterSpacing(font.SpacingType.AbsoluteSpacing, tracking)
        look = (text, unit, size, weight, role, theme.name, theme.scale, tracking, width, halo)
        colours = (theme.colour(role), theme.colour("ink2"), theme.colour("sheet") if halo else QColor(0, 0, 0, 0))
        if label.dress(look, text, unit, (font, theme.font(max(size * 0.45, 12.5))), colours):
            label.setWordWrap(width is not None)
            if width is not None:
                label.setFixedSize(round(width), label.wrapped_height(round(width)))
            else:
                label.setMinimumSize(0, 0)
                label.setMaximumSize(16777215, 16777215)
                label.resize(label.sizeHint())
            label.setAccessibleName(f"{key}: {text} {unit}".strip())
        label.shown = shown
        label.setFocusPolicy(Qt.FocusPolicy.TabFocus if shown else Qt.FocusPolicy.NoFocus)
        label.setCursor(Qt.CursorShape.PointingHandCursor if shown else Qt.CursorShape.ArrowCursor)
        label.setAttribute(Qt.WidgetAttribute.WA_TransparentForMouseEvents, shown is None)
        label.move(round(at.x() - label.width() * anchor), round(at.y()))
        return label.geometry()

    def caps(self, key: str, text: str, at: QPointF, role: str = "ink") -> QRect:
        """A panel head in small capitals."""
        return self.text(key, text.upper(), at, size=11.5, weight=700, role=role, tracking=1.0)

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
    ) -> QuantityField:
        """A typed field for a path of the job; `value` is what it shows, None shows a question mark."""
        assert self.view is not None
        theme, preset = self.view.theme, self.view.reader.preset
        made = self.child(key, QuantityField)
        assert isinstance(made, QuantityField)
        made.path, made.quantity, made.label = path, quantity, label
        shown = "?" if value is None else ("≈ " if assumed else "") + number(value, quantity, preset)
        made.show_text(shown)
        made.setAccessibleName(f"{label}, {preset.unit(quantity).sign}")
        made.setToolTip(f"{label}: {'not read' if value is None else with_unit(value, quantity, preset)}")
        style = (
            f"QLineEdit{{background:{theme.sheet};color:{theme.ink};border:1px {'dashed' if value is None else 'solid'} "
            f"{theme.ink3};padding:0 3px;selection-background-color:{theme.accent};selection-color:{theme.on_accent}}}"
            f"QLineEdit:focus{{border:2px solid {theme.accent};padding:0 2px}}"
            f'QLineEdit[refused="true"]{{border:2px solid {theme.brick};padding:0 2px}}'
        )
        if made.styleSheet() != style:
            made.setStyleSheet(style)
        made.setFont(theme.font(figure, 600))
        made.setGeometry(QRect(round(at.x()), round(at.y()), size.width(), size.height()))
        return made

    def words(
        self, key: str, path: edits.Path, at: QPointF, size: QSize, *, label: str, role: str = "ink", weight: int = 600
    ) -> None:
        """A field for words at a path of the job."""
        assert self.view is not None
        theme = self.view.theme
        made = self.child(key, TextField)
        assert isinstance(made, TextField)
        made.path, made.label = path, label
        if not (made.hasFocus() and made.isModified()):
            made.setText(str(edits.value_at(self.view.job, path)))
        made.setAccessibleName(label)
        made.setFont(theme.font(13, weight))
        style = (
            f"QLineEdit{{background:{theme.sheet};color:{getattr(theme, role)};border:1px solid {theme.rule};padding:0 3px}}"
            f"QLineEdit:focus{{border:2px solid {theme.accent};padding:0 2px}}"
        )
        if made.styleSheet() != style:
            made.setStyleSheet(style)
        made.setGeometry(QRect(round(at.x()), round(at.y()), size.width(), size.height()))

    def _take_text(self, field: TextField) -> None:
        self.take_words(field, field.text().strip())

    def take_words(self, field: TextField, words: str) -> None:
        """Words for the field's path; sheets where a name stands in several places override it."""
        path, label = field.path, field.label
        self.edited.emit(lambda job: edits.put(job, path, words), label, -1)

    def _take(self, field: QuantityField) -> None:
        """A person typed: understood and taken, or refused in place with a sentence."""
        assert self.view is not None
        text = field.text().replace("≈", "").strip()
        if text in ("", "?"):
            self._give_up(field)
            self._empty(field)
            return
        try:
            typed = parse(text, field.quantity, self.view.reader.preset)
            bounds = self._bounds(field.path)
            if bounds is not None and not bounds.low <= typed.si <= bounds.high:
                low, high = (with_unit(b, field.quantity, self.view.reader.preset) for b in (bounds.low, bounds.high))
                raise NotUnderstood(text, "is out of range", f"{low} to {high}")
        except NotUnderstood as fault:
            self._refuse(field, f"{field.label}: {fault}")
            return
        self._refuse(field, "")
        self.take_number(field, typed.si, typed.text)

    def _empty(self, field: QuantityField) -> None:
        """An emptied field is no longer given, where the job can do without it; else its value stays."""
        assert self.view is not None
        path = field.path
        try:
            given = edits.value_at(self.view.job, path)
            edits.put(self.view.job, path, None)
        except (AttributeError, KeyError, IndexError, TypeError, ValueError):
            return
        if given is not None:
            self.edited.emit(lambda job: edits.put(job, path, None), f"{field.label} no longer given", -1)

    def _give_up(self, field: QuantityField) -> None:
        self._refuse(field, "")
        self._relay()

    def _bounds(self, path: edits.Path) -> Bounds | None:
        assert self.view is not None
        try:
            return edits.bounds_at(self.view.job, path)
        except (KeyError, AttributeError, IndexError):
            return None

    def take_number(self, field: QuantityField, si: float, typed: str) -> None:
        """A number for the field's path; sheets with special fields override it."""
        path, label = field.path, field.label
        self.edited.emit(lambda job: edits.put_number(job, path, si, typed), label, -1)

    def _refuse(self, field: QuantityField, sentence: str) -> None:
        field.setProperty("refused", bool(sentence))
        field.style().unpolish(field)  # type: ignore[union-attr]
        field.style().polish(field)  # type: ignore[union-attr]
        if sentence:
            field.setModified(True)
        self.refused.emit(sentence)

    def button(self, key: str, text: str, at: QPointF, *, filled: bool = False, width: int | None = None) -> QPushButton:
        """A flat push button; filled is the one main act. Connect its `clicked` once, by the caller."""
        assert self.view is not None
        theme = self.view.theme
        made = self.child(key, QPushButton)
        assert isinstance(made, QPushButton)
        made.setText(text)
        made.setAccessibleName(text)
        made.setFont(theme.font(13, 600))
        made.setStyleSheet(button_style(theme, filled=filled))
        size = made.sizeHint()
        made.setGeometry(round(at.x()), round(at.y()), width or size.width() + 8, round(theme.px(26)))
        return made

    def text_width(self, text: str, size: float, weight: int = 400) -> float:
        """How wide a text would be."""
        assert self.view is not None
        return QFontMetricsF(self.view.theme.font(size, weight)).horizontalAdvance(text)


def button_style(theme: Theme, *, filled: bool) -> str:
    """Style sheet of a flat button."""
    ground, ink = (theme.accent, theme.on_accent) if filled else (theme.sheet, theme.accent)
    return (
        f"QPushButton{{background:{ground};color:{ink};border:1px solid {theme.accent};padding:2px 8px;text-align:left}}"
        f"QPushButton:focus{{border:2px solid {theme.ink}}}"
        f"QPushButton:checked{{background:{theme.ink};color:{theme.sheet};border:1px solid {theme.ink}}}"
    )


def rgba(colour: QColor, alpha: float) -> QColor:
    """The colour, let through."""
    made = QColor(colour)
    made.setAlphaF(alpha)
    return made


__all__ = ["LEFT", "MIDDLE", "RIGHT", "Edit", "Number", "QuantityField", "Sheet", "button_style", "rgba"]
