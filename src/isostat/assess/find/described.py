"""A part that nobody knows: what a tape and a tag say of it, and the parts of the lists that it may be."""

from __future__ import annotations

import re
from collections.abc import Mapping
from dataclasses import dataclass

import numpy as np

from isostat.catalogue.parts import Parts
from isostat.core.limits import Floats
from isostat.language import later, tr
from isostat.units.parse import parse
from isostat.units.unit import DEFAULT_PRESET, Preset, Quantity


@dataclass(frozen=True, slots=True)
class Read:
    """What may be read of a coil. words: as it is typed. error: one deviation, SI; share: of its value, in place of it."""

    words: str
    quantity: Quantity
    error: float
    share: bool = False


READ: Mapping[str, Read] = {  # common practice, no source: tape, caliper, counting, a press; a used spring has lost some length
    "wire": Read(later("wire"), Quantity.COIL, 0.0002),
    "inside": Read(later("inside"), Quantity.COIL, 0.0015),
    "outside": Read(later("outside"), Quantity.COIL, 0.0015),
    "coils": Read(later("coils"), Quantity.RATIO, 0.3),
    "free": Read(later("free"), Quantity.COIL, 0.004),
    "rate": Read(later("rate"), Quantity.RATE, 0.04, share=True),
}
FAR = 3.0  # deviations of one reading, beyond which a part is another one
ENDS_AND_ALL = 2.0  # turns that a coil has beside its active ones, closed at both ends


@dataclass(frozen=True, slots=True)
class Described:
    """code: off a tag, as far as it can be read, empty where there is none. readings: by word of READ, SI."""

    code: str
    readings: Mapping[str, float]


def described(text: str, preset: Preset = DEFAULT_PRESET) -> Described:
    """`wire 14, inside 105, free 380`, in any order, with or without units; what begins with no such word is off a tag.

    text: as typed. preset: units of plain numbers. Raises NotUnderstood for a reading that is no number.
    """
    code, readings = [], {}
    names = {tr(read.words).casefold(): key for key, read in READ.items()} | {key: key for key in READ}
    for piece in re.split(r";|,\s+", text):
        word, _, number = piece.strip().partition(" ")
        key = names.get(word.casefold().rstrip(":="))
        if key is not None and number.strip():
            readings[key] = float(parse(number.strip(), READ[key].quantity, preset).si)
        elif piece.strip():
            code.append(piece.strip())
    return Described(" ".join(code), readings)


def may_be(parts: Parts, it: Described) -> list[tuple[int, float]]:
    """Lines of a list that it may be, the likeliest first, with how many deviations off in the mean.

    parts: of one kind; readings are of coils. it: what was read. A line that does not say what was read is none; without a reading
    the code alone counts.
    """
    far = np.zeros(len(parts))
    for key, value in it.readings.items():
        error = READ[key].error * (value if READ[key].share else 1.0)
        off = np.abs(_listed(parts, key) - value) / error
        far = np.where(off <= FAR, far + off**2, np.inf)
    code = _plain(it.code)
    if code:
        far = np.where([code in _plain(number) for number in parts.parts], far, np.inf)
    if not code and not it.readings:
        return []
    mean = np.sqrt(far / max(len(it.readings), 1))
    return [(int(n), float(mean[n])) for n in np.argsort(mean, kind="stable") if np.isfinite(mean[n])]


def _listed(parts: Parts, key: str) -> Floats:
    """What a list says of it, (n,) SI, nan where it does not."""
    n, unknown = parts.numbers, np.full(len(parts), np.nan)
    wire, inside = n.get("wire_m", unknown), n.get("inside_m", unknown)
    return {
        "wire": wire,
        "inside": inside,
        "outside": inside + 2.0 * wire,
        "coils": n.get("active", unknown) + ENDS_AND_ALL,
        "free": n.get("free_m", unknown),
        "rate": n.get("rate", unknown),
    }[key]


def _plain(code: str) -> str:
    """Letters and digits alone: a tag is rubbed, and dashes are read for spaces."""
    return re.sub(r"[^0-9a-z]", "", code.casefold())
