"""A line of words, fields, choices and buttons, each a gap from the one before."""

from __future__ import annotations

from collections.abc import Callable, Sequence

from PyQt6.QtCore import QPointF, QRect, QSize

from isostat.assess.workings import Shown
from isostat.core.working import Figure, Origin
from isostat.desktop.pieces.fields import Put
from isostat.desktop.pieces.sheet import Sheet
from isostat.desktop.view import View
from isostat.job.edits import paths as edits
from isostat.job.reading import Reading
from isostat.units.unit import Quantity

GAP = 6.0
DROP = 3.0  # of words, to the middle of what stands beside them


class Line:
    """Each call places one thing and goes on behind it; px unscaled. at: of its left end. high: of fields. size: of words."""

    def __init__(self, sheet: Sheet, v: View, at: QPointF, *, high: float = 24.0, size: float = 12.5) -> None:
        self.sheet, self.v, self.x, self.y = sheet, v, at.x(), at.y()
        self.high, self.size = high, size

    def gap(self, wide: float) -> Line:
        """So much further on than usual."""
        self.x += self.v.theme.px(wide)
        return self

    def words(
        self,
        key: str,
        text: str,
        *,
        role: str = "ink",
        weight: int = 400,
        unit: str = "",
        shown: Shown | None = None,
        size: float = 0,
    ) -> Line:
        """Words, or a number that can be asked."""
        at = QPointF(self.x, self.y + self.v.theme.px(DROP))
        box = self.sheet.text(key, text, at, size=size or self.size, role=role, weight=weight, unit=unit, shown=shown)
        return self._to(box.right())

    def reading(
        self,
        key: str,
        path: edits.Path,
        *,
        label: str,
        quantity: Quantity,
        wide: float = 60,
        otherwise: Figure | None = None,
        figure: float = 13,
        put: Put | None = None,
    ) -> Line:
        """A field for the reading at a path; where there is none it shows `otherwise`."""
        given = edits.value_at(self.v.job, path)
        if isinstance(given, Reading):
            otherwise = Figure(given.value, Origin.ASSUMED if given.assumed else Origin.MEASURED)
        return self.field(key, path, otherwise, label=label, quantity=quantity, wide=wide, figure=figure, put=put)

    def field(
        self,
        key: str,
        path: edits.Path,
        shown: Figure | None,
        *,
        label: str,
        quantity: Quantity,
        wide: float = 60,
        figure: float = 13,
        put: Put | None = None,
    ) -> Line:
        """A field for a path that shows a figure, whatever stands there."""
        size = QSize(round(self.v.theme.px(wide)), round(self.v.theme.px(self.high)))
        value, assumed = (shown.value, shown.assumed) if shown else (None, False)
        self.sheet.field(key, path, QPointF(self.x, self.y), size, label=label, quantity=quantity, value=value, assumed=assumed,
                         empty="–", figure=figure, put=put)  # fmt: skip
        return self._to(self.x + size.width())

    def choice(
        self, key: str, options: Sequence[str], current: int, chosen: Callable[[int], object], *, label: str, wide: float
    ) -> Line:
        """One of a few ways."""
        t = self.v.theme
        area = QRect(round(self.x), round(self.y), round(t.px(wide)), round(t.px(self.high)))
        self.sheet.choice(key, options, current, area, label=label, chosen=chosen)
        return self._to(area.right())

    def button(self, key: str, words: str, act: Callable[[], object], *, filled: bool = False) -> Line:
        """A button."""
        made = self.sheet.button(key, words, QPointF(self.x, self.y - 1), act, filled=filled)
        return self._to(made.geometry().right())

    def _to(self, right: float) -> Line:
        self.x = right + self.v.theme.px(GAP)
        return self
