"""JSON text as a job may hold it: no key twice, none of characters that nobody sees, nothing without end."""

from __future__ import annotations

import json
from collections.abc import Iterator
from typing import Any

from isostat.job.locations import Location, location_words
from isostat.job.reading import hidden_character
from isostat.language import capital, tr

DEEPEST = 40  # levels
MOST_DIGITS = 25  # of a whole number


class NotPlain(ValueError):
    """Text that cannot be read; `faults` holds a sentence for each place."""

    def __init__(self, faults: list[str]) -> None:
        super().__init__(" ".join(faults))
        self.faults = faults


class _Object(dict[str, Any]):
    """An object that knows which of its keys stood twice."""

    twice: tuple[str, ...] = ()


def plain_data(text: str) -> Any:
    """What a JSON text holds. Raises NotPlain with a sentence for each place where it is none, or not what a job may hold."""
    try:
        data = json.loads(text, parse_constant=_no_constant, parse_int=_whole, object_pairs_hook=_object)
    except json.JSONDecodeError as fault:
        line, column = fault.lineno, fault.colno
        raise NotPlain(
            [tr("Line {line}, column {column}: not valid JSON ({why}).", line=line, column=column, why=fault.msg)]
        ) from None
    except RecursionError:
        raise NotPlain([tr("The text is nested too deep. The most is {most} levels.", most=DEEPEST)]) from None
    except ValueError as fault:
        raise NotPlain([str(fault)]) from None
    faults = list(_faults(data))
    if faults:
        raise NotPlain(faults)
    return data


def _faults(data: Any) -> Iterator[str]:
    waiting: list[tuple[Location, Any]] = [((), data)]
    while waiting:
        at, part = waiting.pop()
        if len(at) > DEEPEST:
            place = capital(location_words(at[:3]))
            yield tr("{place}: nested too deep. The most is {most} levels.", place=place, most=DEEPEST)
            return
        if isinstance(part, _Object):
            for key in part.twice:
                yield tr("{place}: “{key}” appears twice. Keep one.", place=capital(location_words(at)), key=_shown(key))
            for key in part:
                if sign := hidden_character(key):
                    place = capital(location_words(at))
                    yield tr("{place}: a key has the character {sign}. Use letters, digits and _.", place=place, sign=sign)
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
    raise ValueError(tr("{sign} is not a number.", sign=sign))


def _whole(digits: str) -> int:
    if len(digits) > MOST_DIGITS:
        raise ValueError(tr("{digits}… has {n} digits. The most is {most}.", digits=digits[:10], n=len(digits), most=MOST_DIGITS))
    return int(digits)
