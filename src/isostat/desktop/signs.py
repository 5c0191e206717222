"""The window of signs: what each mark, hatch and grip on the drawings means, drawn as it is there."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from functools import partial

from PyQt6.QtCore import QLineF, QPointF, QRectF, QSize, Qt
from PyQt6.QtGui import QIcon, QPainter, QPixmap
from PyQt6.QtWidgets import QTableWidgetItem, QWidget

from isostat.assess.judgement import Grade
from isostat.desktop.pieces.grip import draw_grip
from isostat.desktop.pieces.ink import bracket, case_glyph, grounds_mark, hatch, mark, target_mark
from isostat.desktop.pieces.lookup import Lookup
from isostat.desktop.theme import Theme, pen, smooth
from isostat.desktop.view import FOUND, View
from isostat.language import capital, later, tr
from isostat.wording.reader import ABOUT
from isostat.wording.sentences import grade_words

SIZE = QSize(44, 36)  # px of a drawn sign
MIDDLE = QPointF(SIZE.width() / 2, SIZE.height() / 2)
GRADES = {
    Grade.FAULT: later("unsafe or impossible as it is. Mend it first."),
    Grade.WATCH: later("over a limit or rule of thumb. Check it before the vehicle goes out."),
    Grade.NOTE: later("worth knowing. Nothing has to change."),
}
GRIPS = {
    "capsule": later("Drag up or down, or use the arrow keys: moves a height or a length."),
    "ring": later("Drag up or down, or use the arrow keys: changes a rate."),
    "tab": later("Drag up or down, or use the arrow keys: moves a bump stop or a travel limit."),
}
WRITTEN = {
    ABOUT.strip(): later("Rests on something assumed. Click the number to see on what."),
    "?": later("Not measured yet, and needed. The field has a dashed frame."),
    "–": later("Not measured, and optional. The field has a dashed frame."),
    "±": later("How far off the number may be, 19 times out of 20. Beside a target: its tolerance."),
    "→": later("Before and after."),
    "!": later("Beyond its limit."),
    "×": later("Removes this row. Between two numbers: times."),
}  # fmt: skip
HATCHES = (
    (True, "ink2", 4.5, later("The bump stop is being compressed.")),
    (False, "ink", 3.2, later("Metal: the wheel cannot go there.")),
    (True, "fault", 3.4, later("Parts touch in the wrong order, or a rating is exceeded.")),
    (False, "accent", 5.0, later("Within tolerance of the target.")),
)
Draw = Callable[[QPainter], None]


class SignsWindow(Lookup):
    """A sign a row, in the groups in which they are met."""

    def __init__(self, parent: QWidget, v: View) -> None:
        super().__init__(
            parent, v.theme, tr("Signs used in Isostat"), (tr("Sign"), tr("Meaning"), tr("Where")), (80, 420), (760, 640)
        )
        self.lines.addWidget(self.table)
        self.table.setIconSize(SIZE * v.theme.scale)
        rows = list(_rows(v))
        self.table.setRowCount(len(rows))
        for row, (sign, words, where) in enumerate(rows):
            for column, text in enumerate(("", words, where)):
                self.table.setItem(row, column, QTableWidgetItem(text))
            drawn = self.table.item(row, 0)
            assert drawn is not None
            drawn.setIcon(_icon(v.theme, sign))
            drawn.setData(Qt.ItemDataRole.AccessibleTextRole, words)


def _rows(v: View) -> Iterator[tuple[Draw, str, str]]:
    """How each sign is drawn, what it means, and where it stands."""
    t, everywhere = v.theme, tr("top bar and drawings")
    for case in (FOUND, *range(len(v.job.cases))):
        yield partial(_case, v, case), capital(v.case_word(case)), everywhere
    for grade, words in GRADES.items():
        letter = "" if grade is Grade.NOTE else "A"
        said = tr("{grade}: {words}", grade=grade_words(grade), words=tr(words))
        yield partial(_mark, t, grade, letter), said, tr("findings and drawings, with the finding's letter")
    for measured, words in (
        (True, tr("All of this step is measured.")),
        (False, tr("Some of this step is assumed. Hover to see what.")),
    ):
        yield partial(_grounds, t, measured), words, tr("list of steps")
    for kind, words in GRIPS.items():
        yield partial(_grip, t, kind), tr(words), tr("drawings")
    yield partial(_target, t), tr("Target height."), tr("travel gauge of a corner")
    yield partial(_band, t), tr("Between these heights the vehicle will stand. Grey while it is worked out."), tr("drawings")
    for crossed, role, gap, words in HATCHES:
        yield partial(_hatched, t, role, gap, crossed), tr(words), tr("drawings")
    yield partial(_before, t), tr("As found, before the change."), tr("drawings")
    for sign, words in WRITTEN.items():
        yield partial(_written, t, sign), tr(words), tr("numbers and fields")


def _case(v: View, case: int, p: QPainter) -> None:
    case_glyph(p, v.glyph(case), MIDDLE, 6, v.theme.colour("ink"), v.theme.colour("sheet"))


def _mark(t: Theme, grade: Grade, letter: str, p: QPainter) -> None:
    mark(p, t, grade, MIDDLE, 19, letter)


def _grounds(t: Theme, measured: bool, p: QPainter) -> None:
    grounds_mark(p, t, MIDDLE, measured=measured)


def _grip(t: Theme, kind: str, p: QPainter) -> None:
    draw_grip(p, t, kind, MIDDLE)


def _target(t: Theme, p: QPainter) -> None:
    target_mark(p, t, MIDDLE + QPointF(4, 0))


def _band(t: Theme, p: QPainter) -> None:
    bracket(p, t, MIDDLE + QPointF(2, 12), MIDDLE + QPointF(2, -12), role="accent", width=2.0, lip=-4.0)


def _hatched(t: Theme, role: str, gap: float, crossed: bool, p: QPainter) -> None:
    hatch(p, QRectF(MIDDLE - QPointF(14, 11), MIDDLE + QPointF(14, 11)), t.colour(role), gap, crossed=crossed)


def _before(t: Theme, p: QPainter) -> None:
    p.setPen(pen(t, "ink2", 1.25, "before"))
    p.drawLine(QLineF(MIDDLE - QPointF(16, 0), MIDDLE + QPointF(16, 0)))


def _written(t: Theme, sign: str, p: QPainter) -> None:
    p.setPen(t.colour("ink"))
    p.setFont(t.font(18 / t.scale, 600))
    p.drawText(QRectF(0, 0, SIZE.width(), SIZE.height()), Qt.AlignmentFlag.AlignCenter, sign)


def _icon(theme: Theme, draw: Draw) -> QIcon:
    picture = QPixmap(SIZE * (2 * theme.scale))
    picture.setDevicePixelRatio(2.0)
    picture.fill(theme.colour("sheet"))
    with smooth(QPainter(picture)) as p:
        p.scale(theme.scale, theme.scale)
        draw(p)
    return QIcon(picture)
