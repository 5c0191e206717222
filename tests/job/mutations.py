"""Job files as chance damages them: values, keys, places, bytes."""

from __future__ import annotations

import json
import random
from copy import deepcopy
from typing import Any

JUNK: tuple[Any, ...] = (
    None, True, False, 0, -0.0, 1, -1, 5e-324, 1e-12, 1e308, -1e308, 10**24, 0.5, 2, 3.7, 1000, "", "x", "a\x00b", "\ud800", "<b>",
    [], {}, [[]], {"value": 1}, {"value": None}, {"value": 5e-324, "error": 1e300}, [1, 2, 3], "n" * 5000,
)  # fmt: skip


def mutated(text: str, chance: random.Random) -> bytes:
    """The text of a job with a damage or a few."""
    data = json.loads(text)
    for _ in range(chance.choice((1, 1, 1, 2, 4))):
        _damage(data, chance)
    out = json.dumps(data, ensure_ascii=chance.random() < 0.8).encode("utf-8", "surrogatepass")
    if chance.random() < 0.15:
        out = _torn(out, chance)
    return out


def _damage(data: Any, chance: random.Random) -> None:
    here = data
    while True:
        keys = list(range(len(here))) if isinstance(here, list) else list(here)
        if not keys:
            return
        key = chance.choice(keys)
        if not isinstance(here[key], dict | list) or not here[key] or chance.random() < 0.15:
            break
        here = here[key]
    match chance.randrange(9):
        case 0:
            here[key] = deepcopy(chance.choice(JUNK))
        case 1 | 7 | 8 if isinstance(here[key], int | float):
            here[key] = here[key] * chance.choice((-1, 0, 0.1, 0.5, 0.9, 1.1, 2, 10, 1000))
        case 2 if isinstance(here[key], int | float):
            here[key] = chance.uniform(-1, 1) * 10 ** chance.randint(-6, 6)
        case 3:
            del here[key]
        case 4 if isinstance(here, list):
            here.insert(chance.randrange(len(here) + 1), deepcopy(here[key]))
        case 5 if isinstance(here, dict):
            here[chance.choice(("value", "error", "kind", "name", "bogus", str(key).upper()))] = deepcopy(here[key])
        case 6:
            other = chance.choice(keys)
            here[key], here[other] = here[other], here[key]
        case _:
            here[key] = deepcopy(chance.choice(JUNK))


def _torn(text: bytes, chance: random.Random) -> bytes:
    at = chance.randrange(len(text))
    match chance.randrange(4):
        case 0:
            return text[:at]
        case 1:
            return text[:at] + bytes([chance.randrange(256)]) + text[at + 1 :]
        case 2:
            return text[:at] + text[at : at + 40] + text[at:]
        case _:
            return text[:at] + text[at + chance.randint(1, 30) :]
