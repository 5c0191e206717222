"""Numbers and groups of numbers typed as options of a command, and the lines that answer them."""

from __future__ import annotations

from isostat.job.files import JobFault
from isostat.units.typed import NotUnderstood, parse
from isostat.units.unit import Preset, Quantity

Lines = list[tuple[str, str, float, Quantity]]  # key of the JSON, words, SI value, quantity


def typed_number(text: str | None, name: str, quantity: Quantity, preset: Preset) -> float:
    """A number in SI. Raises JobFault, naming the option, where it is missing or not understood."""
    if text is None:
        raise JobFault("spring", [f"--{name} is missing; it must be given here."])
    try:
        return float(parse(text, quantity, preset).si)
    except NotUnderstood as fault:
        raise JobFault("spring", [f"--{name}: {fault}"]) from None


def typed_pieces(text: str, name: str, count: int) -> list[str]:
    """Values joined by “=”. Raises JobFault, naming the option, for another number of them."""
    pieces = text.split("=")
    if len(pieces) != count:
        raise JobFault("spring", [f"--{name} is “{text}”; accepted are {count} values joined by “=”."])
    return pieces
