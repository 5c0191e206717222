"""What people type: `10 1/8`, `10-1/8"`, `26 11/32 in`, `257mm`, `1400 lb`, `10,5`. Becomes SI or a sentence."""

from __future__ import annotations

import math
import re
import unicodedata
from dataclasses import dataclass
from fractions import Fraction
from functools import cache
from typing import TYPE_CHECKING

from isostat.units.unit import DEFAULT_PRESET, IN, SPELLINGS, Preset, Quantity, Unit

if TYPE_CHECKING:
    import pint

_NUMBER = re.compile(
    r"""^(?P<sign>[-+−]?)\s*
    (?: (?P<whole>\d+)(?:\s+|\s*-\s*)(?P<num>\d+)\s*/\s*(?P<den>\d+)     # 10 1/8, 10-1/8
      | (?P<num_only>\d+)\s*/\s*(?P<den_only>\d+)                        # 1/2
      | (?P<decimal>\d+(?:[.,]\d+)?|[.,]\d+)(?:[eE](?P<exp>[-+]?\d{1,3}))?  # 10.125, 10,5, .5
    )\s*(?P<unit>.*)$""",
    re.VERBOSE,
)
LONGEST = 60  # characters of a number
LEAST, MOST = 1e-15, 1e15  # of anything that is measured, in SI
QUOTED = 40  # of what was typed, in a sentence
_SIGNS = str.maketrans({"．": ".", "٫": ".", "，": ",", "٬": ",", "／": "/", "－": "-", "＋": "+", "\u00a0": " "})
_ASKED_COMMA = re.compile(r"^\d{1,3},\d{3}$")
_PINT_UNITS = {
    Quantity.HEIGHT: "m",
    Quantity.COIL: "m",
    Quantity.MASS: "kg",
    Quantity.RATE: "N/m",
    Quantity.PRESSURE: "Pa",
    Quantity.FREQUENCY: "Hz",
    Quantity.FORCE: "N",
}


def quoted(typed: str) -> str:
    """Typed text as a sentence shows it: what nobody sees as a sign of its own, and not without end."""
    seen = "".join(ch if ch.isprintable() else "�" for ch in typed)
    return seen if len(seen) <= QUOTED else f"{seen[: QUOTED - 1]}…"


class NotUnderstood(ValueError):
    """Typed text that is no number of the wanted kind; the sentence says what was typed and what is accepted."""

    def __init__(self, typed: str, reason: str, accepted: str) -> None:
        shown = quoted(typed)
        super().__init__(f"“{shown}” {reason}; accepted is {accepted}.")
        self.typed, self.reason, self.accepted = shown, reason, accepted


@dataclass(frozen=True, slots=True)
class Typed:
    """A number as typed: its SI value, the text itself, and the unit that it was understood in."""

    si: float
    text: str
    unit: Unit


def _examples(quantity: Quantity, unit: Unit) -> str:
    signs = {
        Quantity.HEIGHT: "257, 257 mm or 10 1/8 in",
        Quantity.COIL: "257, 257 mm or 10 1/8 in",
        Quantity.MASS: "635 kg or 1400 lb",
        Quantity.RATE: "31 N/mm, 175 lb/in or 2.5 kgf/mm",
        Quantity.PRESSURE: "2.4 bar or 35 psi",
        Quantity.FREQUENCY: "1.3 or 1.3 Hz",
        Quantity.FORCE: "4000 N or 900 lbf",
        Quantity.RATIO: "a plain number such as 0.65",
        Quantity.SHARE: "a share such as 60 %",
        Quantity.ANGLE: "an angle such as 4.5°",
        Quantity.ALTITUDE: "2000 m or 6500 ft",
        Quantity.WARMTH: "-20 °C or -36 °F",
        Quantity.VOLUME: "5 L or 300 in³",
        Quantity.SPEED: "130 mm/s or 5 in/s",
        Quantity.STRESS: "1050 MPa or 150 ksi",
        Quantity.MODULUS: "78.5 GPa or 11.4 Mpsi",
        Quantity.TEMPERATURE: "20 °C or 68 °F",
    }
    bare = f" (a bare number is {unit.sign})" if unit.sign and quantity not in (Quantity.SHARE,) else ""
    return signs[quantity] + bare


