"""The units that a tuner types and reads, each with its factor to SI."""

from __future__ import annotations

from dataclasses import dataclass, replace
from enum import StrEnum
from typing import Any

INCH_M = 0.0254
POUND_KG = 0.45359237
GRAVITY = 9.80665
POUND_FORCE_N = POUND_KG * GRAVITY


class Quantity(StrEnum):
    """What a number measures. SI unit of each: m, kg, N/m, Pa, Hz, N, 1, rad, K, m³, m/s, N·m."""

    HEIGHT = "height"
    COIL = "coil size"
    FINE = "fine length"
    MASS = "mass"
    RATE = "rate"
    PRESSURE = "pressure"
    FREQUENCY = "frequency"
    FORCE = "force"
    RATIO = "ratio"
    SHARE = "share"
    ANGLE = "angle"
    ALTITUDE = "altitude"
    WARMTH = "temperature change"
    VOLUME = "volume"
    SPEED = "speed"
    STRESS = "stress"
    MODULUS = "modulus"
    TEMPERATURE = "temperature"
    TORQUE = "torque"


@dataclass(frozen=True, slots=True)
class Unit:
    """One unit: the sign people read, its factor to SI, decimals shown, whether inches may be a fraction, and its zero in SI."""

    sign: str
    si: float
    decimals: int
    fractional: bool = False
    zero: float = 0.0


MM = Unit("mm", 0.001, 0)
IN = Unit("in", INCH_M, 2, fractional=True)
TENTH_MM = Unit("mm", 0.001, 1)
MIL = Unit("in", INCH_M, 3)
NEWTON_METRE = Unit("N·m", 1.0, 0)
POUND_FOOT = Unit("lb·ft", POUND_FORCE_N * 12 * INCH_M, 0)
KG = Unit("kg", 1.0, 0)
LB = Unit("lb", POUND_KG, 0)
N_AS_MASS = Unit("N", 1.0 / GRAVITY, 0)
N_PER_MM = Unit("N/mm", 1000.0, 1)
LB_PER_IN = Unit("lb/in", POUND_FORCE_N / INCH_M, 0)
KGF_PER_MM = Unit("kgf/mm", GRAVITY * 1000.0, 2)
BAR = Unit("bar", 1e5, 2)
PSI = Unit("psi", POUND_FORCE_N / INCH_M**2, 0)
HZ = Unit("Hz", 1.0, 2)
N = Unit("N", 1.0, 0)
PLAIN = Unit("", 1.0, 2)
PERCENT = Unit("%", 0.01, 0)
METRE = Unit("m", 1.0, 0)
FOOT = Unit("ft", 0.3048, 0)
CELSIUS = Unit("°C", 1.0, 0)  # of a change, as is the next
FAHRENHEIT = Unit("°F", 5.0 / 9.0, 0)
LITRE = Unit("L", 0.001, 1)
MM_PER_S = Unit("mm/s", 0.001, 0)
INCH_PER_S = Unit("in/s", INCH_M, 1)
CUBIC_INCH = Unit("in³", INCH_M**3, 0)
MPA = Unit("MPa", 1e6, 0)
GPA = Unit("GPa", 1e9, 1)
DEGREE_C = Unit("°C", 1.0, 0, zero=273.15)
DEGREE_F = Unit("°F", 5.0 / 9.0, 0, zero=459.67 * 5.0 / 9.0)
DEGREE = Unit("°", 0.017453292519943295, 1)

