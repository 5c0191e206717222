"""The window: steps, chips, sheet, findings, working, strip; wired to the document in one place."""

from __future__ import annotations

from dataclasses import replace
from pathlib import Path

from PyQt6.QtCore import QEvent, QSettings, Qt, QTimer
from PyQt6.QtGui import QCloseEvent, QDragEnterEvent, QDropEvent, QKeyEvent
from PyQt6.QtWidgets import (
    QApplication,
    QComboBox,
    QLineEdit,
    QMainWindow,
    QWidget,
)
from typing_extensions import override

from isostat.assess import workings
from isostat.assess.correction import follow_up
from isostat.assess.fixes import Fix
from isostat.assess.judgement import Step
from isostat.assess.measure.value_of_readings import what_it_buys
from isostat.assess.spring.leaves_to_add import leaves_offered
from isostat.assess.stance.band import predicted, same_parts
from isostat.assess.workings import Shown
from isostat.desktop.background import Background
from isostat.desktop.catalogue import Catalogue
from isostat.desktop.document import REST_MS, Document, Edit
from isostat.desktop.exchange import Exchange
from isostat.desktop.far.view import FarField
from isostat.desktop.filing import Filing
from isostat.desktop.frame import Frame
from isostat.desktop.lookups import Lookups
from isostat.desktop.measure.step import MeasureStep
from isostat.desktop.menus import make_menus
from isostat.desktop.pieces.fields import QuantityField
from isostat.desktop.pieces.number import Asked
from isostat.desktop.pieces.sheet import Sheet
from isostat.desktop.preferences import Preferences
from isostat.desktop.safekeeping import Safekeeping
from isostat.desktop.sheets import Sheets
from isostat.desktop.spring.step import SpringStep
from isostat.desktop.tab_walk import walk
from isostat.desktop.theme import palette
from isostat.desktop.view import View
from isostat.desktop.weighing import Weighing
from isostat.job.files import JobFault
from isostat.job.schema import Job
from isostat.language import tr
from isostat.wording.fixes import say_fix
from isostat.wording.reader import Reader
from isostat.wording.refusal import say_refused

MAIN_NUMBERS = {
    Step.MEASURE: Shown(workings.corner.height, found=True),
    Step.LOAD: Shown(workings.load.axle_load),
    Step.STANCE: Shown(workings.corner.height),
    Step.SPRING: Shown(workings.order.spring_rate),
    Step.TRAVEL: Shown(workings.corner.bump),
    Step.KNOCK_ON: Shown(workings.corner.height),
    Step.FIT: Shown(workings.corner.height),
    Step.LOG: Shown(workings.corner.height),
}