def _in_plain_signs(text: str) -> str:
    """Digits of any script as 0 to 9, ⅛ and its like as ` 1/8`; the space keeps `10⅛` a mixed number."""
    out = []
    for ch in text.translate(_SIGNS):
        if ch.isdecimal():
            out.append(str(unicodedata.decimal(ch)))
        elif unicodedata.category(ch) == "No" and "⁄" in (plain := unicodedata.normalize("NFKC", ch)):
            out.append(" " + plain.replace("⁄", "/"))
        else:
            out.append(ch)
    return "".join(out).replace("⁄", "/").strip()


@cache
def _registry() -> pint.UnitRegistry[float]:
    import pint  # noqa: PLC0415 - slow to import, wanted only for units that no workshop types every day

    return pint.UnitRegistry()


def _rare_unit(sign: str, quantity: Quantity) -> Unit | None:
    """A unit outside the workshop's usual ones (`stone`, `cm/min`), from the unit library."""
    target = _PINT_UNITS.get(quantity)
    if target is None or not re.fullmatch(r"[A-Za-zµ]+(?:\s?[*/]\s?[A-Za-z]+)?", sign) or len(sign) > 24:
        return None
    import pint  # noqa: PLC0415 - slow to import

    try:
        parsed = _registry().parse_units(sign)
        return Unit(sign, float(_registry().Quantity(1.0, parsed).to(target).magnitude), 2)
    except (pint.PintError, AttributeError, ValueError, TypeError, KeyError):
        return None


def parse(text: str, quantity: Quantity, preset: Preset = DEFAULT_PRESET) -> Typed:
    """Reads a typed number of a quantity.

    text: as typed; a bare number takes the preset's unit, a bare fraction of a length is inches. quantity: what is
    measured. preset: units in use.
    Returns Typed, in SI. The sign covers the whole of a mixed number.
    Raises NotUnderstood with a sentence when nothing sure can be made of the text.
    """
    field = preset.unit(quantity)
    shown = text.strip()
    accepted = _examples(quantity, field)
    if not shown:
        raise NotUnderstood(text, "is empty", accepted)
    if len(shown) > LONGEST:
        raise NotUnderstood(shown, f"has {len(shown)} characters, too many for a number", accepted)
    m = _NUMBER.match(_in_plain_signs(shown))
    if m is None:
        raise NotUnderstood(shown, "is not a number", accepted)
    value = _value(m, shown, accepted)
    sign = m["unit"].strip()
    fraction = m["decimal"] is None
    unit = field if not sign else _unit(sign, quantity)
    if not sign and fraction and quantity in (Quantity.HEIGHT, Quantity.COIL):
        unit = IN  # no tape has eighths of a millimetre
    if unit is None:
        raise NotUnderstood(shown, f"has “{quoted(sign)}” for a unit, which is no {quantity.value} unit here", accepted)
    if fraction and unit.si in (0.001, 0.01, 1.0) and quantity in (Quantity.HEIGHT, Quantity.COIL):
        raise NotUnderstood(shown, f"is a fraction of {unit.sign}", "a fraction of an inch, or a decimal")
    try:  # by the factor as written, so that 470 mm is 0.47 m to the last bit
        si = float(value * Fraction(str(unit.si)) + Fraction(str(unit.zero)))
    except OverflowError:
        si = math.inf
    if not abs(si) < MOST:
        raise NotUnderstood(shown, "is too large to be meant", accepted)
    if value != 0 and abs(si) < LEAST and unit.zero == 0.0:
        raise NotUnderstood(shown, "is too small to be meant", accepted)
    return Typed(si, shown, unit)


def _unit(sign: str, quantity: Quantity) -> Unit | None:
    known = SPELLINGS[quantity].get(re.sub(r"\s+", "", sign.lower()))
    return known or _rare_unit(sign, quantity)


def _value(m: re.Match[str], shown: str, accepted: str) -> Fraction:
    if m["decimal"] is not None:
        digits = m["decimal"]
        if _ASKED_COMMA.match(digits):
            dotted, joined = digits.replace(",", "."), digits.replace(",", "")
            raise NotUnderstood(shown, f"may mean {dotted} or {joined}", "the one you mean, typed without a comma")
        value = Fraction(digits.replace(",", ".")) * Fraction(10) ** int(m["exp"] or 0)
    else:
        den = int(m["den"] or m["den_only"])
        if den == 0:
            raise NotUnderstood(shown, "divides by zero", accepted)
        value = Fraction(int(m["num"] or m["num_only"]), den) + int(m["whole"] or 0)
    return -value if m["sign"] in ("-", "−") else value
