"""Every judgement as a sentence: what, where, by how much, why it matters."""

from __future__ import annotations

from dataclasses import dataclass

import isostat.wording.fit
import isostat.wording.knock_on
import isostat.wording.load
import isostat.wording.log
import isostat.wording.measure
import isostat.wording.spring
import isostat.wording.springs.words
import isostat.wording.stance
import isostat.wording.travel  # noqa: F401
from isostat.assess.judgement import Grade, Judgement
from isostat.language import later, tr
from isostat.wording.reader import Reader
from isostat.wording.tell import tell

_GRADES = {Grade.FAULT: later("Fault"), Grade.WATCH: later("Warning"), Grade.NOTE: later("Note")}


def grade_words(grade: Grade) -> str:
    """How grave a judgement is, as a word."""
    return tr(_GRADES[grade])


@dataclass(frozen=True, slots=True)
class Sentence:
    """A judgement in words: the place, a title of one line, a body of at most two."""

    place: str
    title: str
    body: str = ""


def ended(title: str) -> str:
    """A title as a sentence, in a line with what follows."""
    return title if title.endswith("?") else f"{title}."


def say(judgement: Judgement, reader: Reader) -> Sentence:
    """The judgement in the reader's units. Raises NotSaid for a kind without words."""
    title, body = tell(judgement, reader)
    return Sentence(reader.place(judgement.place), title, body)
