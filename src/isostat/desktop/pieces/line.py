"""A line of words, fields, choices and buttons, each a gap from the one before."""

from __future__ import annotations

from collections.abc import Callable, Sequence

from PyQt6.QtCore import QPointF, QRect, QSize

from isostat.assess.workings import Shown
from isostat.core.working import Figure, Origin
from isostat.desktop.pieces.entry import entry
from isostat.desktop.pieces.fields import Put, PutWords, QuantityField
from isostat.desktop.pieces.plain import set_tip
from isostat.desktop.pieces.sheet import LEFT, RIGHT, Sheet
from isostat.desktop.view import View
from isostat.job.edits import paths as edits
from isostat.job.edits.paths import JOB, path_to
from isostat.language import tr
from isostat.units.unit import Quantity

GAP = 6.0
DROP = 3.0  # of words, to the middle of what stands beside them


class Line:
    """Each call places one thing and goes on behind it; px unscaled.

    at: of its left end. high: of fields. size: of words. drop: of words below the top of the fields. back: `at` is its right end,
    and it goes on leftward.
    """

    def __init__(
        self, sheet: Sheet, v: View, at: QPointF, *, high: float = 24.0, size: float = 12.5, drop: float = DROP, back: bool = False
    ) -> None:
        self.sheet, self.v, self.x, self.y = sheet, v, at.x(), at.y()
        self.high, self.size, self.drop, self.back = high, size, drop, back
        self.begin = self.solid = self.x  # and where the last thing ends that is no words
        self.fields: list[QuantityField] = []

    @property
    def at(self) -> QPointF:
        """Where the next words would stand."""
        return QPointF(self.x, self.y + self.v.theme.px(self.drop))

    def gap(self, wide: float) -> Line:
        """So much further on than usual."""
        self.x += self.v.theme.px(-wide if self.back else wide)
        return self

    def upto(self, wide: float) -> Line:
        """So far from where it began, unless a field or a choice ends beyond that; words that do are set narrower."""
        self.x = max(self.solid, self.begin + self.v.theme.px(wide))
        return self

    def caps(self, key: str, words: str, unit: str = "") -> Line:
        """A head in small capitals."""
        return self._past(self.sheet.caps(key, words, self.at + QPointF(0, self.v.theme.px(2)), unit=unit))

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
        anchor = RIGHT if self.back else LEFT
        return self._past(
            self.sheet.text(
                key, text, self.at, size=size or self.size, role=role, weight=weight, unit=unit, shown=shown, anchor=anchor
            )
        )

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
        finer: bool = False,
        put: Put | None = None,
    ) -> Line:
        """A field for the reading at a path; where there is none it shows `otherwise`."""
        where = self.place(wide)
        made = entry(self.sheet, self.v, key, path, where, label=label, quantity=quantity, otherwise=otherwise, figure=figure,
                     finer=finer, put=put)  # fmt: skip
        self.fields.append(made)
        return self

    def modulus(self, key: str, path: edits.Path, *, label: str, usual_pa: float, upto: float = 0) -> Line:
        """Word and field of a steel's shear modulus, which its grade stands in for until it is typed. upto: the field's place."""
        self.words(f"{key} word", tr("modulus"), unit="GPa")
        if upto:
            self.upto(upto)
        return self.reading(key, path, label=label, quantity=Quantity.MODULUS, wide=43, otherwise=Figure(usual_pa, Origin.ASSUMED))

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
        finer: bool = False,
        whole: bool = False,
        put: Put | None = None,
    ) -> Line:
        """A field for a path that shows a figure, whatever stands there."""
        value, assumed = (shown.value, shown.assumed) if shown else (None, False)
        made = self.sheet.field(key, path, *self.place(wide), label=label, quantity=quantity, value=value, assumed=assumed,
                                empty="–", figure=figure, finer=finer, whole=whole, put=put)  # fmt: skip
        self.fields.append(made)
        return self

    def typed(self, key: str, path: edits.Path, *, label: str, wide: float, put: PutWords | None = None) -> Line:
        """A field for words."""
        self.sheet.words(key, path, *self.place(wide), label=label, put=put)
        return self

    def choice(
        self, key: str, options: Sequence[str], current: int, chosen: Callable[[int], object], *, label: str, wide: float
    ) -> Line:
        """One of a few ways."""
        place, size = self.place(wide)
        self.sheet.choice(key, options, current, QRect(place.toPoint(), size), label=label, chosen=chosen)
        return self

    def tabs(self, key: str, words: Sequence[str], current: int, chosen: Callable[[int], object], *, wide: float = 0) -> Line:
        """Buttons side by side, one of them pressed; each so wide, or as its words are."""
        t = self.v.theme
        first = QRect(round(self.x), round(self.y), round(t.px(wide)), round(t.px(self.high)))
        self.x = self.sheet.tabs(key, words, current, first, chosen) + t.px(GAP)
        return self

    def button(
        self, key: str, words: str, act: Callable[[], object], *, filled: bool = False, tip: str = "", says: str = ""
    ) -> Line:
        """A button. tip: what it does, in more words. says: what a screen reader reads instead of its words."""
        made = self.sheet.button(key, words, QPointF(self.x, self.y - 1), act, filled=filled)
        if tip:
            set_tip(made, tip)
        if says:
            made.setAccessibleName(says)
        return self._past(made.geometry())

    def place(self, wide: float) -> tuple[QPointF, QSize]:
        """Where the next field stands, and its size; the line goes on behind it."""
        size = QSize(round(self.v.theme.px(wide)), round(self.v.theme.px(self.high)))
        place = QPointF(self.x - size.width() if self.back else self.x, self.y)
        self.x = place.x() + (0 if self.back else size.width())
        self.gap(GAP)
        self.solid = self.x
        return place, size

    def _past(self, box: QRect) -> Line:
        self.x = float(box.left() if self.back else box.right())
        return self.gap(GAP)


def tyre_field(line: Line, key: str, axle: int) -> Line:
    """A field for the tyre that is proposed at an axle, by its radius or its size."""
    return line.reading(key, path_to(JOB.proposal.axles[axle].tyre_radius_m), label=tr("tyre radius, proposed, unloaded"),
                        quantity=Quantity.HEIGHT, wide=66, otherwise=line.v.a.fits[axle].tyre_radius_m)  # fmt: skip