# Every spelling that is read without asking the large unit library. Keys are lower case, without spaces.
SPELLINGS: dict[Quantity, dict[str, Unit]] = {
    Quantity.HEIGHT: {
        "mm": MM,
        "cm": Unit("cm", 0.01, 1),
        "m": Unit("m", 1.0, 3),
        "in": IN,
        '"': IN,
        "”": IN,
        "″": IN,
        "inch": IN,
        "inches": IN,
        "ft": Unit("ft", 0.3048, 2),
    },
    Quantity.MASS: {
        "kg": KG,
        "kgs": KG,
        "g": Unit("g", 0.001, 0),
        "t": Unit("t", 1000.0, 3),
        "lb": LB,
        "lbs": LB,
        "lbm": LB,
        "lbf": LB,
        "n": N_AS_MASS,
    },
    Quantity.RATE: {
        "n/mm": N_PER_MM,
        "n/m": Unit("N/m", 1.0, 0),
        "kn/m": N_PER_MM,
        "lb/in": LB_PER_IN,
        "lbs/in": LB_PER_IN,
        "lbf/in": LB_PER_IN,
        'lb/"': LB_PER_IN,
        "kgf/mm": KGF_PER_MM,
        "kg/mm": KGF_PER_MM,
    },
    Quantity.PRESSURE: {"bar": BAR, "psi": PSI, "kpa": Unit("kPa", 1e3, 0), "pa": Unit("Pa", 1.0, 0)},
    Quantity.FREQUENCY: {"hz": HZ, "cpm": Unit("cpm", 1.0 / 60.0, 0)},
    Quantity.FORCE: {"n": N, "kn": Unit("kN", 1000.0, 2), "lbf": Unit("lbf", POUND_FORCE_N, 0), "kgf": Unit("kgf", GRAVITY, 0)},
    Quantity.RATIO: {},
    Quantity.SHARE: {"%": PERCENT},
    Quantity.ANGLE: {"°": DEGREE, "deg": DEGREE, "rad": Unit("rad", 1.0, 4)},
    Quantity.ALTITUDE: {"m": METRE, "km": Unit("km", 1000.0, 2), "ft": FOOT},
    Quantity.WARMTH: {"°c": CELSIUS, "c": CELSIUS, "k": Unit("K", 1.0, 0), "°f": FAHRENHEIT, "f": FAHRENHEIT},
    Quantity.SPEED: {"mm/s": MM_PER_S, "m/s": Unit("m/s", 1.0, 2), "in/s": INCH_PER_S},
    Quantity.STRESS: {"mpa": MPA, "n/mm²": MPA, "n/mm2": MPA, "ksi": Unit("ksi", 1000.0 * PSI.si, 0), "psi": PSI},
    Quantity.MODULUS: {"gpa": GPA, "mpa": MPA, "n/mm²": MPA, "n/mm2": MPA, "mpsi": Unit("Mpsi", 1e6 * PSI.si, 1), "psi": PSI},
    Quantity.TEMPERATURE: {"°c": DEGREE_C, "c": DEGREE_C, "°f": DEGREE_F, "f": DEGREE_F, "k": Unit("K", 1.0, 0)},
    Quantity.TORQUE: {
        "n·m": NEWTON_METRE,
        "nm": NEWTON_METRE,
        "n-m": NEWTON_METRE,
        "lb·ft": POUND_FOOT,
        "lb-ft": POUND_FOOT,
        "lbft": POUND_FOOT,
        "ft-lb": POUND_FOOT,
        "ftlb": POUND_FOOT,
        "kgm": Unit("kgf·m", GRAVITY, 1),
    },
    Quantity.VOLUME: {
        "l": LITRE,
        "litre": LITRE,
        "ml": Unit("mL", 1e-6, 0),
        "in³": CUBIC_INCH,
        "in3": CUBIC_INCH,
        "cuin": CUBIC_INCH,
    },
}
SPELLINGS[Quantity.COIL] = SPELLINGS[Quantity.FINE] = SPELLINGS[Quantity.HEIGHT]


