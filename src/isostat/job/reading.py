"""A reading: the SI value, the text as typed, the error of the tape or pad, and whether it is only assumed."""

from __future__ import annotations

import math
from dataclasses import dataclass
from functools import cache
from typing import Annotated, Any

from pydantic import AfterValidator, BaseModel, BeforeValidator, ConfigDict, WithJsonSchema

from isostat.language import later
from isostat.units.saying import Amount, Given, Saying, out_of_range, saying
from isostat.units.unit import Quantity

LONGEST_NAME, LONGEST_NOTE = 200, 4000  # characters


def hidden_character(text: str) -> str:
    """The first character that no text has, as `U+0000`: a control other than a new line or tab, or half of a pair; else empty."""
    for ch in text:
        code = ord(ch)
        if (code < 0x20 and ch not in "\n\t") or 0x7F <= code < 0xA0 or 0xD800 <= code < 0xE000:
            return f"U+{code:04X}"
    return ""


class NotSo(ValueError):
    """What a job does not hold, as a sentence without its place."""

    def __init__(self, why: Saying) -> None:
        super().__init__(why.words())
        self.why = why


def _seen(longest: int) -> AfterValidator:
    def check(text: str) -> str:
        if len(text) > longest:
            raise NotSo(saying("{n} characters are too many. The most is {most}.", n=len(text), most=longest))
        if sign := hidden_character(text):
            raise NotSo(saying("The text has the hidden character {sign}. Remove it.", sign=sign))
        return text

    return AfterValidator(check)


Text = Annotated[str, _seen(LONGEST_NAME)]
Notes = Annotated[str, _seen(LONGEST_NOTE)]


class Frozen(BaseModel):
    """The document's parts never change; an edit makes new ones. Unknown keys are refused."""

    model_config = ConfigDict(frozen=True, extra="forbid", allow_inf_nan=False, defer_build=True)


@cache
def make_ready() -> None:
    """Builds every part of the document that was not wanted yet, once, so that two threads never build the same one."""
    waiting = list(Frozen.__subclasses__())
    while waiting:
        part = waiting.pop()
        part.model_rebuild()
        waiting += part.__subclasses__()


def _no_flag(given: Any) -> Any:
    if isinstance(given, bool):
        raise NotSo(saying("{given} is not a number.", given=str(given).lower()))
    return given


Number = Annotated[float, BeforeValidator(_no_flag)]
Whole = Annotated[int, BeforeValidator(_no_flag)]
LEAST = 1e-9  # of any reading that is not nothing, in SI: a pipette, not a tape


class Reading(Frozen):
    """A number that somebody read, typed or assumed, always on the set-up as found.

    error: two standard deviations, in the value's unit. when: the day, as written. case: the load case whose items were on
    board; not given: those of the weighing. note: anything worth keeping.
    """

    value: Number
    typed: Text | None = None
    error: Number | None = None
    assumed: bool = False
    when: Text | None = None
    case: Text | None = None
    note: Notes | None = None


def any_assumed(part: object) -> bool:
    """Whether any reading of a part of the document, or of the parts in it, is assumed."""
    if isinstance(part, Reading):
        return part.assumed
    if isinstance(part, Frozen):
        return any(any_assumed(value) for value in part.__dict__.values() if value is not None)
    return isinstance(part, tuple) and any(any_assumed(value) for value in part)


@dataclass(frozen=True, slots=True)
class Bounds:
    """What a field accepts, in SI, and the quantity it is shown as. Read by the screen from the schema."""

    quantity: str
    low: float
    high: float
    unit: str


