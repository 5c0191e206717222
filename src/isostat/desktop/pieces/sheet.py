"""A sheet: children with a name and focus for every number, field and button, placed where a view wants them."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from functools import partial
from typing import TypeVar

from PyQt6.QtCore import QPointF, QRect, QSize, pyqtSignal
from PyQt6.QtGui import QAction
from PyQt6.QtWidgets import QMenu, QPushButton, QWidget

from isostat.assess.workings import Shown
from isostat.desktop.pieces.fields import Choice, Put, PutWords, QuantityField, TextField
from isostat.desktop.pieces.grip import Grip, Handle
from isostat.desktop.pieces.number import Asked, Look, Number
from isostat.desktop.pieces.plain import on_button, set_tip
from isostat.desktop.pieces.styles import button_style, field_style, restyle
from isostat.desktop.pieces.typed import Typed
from isostat.desktop.pieces.working_name import name_of
from isostat.job.edits import paths as edits
from isostat.language import tr
from isostat.units.format import number, with_unit
from isostat.units.unit import Quantity

LEFT, MIDDLE, RIGHT = 0.0, 0.5, 1.0
SIDES, ARROW = 19, 30  # px of a button beside its words, and of a choice beside its
W = TypeVar("W", bound=QWidget)


class Sheet(Typed):
    """Base of all drawn areas: its strokes are of `Drawn`, what is typed in it goes by `Typed`."""

    asked = pyqtSignal(object)  # Asked, or None: the number in view
    undo_asked = pyqtSignal()
    redo_asked = pyqtSignal()
    scales_wanted = pyqtSignal()  # for what is on screen
    step_wanted = pyqtSignal(object)  # Step: another one, where it goes on
    turned = pyqtSignal()  # to another page or panel, which may show what is worked out beside the window
    file_wanted = pyqtSignal(str, int)  # "spring table" or "shocks", of which axle; "card pdf" and its like

    axle = 0  # whose panel is open

    def __init__(self, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self._acts: dict[str, Callable[[], object]] = {}  # what each button does

    def weighs_into(self) -> int | None:
        """Entry of the log that is on screen: scales are read into it. None: they weigh the vehicle as found."""
        return None

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


def _do(act: Callable[[], object], _checked: bool = False) -> None:
    act()