# What no workshop chooses: it goes with its heights.
FIXED = {
    Quantity.FREQUENCY: HZ, Quantity.FORCE: N, Quantity.RATIO: PLAIN, Quantity.SHARE: PERCENT, Quantity.ANGLE: DEGREE,
    Quantity.ALTITUDE: METRE, Quantity.WARMTH: CELSIUS, Quantity.VOLUME: LITRE, Quantity.FINE: TENTH_MM,
    Quantity.TORQUE: NEWTON_METRE,
    Quantity.SPEED: MM_PER_S, Quantity.STRESS: MPA, Quantity.MODULUS: GPA, Quantity.TEMPERATURE: DEGREE_C,
}  # fmt: skip
INCHES = FIXED | {
    Quantity.ALTITUDE: FOOT, Quantity.WARMTH: FAHRENHEIT, Quantity.TEMPERATURE: DEGREE_F, Quantity.VOLUME: CUBIC_INCH,
    Quantity.SPEED: INCH_PER_S, Quantity.FINE: MIL, Quantity.TORQUE: POUND_FOOT,
}  # fmt: skip


@dataclass(frozen=True, slots=True)
class Preset:
    """One unit per quantity, as a workshop reads it; `sixteenths` prints inches as the tape shows them."""

    name: str
    height: Unit
    mass: Unit
    rate: Unit
    pressure: Unit
    coil: Unit
    sixteenths: bool = True

    def unit(self, quantity: Quantity) -> Unit:
        """The unit in which this preset shows a quantity."""
        chosen = {
            Quantity.HEIGHT: self.height,
            Quantity.MASS: self.mass,
            Quantity.RATE: self.rate,
            Quantity.PRESSURE: self.pressure,
            Quantity.COIL: self.coil,
        }
        return chosen.get(quantity) or (INCHES if self.height.fractional else FIXED)[quantity]


PRESETS: dict[str, Preset] = {
    p.name: p
    for p in (
        Preset("mm kg N/mm bar", MM, KG, N_PER_MM, BAR, MM),
        Preset("mm kg lb/in psi", MM, KG, LB_PER_IN, PSI, IN),
        Preset("in lb lb/in psi", IN, LB, LB_PER_IN, PSI, IN),
        Preset("mm N", MM, N_AS_MASS, N_PER_MM, BAR, MM),
    )
}
CHOICES: dict[str, tuple[Unit, ...]] = {
    "height": (MM, IN),
    "mass": (KG, LB, N_AS_MASS),
    "rate": (N_PER_MM, LB_PER_IN, KGF_PER_MM),
    "pressure": (BAR, PSI),
    "coil": (MM, IN),
}  # of each quantity, the units that a workshop may read it in; the keys are fields of Preset


def with_unit_of(preset: Preset, quantity: str, sign: str) -> Preset:
    """The preset with another unit for one quantity of CHOICES. Raises KeyError for a unit that is no choice."""
    chosen = {unit.sign: unit for unit in CHOICES[quantity]}[sign]
    own: dict[str, Any] = {quantity: chosen}
    changed = replace(preset, **own)
    signs = tuple(getattr(changed, name).sign for name in CHOICES)
    known = next((p.name for p in PRESETS.values() if tuple(getattr(p, name).sign for name in CHOICES) == signs), None)
    return replace(changed, name=known or OWN)


def kept_units(text: str) -> Preset:
    """The units of a settings file: a sign a quantity of CHOICES, or a preset's name; the default where it is neither."""
    preset, signs = PRESETS.get(text, DEFAULT_PRESET), text.split(" ")
    if text in PRESETS or len(signs) != len(CHOICES):
        return preset
    for (quantity, units), sign in zip(CHOICES.items(), signs, strict=True):
        if sign not in [unit.sign for unit in units]:
            return DEFAULT_PRESET
        preset = with_unit_of(preset, quantity, sign)
    return preset


OWN = "own"  # name of a preset that was put together
OTHER = {
    "mm kg N/mm bar": "in lb lb/in psi",
    "mm kg lb/in psi": "in lb lb/in psi",
    "in lb lb/in psi": "mm kg N/mm bar",
    "mm N": "in lb lb/in psi",
    OWN: "in lb lb/in psi",
}  # what each preset shows while the other units are asked for
DEFAULT_PRESET = PRESETS["mm kg N/mm bar"]