class Outside(NotSo):
    """A reading, or the error of one, out of its bounds."""

    def __init__(self, value: float, bounds: Bounds, *, error: bool = False) -> None:
        self.value, self.bounds = value, bounds
        self.place = Saying(later("error")) if error else Saying("")
        super().__init__(self.said(self.place))

    def said(self, place: Given, typed: str = "") -> Saying:
        """The sentence. place: the words for the field. typed: as it stands there; empty where nothing was typed."""
        bounds, quantity = self.bounds, Quantity(self.bounds.quantity)
        low, high = Amount(bounds.low, quantity), Amount(bounds.high, quantity)
        named = "" if place == Saying("") else place
        return out_of_range(typed or Amount(self.value, quantity), low, high, above=self.value > bounds.high, place=named)


class Clash(NotSo):
    """Parts of a job that cannot stand together, as a whole sentence."""


def _plain_number(given: Any) -> Any:
    _no_flag(given)
    return {"value": given} if isinstance(given, int | float) else given


def bounded(quantity: str, low: float, high: float, unit: str) -> Any:
    """The annotated type of a reading with a range. quantity: as shown; low, high: in SI; unit: its sign."""

    bounds = Bounds(quantity, low, high, unit)

    def check(reading: Reading) -> Reading:
        if not (math.isfinite(reading.value) and low <= reading.value <= high):
            raise Outside(reading.value, bounds)
        if 0.0 < abs(reading.value) < LEAST:
            raise NotSo(
                saying("{given} {unit} is too small to be a reading. Enter 0 instead.", given=f"{reading.value:.2g}", unit=unit)
            )
        if reading.error is not None and 0.0 <= reading.error < LEAST:
            raise NotSo(
                saying("an error of {given} is too small. Leave it out instead.", given=Amount(reading.error, Quantity(quantity)))
            )
        if reading.error is not None and not 0.0 < reading.error <= high - low:
            raise Outside(reading.error, Bounds(quantity, 0.0, high - low, unit), error=True)
        return reading

    return Annotated[
        Reading,
        BeforeValidator(_plain_number),
        AfterValidator(check),
        bounds,
        WithJsonSchema(
            {
                "description": f"{quantity}, {low:g} to {high:g} {unit}; a bare number or a reading",
                "anyOf": [
                    {"type": "number", "minimum": low, "maximum": high},
                    {
                        "type": "object",
                        "required": ["value"],
                        "additionalProperties": False,
                        "properties": {
                            "value": {"type": "number", "minimum": low, "maximum": high},
                            "typed": {"type": ["string", "null"]},
                            "error": {"type": ["number", "null"], "exclusiveMinimum": 0},
                            "assumed": {"type": "boolean"},
                            "when": {"type": ["string", "null"]},
                            "case": {"type": ["string", "null"]},
                            "note": {"type": ["string", "null"]},
                        },
                    },
                ],
            }
        ),
    ]


