"""Every text for people passes here: a catalogue may put it into another language, and the decimal mark is set here."""

from __future__ import annotations

from gettext import NullTranslations

_English = NullTranslations
_catalogue: NullTranslations = _English()
_mark = "."
MARKS = (".", ",")


def speak(catalogue: NullTranslations | None = None) -> None:
    """From now on texts come from a catalogue; None: English, as they are written."""
    global _catalogue  # noqa: PLW0603 - a program speaks one language at a time
    _catalogue = catalogue or _English()


def set_decimal_mark(mark: str) -> None:
    """From now on numbers are shown with a mark, one of MARKS, and what is typed is read by it. Raises ValueError for another."""
    global _mark  # noqa: PLW0603 - likewise
    if mark not in MARKS:
        raise ValueError(f"“{mark}” is not a decimal mark. Use one of {' '.join(MARKS)}")
    _mark = mark


def decimal_mark() -> str:
    """The mark that numbers are shown with."""
    return _mark


def tr(text: str, /, **given: object) -> str:
    """A text in the language spoken, with what is given put in place of its {names}."""
    said = _catalogue.gettext(text) if text else ""  # a catalogue has its own header under the empty text
    return said.format(**given) if given else said


def trn(one: str, many: str, n: int, /, **given: object) -> str:
    """A text that counts: `one` for a single thing, else `many`; {n} stands for the count."""
    return _catalogue.ngettext(one, many, n).format(n=n, **given)


def later(text: str, /) -> str:
    """Marks a text that is kept as English and passes `tr` where it is shown."""
    return text


def capital(text: str) -> str:
    """The text with a capital to begin with."""
    return text[:1].upper() + text[1:]


def decimal(value: float, digits: int) -> str:
    """A number with so many digits after its mark, a true minus sign, and never “−0”."""
    text = f"{value:.{digits}f}"
    if float(text) == 0.0:
        text = text.lstrip("-")
    return text.replace("-", "−").replace(".", _mark)