class MainWindow(QMainWindow):
    """Everything that is open. The document changes in `Document`; this only shows and asks."""

    def __init__(
        self,
        job: Job,
        path: Path | None = None,
        settings: QSettings | None = None,
        keep: Path | None = None,
        stamp: bytes | None = None,
    ) -> None:
        """stamp: of the file that the job was read from, as it was then."""
        super().__init__()
        self.document = Document(job, path, stamp)
        self.safe = Safekeeping(self.document, keep) if keep is not None else None
        self.settings = settings or QSettings("isostat", "isostat")
        self.preferences = Preferences(self.settings, self)
        self.step, self.case, self.ghosts = Step.MEASURE, self.document.job.weighed_case, False
        self._dressed = ""
        self._build()
        self._wire()
        make_menus(self)
        self.setMinimumSize(1100, 700)
        self.resize(1280, 800)
        self.setAcceptDrops(True)
        self.working.picked = replace(MAIN_NUMBERS[self.step], case=self.case)
        self.redraw()
        self.filing.hold()
        QTimer.singleShot(REST_MS, self._wish)  # once the window is there

    # -- building
    def _build(self) -> None:
        self.frame = Frame()
        self.frame.resized.connect(self._arrange)
        self.setCentralWidget(self.frame)
        self.top, self.steps, self.findings = self.frame.top, self.frame.steps, self.frame.findings
        self.working, self.strip = self.frame.working, self.frame.strip
        self.rail, self.far, self.notice = self.frame.rail, self.frame.far, self.frame.notice
        self.sheets = Sheets(self._place_sheet)
        self.buying = Background(what_it_buys, self)
        self.predicting = Background(predicted, self, same_parts)
        self.following = Background(follow_up, self)
        self.adding = Background(leaves_offered, self)
        self.filing = Filing(self.document, self.settings, self.safe, self.preferences.shown_units, self)
        self.catalogue = Catalogue(Path(self.settings.fileName()).with_name("lists.db"), self)
        self.lookups = Lookups(self, self.settings, self.preferences, self.view, self.filing.open)
        self.exchange = Exchange(self.document, self.preferences.shown_units, self.catalogue, self)
        self.weighing = Weighing(self.document, self.settings, self._log_entry, self)

    def _wire(self) -> None:
        d = self.document
        d.shown.connect(self.redraw)
        d.tried.connect(self.redraw)
        d.tried.connect(self._wish)
        self.predicting.arrived.connect(self._wish)  # what follows from the log needs it
        for answer in (self.buying, self.predicting, self.following, self.adding):
            answer.arrived.connect(self.redraw)
            d.replaced.connect(answer.forget)
        d.refused.connect(self._say_edit_refused)
        for sheet in (self.strip, self.findings, self.working, self.top, self.steps, self.far):
            self._hear(sheet)
        self.filing.opened.connect(self._opened)
        self.filing.opened.connect(self.weighing.forget)
        self.filing.saved.connect(self.redraw)
        self.filing.refused.connect(self._say_refused)
        for brings in (self.exchange, self.weighing):
            brings.edited.connect(self._edit)
            brings.said.connect(self._say)
            brings.refused.connect(self._say_refused)
        self.findings.fix_wanted.connect(self._fix)
        self.steps.chosen.connect(self.go)
        self.steps.grounds_wanted.connect(self.show_grounds)
        self.top.case_wanted.connect(self.show_case)
        self.top.units_wanted.connect(self.preferences.use_units)
        self.preferences.changed.connect(self.redraw)
        self.rail.toggled.connect(self._toggle_findings)
        self.working.grown.connect(self._arrange)
        d.undo.cleanChanged.connect(self._say_saved)
        d.undo.indexChanged.connect(self._say_saved)  # a step is drawn before the stack has counted it

    def _place_sheet(self, sheet: Sheet) -> None:
        """A step's sheet, once it is gone to."""
        self.frame.stack.addWidget(sheet)
        self._hear(sheet)
        sheet.file_wanted.connect(self.exchange.ask_file)
        sheet.scales_wanted.connect(self.weighing.ask)
        sheet.turned.connect(self._wish)
        if isinstance(sheet, SpringStep):
            sheet.finder.search_in(self.catalogue)

    def _log_entry(self) -> int | None:
        return self.sheets[self.step].weighs_into()

    def _hear(self, sheet: Sheet) -> None:
        undo = self.document.undo
        sheet.edited.connect(self._edit)
        sheet.asked.connect(self._ask)
        sheet.step_wanted.connect(self.go)
        sheet.refused.connect(self._say_refused)
        sheet.undo_asked.connect(self.take_back)
        sheet.redo_asked.connect(undo.redo)

    # -- showing
    def view(self) -> View:
        """What all parts draw now."""
        d = self.document
        return View(
            a=d.assessment,
            judgements=d.judgements,
            fixes=d.fixes,
            case=min(self.case, len(d.job.cases) - 1),
            reader=Reader(d.job, self.preferences.shown_units()),
            theme=self.preferences.theme,
            step=self.step,
            picked=self.working.picked,
            ghosts=self.ghosts,
            buys=self.buying.at_hand(d.assessment),  # type: ignore[arg-type]
            buys_fresh=self.buying.fresh(d.assessment),
            prediction=self.predicting.at_hand(d.assessment),  # type: ignore[arg-type]
            prediction_fresh=self.predicting.fresh(d.assessment),
            followed_up=self.following.fresh(d.assessment),
            leaves=self.adding.at_hand(d.assessment),  # type: ignore[arg-type]
            leaves_fresh=self.adding.fresh(d.assessment),
        )

    def redraw(self) -> None:
        """Every part anew from the document; the sheets that are not seen wait until they are."""
        v = self.view()
        self.case = v.case
        if self._dressed != v.theme.name:
            self._dressed = v.theme.name
            self.setPalette(palette(v.theme))
        self._arrange()
        for part in (self.top, self.steps, self.sheets[self.step], self.findings, self.working, self.strip):
            part.show_view(v)
        self.rail.show_view(v)
        if self.far.isVisible():
            self.far.show_view(v)
        self._say_saved()
        name = self.document.path.name if self.document.path else tr("not saved yet")
        self.setWindowTitle(f"{v.job.title} – {name} – Isostat")

    def _say_saved(self, _: object = None) -> None:
        d = self.document
        saved = tr("not saved") if not d.undo.isClean() or d.path is None else tr("saved")
        self.steps.say_last(d.undo.undoText(), saved)

    def _arrange(self) -> None:
        self.frame.arrange(self.preferences.theme)

    def focusNextPrevChild(self, ahead: bool) -> bool:
        """Tab walks by what a hand wants; in the far view as it would."""
        if self.far.isVisible():
            return super().focusNextPrevChild(ahead)
        walk(self.frame, self.sheets[self.step], ahead=ahead)
        return True

    def take_back(self) -> None:
        """Text that was refused first; else the last edit."""
        if not self._forget_refused():
            self.document.undo.undo()
        self._say_refused("")

    def _forget_refused(self) -> bool:
        """No field keeps a text that was refused; whether one did."""
        forgotten = [sheet.forget_refused() for sheet in self.frame.findChildren(Sheet)]
        return True in forgotten

    def show_grounds(self) -> None:
        """To what is worth measuring next."""
        self.go(Step.MEASURE)
        measure = self.sheets[Step.MEASURE]
        assert isinstance(measure, MeasureStep)
        measure.turn("missing")

    # -- hands
    def _edit(self, change: Edit, words: str, gesture: int) -> None:
        if self.document.edit(change, words, gesture):
            self._say_refused("")

    def _wish(self) -> None:
        """Asks for the long answers that the step shows, once the hand rests."""
        a = self.document.assessment
        (self.buying if self.step is Step.MEASURE else self.predicting).wish(a)
        if self.step is Step.LOG and self.predicting.fresh(a):
            self.following.wish(a)
        sheet = self.sheets[self.step]
        if isinstance(sheet, SpringStep) and sheet.shows_adding:
            self.adding.wish(a)

    def _fix(self, fix: Fix) -> None:
        words = say_fix(fix, Reader(self.document.job, self.preferences.shown_units())).title
        self.document.edit(fix.remedy.on, words)  # to the job as it is: edits made since stay

    def _main_number(self) -> Shown:
        own = self.sheets[self.step].own_number(self.view())
        return replace(own or MAIN_NUMBERS[self.step], case=self.case)

    def _ask(self, shown: Asked | None) -> None:
        """The working of a number, and its finding lit; None: of the number in view."""
        self.working.pick(shown or self._main_number())
        self.findings.show_view(self.view())

    def _say_edit_refused(self, fault: JobFault, words: str) -> None:
        """What the job refused, said beside the field in hand."""
        near = QApplication.focusWidget()
        typed = near.text() if isinstance(near, QuantityField) else ""
        self._say_refused(say_refused(fault, words, typed, self.preferences.shown_units()), near)

    def _say_refused(self, sentence: str, near: QWidget | None = None) -> None:
        self._say(sentence, "fault_wash", near)

    def _say(self, sentence: str, ground: str = "wash", near: QWidget | None = None) -> None:
        """A sentence on the colour of what it is, beside the field that it is about; none takes the last away."""
        field = near if isinstance(near, QLineEdit) and self.frame.isAncestorOf(near) else None
        self.notice.say(sentence, self.preferences.theme, ground, field, self.frame.middle())

    def _toggle_findings(self, opened: bool) -> None:
        self.frame.findings_open = opened
        self.redraw()

    def go(self, step: Step) -> None:
        """To a step of the work."""
        self.step = step
        self._pick_main()
        self.notice.leave()
        self.frame.stack.setCurrentWidget(self.sheets[step])
        for bar in (self.frame.pane.horizontalScrollBar(), self.frame.pane.verticalScrollBar()):
            if bar is not None:
                bar.setValue(0)
        self.redraw()
        self._wish()

    def _pick_main(self) -> None:
        """The working of the number in view: of the line that is chosen, the axle that is open, else the step's own."""
        self._ask(None)

    def show_case(self, case: int) -> None:
        """Everything for another load case; round at the ends."""
        self.case = case % len(self.document.job.cases)
        picked = self.working.picked
        if isinstance(picked, Shown) and picked.number is self._main_number().number:
            self.working.pick(replace(picked, case=self.case))
        self.redraw()

    def turn_far(self) -> None:
        """The whole window for a reader two metres away, and back."""
        if self.far.isVisible():
            self.far.hide()
            self.sheets[self.step].setFocus()
            return
        self.far.show()
        self.far.raise_()
        self.redraw()
        field = self.far.findChild(FarField)
        if field is not None and self.step in (Step.MEASURE, Step.FIT):
            field.setFocus()

    @override
    def keyPressEvent(self, event: QKeyEvent | None) -> None:
        if event is None or not self._hold(event, held=not self._typing()):
            super().keyPressEvent(event)

    @override
    def keyReleaseEvent(self, event: QKeyEvent | None) -> None:
        if event is None or not self._hold(event, held=False):
            super().keyReleaseEvent(event)

    def _hold(self, event: QKeyEvent, *, held: bool) -> bool:
        """Space shows the other cases and U the other units for as long as they are held; whether it was one of them."""
        keys = {Qt.Key.Key_Space: (self, "ghosts"), Qt.Key.Key_U: (self.preferences, "other_units")}
        if event.key() not in keys:
            return False
        of, shows = keys[Qt.Key(event.key())]
        if event.isAutoRepeat() or getattr(of, shows) == held:
            return event.isAutoRepeat()
        setattr(of, shows, held)
        self.redraw()
        return True

    @override
    def changeEvent(self, event: QEvent | None) -> None:
        super().changeEvent(event)
        lost = event is not None and event.type() == QEvent.Type.ActivationChange and not self.isActiveWindow()
        if lost and (self.ghosts or self.preferences.other_units):  # the key may be let go in another window
            self.ghosts = self.preferences.other_units = False
            self.redraw()

    def _typing(self) -> bool:
        return isinstance(QApplication.focusWidget(), QLineEdit | QComboBox)

    # -- files
    def _opened(self) -> None:
        """Another job is there: nothing of the last one stays."""
        self._forget_refused()
        self.notice.leave()
        self.case = self.document.job.weighed_case
        self.redraw()

    @override
    def dragEnterEvent(self, event: QDragEnterEvent | None) -> None:
        if event is not None and (data := event.mimeData()) is not None and data.hasUrls():
            event.acceptProposedAction()

    @override
    def dropEvent(self, event: QDropEvent | None) -> None:
        if event is not None and (data := event.mimeData()) is not None and data.urls():
            self.filing.open(Path(data.urls()[0].toLocalFile()))

    def leave(self) -> None:
        """Nothing goes on beside a window that goes."""
        spring = self.sheets.get(Step.SPRING)
        if isinstance(spring, SpringStep):
            spring.finder.searching.stop()
        self.catalogue.let_go()
        for long in (self.buying, self.predicting, self.following, self.adding):
            long.stop()
        self.document.undo.blockSignals(True)  # it counts its steps once more while it is destroyed

    @override
    def closeEvent(self, event: QCloseEvent | None) -> None:
        if event is not None and not self.filing.may_leave():
            event.ignore()
            return
        self.leave()
        if self.safe is not None:
            self.safe.let_go()