Height = bounded("height", 0.0, 3.0, "m")
Above = bounded("height", 0.0, 6.0, "m")
Drop = bounded("height", -0.2, 0.6, "m")
Gap = bounded("height", -0.2, 1.0, "m")
Place = bounded("height", -5.0, 15.0, "m")
Offset = bounded("height", -1.0, 1.0, "m")
Track = bounded("height", 0.3, 4.0, "m")
Overhang = bounded("height", 0.1, 6.0, "m")
Radius = bounded("height", 0.1, 1.2, "m")
Mass = bounded("mass", 0.0, 20_000.0, "kg")
Rated = bounded("mass", 1.0, 20_000.0, "kg")
Unsprung = bounded("mass", 1.0, 1_000.0, "kg")
SpringRate = bounded("rate", 500.0, 1.0e6, "N/m")
TyreRate = bounded("rate", 20_000.0, 5.0e6, "N/m")
BarRate = bounded("rate", 0.0, 5.0e5, "N/m")
CoilLength = bounded("coil size", 0.02, 2.0, "m")
Collar = bounded("coil size", -0.3, 0.3, "m")
Spacer = bounded("coil size", 0.0, 0.3, "m")
StopSpacer = bounded("coil size", -0.15, 0.3, "m")
Stroke = bounded("height", 0.02, 1.5, "m")
StrapLength = bounded("height", 0.05, 2.0, "m")
Groove = bounded("height", 0.002, 0.06, "m")
Squeeze = bounded("height", 0.002, 0.4, "m")
MotionRatio = bounded("ratio", 0.1, 1.5, "")
PlaceShare = bounded("ratio", 0.05, 1.2, "")
MiddleShare = bounded("ratio", 0.0, 1.2, "")
Split = bounded("ratio", 0.5, 2.0, "")
Multiple = bounded("ratio", 1.05, 6.0, "")
Hertz = bounded("frequency", 0.5, 5.0, "Hz")
Differ = bounded("height", 0.002, 0.5, "m")
Share = bounded("share", 0.0, 1.0, "")
DroopShare = bounded("share", 0.1, 0.9, "")
CrossShare = bounded("share", 0.35, 0.65, "")
Angle = bounded("angle", -0.8, 0.8, "rad")
ArmAngle = bounded("angle", -1.4, 1.4, "rad")  # of a torsion bar's arm, 80 degrees
PadHeight = bounded("height", -0.1, 0.1, "m")
Step = bounded("mass", 0.01, 500.0, "kg")
BarSize = bounded("coil size", 0.005, 0.1, "m")
BagSize = bounded("coil size", 0.02, 0.5, "m")
BarLength = bounded("height", 0.05, 2.0, "m")
PanhardLength = bounded("height", 0.2, 2.0, "m")  # and of a drag link
LinkLength = bounded("height", 0.1, 2.0, "m")  # of a link, or a half-shaft
SteeringArm = bounded("height", 0.05, 0.5, "m")
ShaftLength = bounded("height", 0.1, 3.0, "m")
ShaftAngle = bounded("angle", -1.2, 1.2, "rad")
BodyLength = bounded("height", 0.3, 12.0, "m")
TorqueValue = bounded("torque", 1.0, 2000.0, "N·m")
Lead = bounded("fine length", 0.0005, 0.01, "m")  # of a thread
FinalDrive = bounded("ratio", 1.0, 12.0, "")
SteeringRatio = bounded("ratio", 5.0, 40.0, "")
BeamArm = bounded("height", 0.05, 0.55, "m")
LeafWidth = bounded("coil size", 0.02, 0.2, "m")
ThickLeaf = bounded("coil size", 0.002, 0.05, "m")
Rise = bounded("height", -0.3, 0.5, "m")
LeafStress = bounded("stress", 300.0e6, 2000.0e6, "Pa")
ShearModulus = bounded("modulus", 20.0e9, 120.0e9, "Pa")
Pressure = bounded("pressure", 20_000.0, 1_500_000.0, "Pa")
Altitude = bounded("altitude", -500.0, 6000.0, "m")
Temperature = bounded("temperature", 233.15, 343.15, "K")
Warmth = bounded("temperature change", -80.0, 80.0, "K")
Volume = bounded("volume", 0.0, 0.2, "m³")
WireSize = bounded("coil size", 0.0005, 0.05, "m")
CoilAcross = bounded("coil size", 0.01, 0.5, "m")
CoilTurns = bounded("ratio", 0.0, 60.0, "")
Turns = bounded("ratio", -100.0, 100.0, "")
Thread = bounded("coil size", 0.0005, 0.02, "m")
BoltPitch = bounded("coil size", 0.0005, 0.005, "m")
BoltLever = bounded("coil size", 0.02, 0.4, "m")
Settle = bounded("share", 0.0, 0.15, "")
StopHeight = bounded("coil size", 0.01, 0.4, "m")
Squash = bounded("coil size", 0.001, 0.4, "m")
Damping = bounded("ratio", 0.1, 5.0, "")
ShaftSpeed = bounded("speed", 0.005, 3.0, "m/s")
DamperForce = bounded("force", 1.0, 20_000.0, "N")
WheelOut = bounded("height", -0.15, 0.15, "m")
Margin = bounded("height", 0.0, 0.1, "m")
Raised = bounded("height", 0.1, 2.0, "m")
