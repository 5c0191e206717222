"""What was typed into the fields of a sheet: taken as an edit of the job, or refused in place with a sentence."""

from __future__ import annotations

from collections.abc import Callable

from PyQt6.QtCore import pyqtSignal

from isostat.core.limits import OutOfRange
from isostat.desktop.pieces.drawn import Drawn
from isostat.desktop.pieces.fields import QuantityField, TextField
from isostat.desktop.pieces.plain import set_tip
from isostat.job.edits import paths as edits
from isostat.job.out_of_range import say_out_of_range
from isostat.job.schema import Job
from isostat.language import capital, tr
from isostat.units.parse import NotUnderstood, parse


class Typed(Drawn):
    """Hears its fields; the job is the document's, an edit is only asked for."""

    edited = pyqtSignal(object, str, int)  # Edit, words, gesture
    refused = pyqtSignal(str, object)  # in words, the field

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
