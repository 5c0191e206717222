"""Numbers and groups of numbers typed as options of a command, and the lines that answer them."""

from __future__ import annotations

from argparse import ArgumentTypeError

from isostat.job.files import JobFault
from isostat.language import tr
from isostat.units.parse import NotUnderstood, parse, quoted
from isostat.units.unit import Preset, Quantity

Lines = list[tuple[str, str, float, Quantity]]  # key of the JSON, words, SI value, quantity


def plain_number(text: str) -> float:
    """A number without a unit, as argparse takes it."""
    try:
        return float(parse(text, Quantity.RATIO).si)
    except NotUnderstood as fault:
        raise ArgumentTypeError(str(fault)) from None


def whole_number(text: str) -> int:
    """A number of whole things, as argparse takes it."""
    number = plain_number(text)
    if not 0 <= number < 65_536 or number != int(number):
        raise ArgumentTypeError(tr("“{text}” is not a whole number. Enter 0 to 65535.", text=quoted(text)))
    return int(number)


def needed(*names: str) -> str:
    """That one of some options must be given."""
    return tr("Give {options}.", options=tr(" or ").join(f"--{name}" for name in names))


def typed_number(text: str | None, name: str, quantity: Quantity, preset: Preset) -> float:
    """A number in SI. Raises JobFault, naming the option, where it is missing or not understood."""
    if text is None:
        raise JobFault("spring", [needed(name)])
    try:
        return float(parse(text, quantity, preset).si)
    except NotUnderstood as fault:
        raise JobFault("spring", [f"--{name}: {fault}"]) from None


def typed_pieces(text: str, name: str, count: int) -> list[str]:
    """Values joined by “=”. Raises JobFault, naming the option, for another number of them."""
    pieces = text.split("=")
    if len(pieces) != count:
        raise JobFault("spring", [tr("--{name}: “{text}” needs {n} values joined by “=”.", name=name, text=quoted(text), n=count)])
    return pieces
