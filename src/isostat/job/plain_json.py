"""JSON text as a job may hold it: no key twice, none of characters that nobody sees, nothing without end."""

from __future__ import annotations

import json
from collections.abc import Iterator
from typing import Any

from isostat.job.reading import hidden_character

DEEPEST = 40  # levels
MOST_DIGITS = 25  # of a whole number
Location = tuple[int | str, ...]


class NotPlain(ValueError):
    """Text that cannot be read; `faults` holds a sentence for each place."""

    def __init__(self, faults: list[str]) -> None:
        super().__init__(" ".join(faults))
        self.faults = faults


class _Object(dict[str, Any]):
    """An object that knows which of its keys stood twice."""

    twice: tuple[str, ...] = ()


def place_words(location: Location) -> str:
    """`vehicle.axles[0].left.pad_kg` for a location inside the document."""
    words = ""
    for part in location:
        words += f"[{part}]" if isinstance(part, int) else (f".{part}" if words else str(part))
    return words or "the job"


def plain_data(text: str) -> Any:
    """What a JSON text holds. Raises NotPlain with a sentence for each place where it is none, or not what a job may hold."""
    try:
        data = json.loads(text, parse_constant=_no_constant, parse_int=_whole, object_pairs_hook=_object)
    except json.JSONDecodeError as fault:
        raise NotPlain([f"Line {fault.lineno}, column {fault.colno}: {fault.msg}."]) from None
    except RecursionError:
        raise NotPlain([f"The text is too deep; accepted is up to {DEEPEST} levels."]) from None
    except ValueError as fault:
        raise NotPlain([f"The text cannot be read: {fault}."]) from None
    faults = list(_faults(data))
    if faults:
        raise NotPlain(faults)
    return data


def _faults(data: Any) -> Iterator[str]:
    waiting: list[tuple[Location, Any]] = [((), data)]
    while waiting:
        at, part = waiting.pop()
        if len(at) > DEEPEST:
            yield f"{place_words(at[:3])} and on is too deep; accepted is up to {DEEPEST} levels."
            return
        if isinstance(part, _Object):
            for key in part.twice:
                yield f"{place_words((*at, _shown(key)))} stands twice; accepted is once."
            for key in part:
                if sign := hidden_character(key):
                    yield f"{place_words(at)} has a key with the character {sign}; accepted are letters, digits and _."
            waiting += [((*at, _shown(key)), value) for key, value in reversed(part.items())]
        elif isinstance(part, list):
            waiting += [((*at, n), value) for n, value in reversed(list(enumerate(part)))]


def _shown(key: str) -> str:
    seen = "".join("�" if hidden_character(ch) else ch for ch in key)
    return seen if len(seen) <= 40 else f"{seen[:39]}…"


def _object(pairs: list[tuple[str, Any]]) -> _Object:
    made = _Object(pairs)
    if len(made) < len(pairs):
        keys = [key for key, _ in pairs]
        made.twice = tuple(dict.fromkeys(key for key in keys if keys.count(key) > 1))
    return made


def _no_constant(sign: str) -> float:
    raise ValueError(f"{sign} is no number; accepted is a finite one")


def _whole(digits: str) -> int:
    if len(digits) > MOST_DIGITS:
        raise ValueError(f"{digits[:10]}… has {len(digits)} digits; accepted is up to {MOST_DIGITS}")
    return int(digits)
