"""A sentence that names measured amounts, kept until it is known in whose units it is read."""

from __future__ import annotations

from dataclasses import dataclass
from unicodedata import category

from isostat.language import capital, tr
from isostat.units.format import number, with_unit
from isostat.units.unit import DEFAULT_PRESET, Preset, Quantity


@dataclass(frozen=True, slots=True)
class Amount:
    """A quantity in SI. toward: 1 shows it rounded up, −1 down, 0 to the nearest. bare: shown without its unit."""

    si: float
    quantity: Quantity
    toward: int = 0
    bare: bool = False


@dataclass(frozen=True, slots=True)
class Saying:
    """A text with {names}, and what stands in their place; equal where it says the same."""

    text: str
    given: tuple[tuple[str, Given], ...] = ()

    def words(self, preset: Preset = DEFAULT_PRESET) -> str:
        """The sentence, its amounts in the units of a preset."""
        return capital(tr(self.text, **{name: _shown(value, preset) for name, value in self.given}))


Given = str | int | Amount | Saying


def saying(text: str, /, **given: Given) -> Saying:
    """A sentence from its text and what stands in it."""
    return Saying(text, tuple(given.items()))


def _range(low: Given, high: Given) -> dict[str, Given]:
    """Both bounds rounded to the side that is accepted, the unit said once."""
    if isinstance(low, Amount) and isinstance(high, Amount):
        alike = low.quantity is high.quantity
        return {"low": Amount(low.si, low.quantity, 1, bare=alike), "high": Amount(high.si, high.quantity, -1)}
    return {"low": low, "high": high}


def _shown(value: Given, preset: Preset) -> str:
    match value:
        case Amount(si, quantity, toward, True):
            return number(si, quantity, preset, toward=toward)
        case Amount(si, quantity, toward):
            return with_unit(si, quantity, preset, toward=toward)
        case Saying(text, given):
            return tr(text, **{name: _shown(part, preset) for name, part in given})
    return _seen(str(value))


def _seen(text: str) -> str:
    """What nobody sees, as a sign of its own: it may stand in a key of a file, and a terminal would obey it."""
    if text.isprintable():
        return text
    return "".join(ch if ch.isprintable() or category(ch) == "Zs" else "�" for ch in text)


def out_of_range(given: Given, low: Given, high: Given, *, above: bool, place: Given = "") -> Saying:
    """What lies beyond its bounds: what was given, and what to enter instead. above: it is too large."""
    if (
        isinstance(low, Amount) and isinstance(high, Amount) and low.si > high.si
    ):  # it follows from parts beside it, and none will do
        return saying("{place}: {given} will not do, and no value will. Change a part beside it.", place=place, given=given)
    bounds = _range(low, high)
    if place:
        if above:
            return saying("{place}: {given} is too large. Enter {low} to {high}.", place=place, given=given, **bounds)
        return saying("{place}: {given} is too small. Enter {low} to {high}.", place=place, given=given, **bounds)
    if above:
        return saying("{given} is too large. Enter {low} to {high}.", given=given, **bounds)
    return saying("{given} is too small. Enter {low} to {high}.", given=given, **bounds)
