"""What people type: `10 1/8`, `10-1/8"`, `26 11/32 in`, `257mm`, `1400 lb`, `10,5`. Becomes SI or a sentence."""

from __future__ import annotations

import math
import re
import unicodedata
from dataclasses import dataclass
from fractions import Fraction
from functools import cache
from typing import TYPE_CHECKING

from isostat.language import decimal_mark, tr
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
    Quantity.FINE: "m",
    Quantity.TORQUE: "N*m",
}


def quoted(typed: str) -> str:
    """Typed text as a sentence shows it: what nobody sees as a sign of its own, and not without end."""
    seen = "".join(ch if ch.isprintable() else "�" for ch in typed)
    return seen if len(seen) <= QUOTED else f"{seen[: QUOTED - 1]}…"


class NotUnderstood(ValueError):
    """Typed text that is not a number of the wanted kind; the sentence says what was typed and what to type instead."""


@dataclass(frozen=True, slots=True)
class Typed:
    """A number as typed: its SI value, the text itself, and the unit that it was understood in."""

    si: float
    text: str
    unit: Unit

    @property
    def with_unit(self) -> str:
        """The text, its unit after it where a person typed none."""
        if not self.unit.sign or re.search(r"[^\W\d_]|[%°\"″]", self.text):
            return self.text
        return f"{self.text}{'' if self.unit.sign == '°' else ' '}{self.unit.sign}"


EXAMPLES = {
    Quantity.HEIGHT: ("257 mm", "10 1/8 in"),
    Quantity.COIL: ("257 mm", "10 1/8 in"),
    Quantity.MASS: ("635 kg", "1400 lb"),
    Quantity.RATE: ("31 N/mm", "175 lb/in"),
    Quantity.PRESSURE: ("2.4 bar", "35 psi"),
    Quantity.FREQUENCY: ("1.3", "1.3 Hz"),
    Quantity.FORCE: ("4000 N", "900 lbf"),
    Quantity.RATIO: ("0.65", "2/3"),
    Quantity.SHARE: ("60 %", "60"),
    Quantity.ANGLE: ("4.5°", "4.5"),
    Quantity.ALTITUDE: ("2000 m", "6500 ft"),
    Quantity.WARMTH: ("-20 °C", "-36 °F"),
    Quantity.VOLUME: ("5 L", "300 in³"),
    Quantity.SPEED: ("130 mm/s", "5 in/s"),
    Quantity.STRESS: ("1050 MPa", "150 ksi"),
    Quantity.MODULUS: ("78.5 GPa", "11.4 Mpsi"),
    Quantity.TEMPERATURE: ("20 °C", "68 °F"),
    Quantity.FINE: ("1.4 mm", "1/16 in"),
    Quantity.TORQUE: ("110 N·m", "80 lb·ft"),
}


def _no_unit_of(quantity: Quantity, sign: str) -> str:
    """That a sign is not a unit of a quantity."""
    match quantity:
        case Quantity.HEIGHT | Quantity.COIL | Quantity.FINE | Quantity.ALTITUDE:
            return tr("“{sign}” is not a length unit.", sign=sign)
        case Quantity.MASS:
            return tr("“{sign}” is not a weight unit.", sign=sign)
        case Quantity.RATE:
            return tr("“{sign}” is not a unit of rate.", sign=sign)
        case Quantity.PRESSURE:
            return tr("“{sign}” is not a unit of pressure.", sign=sign)
        case Quantity.TORQUE:
            return tr("“{sign}” is not a unit of torque.", sign=sign)
        case Quantity.WARMTH | Quantity.TEMPERATURE:
            return tr("“{sign}” is not a unit of temperature.", sign=sign)
    return tr("“{sign}” is not a unit that fits here.", sign=sign)


def _try(quantity: Quantity, unit: Unit) -> str:
    """What to type instead."""
    first, second = (text.replace(".", decimal_mark()) for text in EXAMPLES[quantity])
    if unit.sign and quantity is not Quantity.SHARE:
        return tr("Try {first} or {second} (plain numbers are {unit}).", first=first, second=second, unit=unit.sign)
    return tr("Try {first} or {second}.", first=first, second=second)


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
    said = quoted(shown)

    def no(reason: str) -> NotUnderstood:
        return NotUnderstood(f"{reason} {_try(quantity, field)}")

    if not shown:
        raise no(tr("Nothing was typed."))
    if len(shown) > LONGEST:
        raise no(tr("“{typed}” has {n} characters, too many for a number.", typed=said, n=len(shown)))
    m = _NUMBER.match(_in_plain_signs(shown))
    if m is None:
        raise no(tr("“{typed}” is not a number.", typed=said))
    if m["den"] or m["den_only"]:
        if int(m["den"] or m["den_only"]) == 0:
            raise no(tr("“{typed}” divides by zero.", typed=said))
    elif decimal_mark() == "." and _ASKED_COMMA.match(m["decimal"]):
        dotted, joined = m["decimal"].replace(",", "."), m["decimal"].replace(",", "")
        raise NotUnderstood(tr("Did you mean {dotted} or {joined}? Type it without a comma.", dotted=dotted, joined=joined))
    value = _value(m)
    sign = m["unit"].strip()
    fraction = m["decimal"] is None
    unit = field if not sign else _unit(sign, quantity)
    if not sign and fraction and quantity in (Quantity.HEIGHT, Quantity.COIL):
        unit = IN  # no tape has eighths of a millimetre
    if unit is None:
        raise no(_no_unit_of(quantity, quoted(sign)))
    if fraction and unit.si in (0.001, 0.01, 1.0) and quantity in (Quantity.HEIGHT, Quantity.COIL):
        raise NotUnderstood(
            tr("“{typed}” is a fraction of {unit}. Use a fraction of an inch, or a decimal.", typed=said, unit=unit.sign)
        )
    try:  # by the factor as written, so that 470 mm is 0.47 m to the last bit
        si = float(value * Fraction(str(unit.si)) + Fraction(str(unit.zero)))
    except OverflowError:
        si = math.inf
    if not abs(si) < MOST:
        raise no(tr("“{typed}” is far too large.", typed=said))
    if value != 0 and abs(si) < LEAST and unit.zero == 0.0:
        raise no(tr("“{typed}” is far too small.", typed=said))
    return Typed(si, shown, unit)


def _unit(sign: str, quantity: Quantity) -> Unit | None:
    known = SPELLINGS[quantity].get(re.sub(r"\s+", "", sign.lower()))
    return known or _rare_unit(sign, quantity)


def _value(m: re.Match[str]) -> Fraction:
    if m["decimal"] is not None:
        value = Fraction(m["decimal"].replace(",", ".")) * Fraction(10) ** int(m["exp"] or 0)
    else:
        value = Fraction(int(m["num"] or m["num_only"]), int(m["den"] or m["den_only"])) + int(m["whole"] or 0)
    return -value if m["sign"] in ("-", "−") else value
