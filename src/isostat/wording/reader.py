"""How numbers and places are said to a reader: in their units, heights without a sign."""

from __future__ import annotations

from dataclasses import dataclass

from isostat.assess.judgement import Place
from isostat.job.schema import Job
from isostat.language import decimal, tr
from isostat.units.format import number, with_unit
from isostat.units.unit import DEFAULT_PRESET, Preset, Quantity

ABOUT = "≈ "


@dataclass(frozen=True, slots=True)
class Reader:
    """Whoever reads: the job whose names are used, and the units."""

    job: Job
    preset: Preset = DEFAULT_PRESET

    def height(self, m: float) -> str:
        """A tape reading without its unit."""
        return number(m, Quantity.HEIGHT, self.preset)

    def height_unit(self, m: float) -> str:
        """A tape reading with its unit."""
        return with_unit(m, Quantity.HEIGHT, self.preset)

    def left(self, m: float) -> str:
        """Travel left without its unit; beyond the end of the travel it is said as such: `10 past`."""
        text = self.height(abs(m))
        return text if m >= 0 or text == "0" else tr("{m} past", m=text)

    def coil(self, m: float) -> str:
        """A coil or spacer size with its unit."""
        return with_unit(m, Quantity.COIL, self.preset)

    def wire(self, m: float) -> str:
        """A wire's diameter with its unit, one decimal more than a coil's."""
        unit = self.preset.coil
        decimals = None if unit.fractional else unit.decimals + 1
        return f"{number(m, Quantity.COIL, self.preset, decimals=decimals)} {unit.sign}"

    def mass(self, kg: float) -> str:
        """A mass with its unit."""
        return with_unit(kg, Quantity.MASS, self.preset)

    def rate(self, n_per_m: float) -> str:
        """A rate with its unit."""
        return with_unit(n_per_m, Quantity.RATE, self.preset)

    def percent(self, share: float) -> str:
        """A share as whole per cent."""
        return f"{decimal(share * 100, 0)} %"

    def tenths(self, share: float) -> str:
        """A share as per cent with a tenth, where a tenth matters: cross weight, noseweight."""
        return f"{decimal(share * 100, 1)} %"

    def angle(self, rad: float) -> str:
        """An angle with its sign of degrees."""
        return with_unit(rad, Quantity.ANGLE, self.preset)

    def pressure(self, pa: float) -> str:
        """A pressure with its unit."""
        return with_unit(pa, Quantity.PRESSURE, self.preset)

    def axle(self, axle: int) -> str:
        """An axle's name as it stands inside a sentence: `front`, `rear`, `axle 3`."""
        return self.job.vehicle.axles[axle].name.lower()

    def corner(self, axle: int | None, side: int | None) -> str:
        """`front left`, `rear axle`, `whole vehicle`."""
        if axle is None:
            return tr("whole vehicle")
        name = self.axle(axle)
        if side is None:
            return name if "axle" in name else tr("{name} axle", name=name)
        return tr("{name} left", name=name) if side == 0 else tr("{name} right", name=name)

    def case(self, index: int) -> str:
        """A load case's name in lower case, as it stands inside a sentence."""
        return self.job.cases[index].name.lower()

    def place(self, place: Place) -> str:
        """Corner and case of a place: `rear left, home full`."""
        where = self.corner(place.axle, place.side)
        return where if place.case is None else tr("{where}, {case}", where=where, case=self.case(place.case))

    def low_side(self, lean_m: float) -> str:
        """How low which side stands, left higher +: `8 right`; `level` where a tape tells no difference."""
        said = self.height(abs(lean_m))
        if said == "0":
            return tr("level")
        return tr("{m} right", m=said) if lean_m > 0 else tr("{m} left", m=said)

    def off(self, height_m: float, target_m: float, band_m: float) -> tuple[str, bool]:
        """Verdict of a height against its target, and whether it lies inside the band: (`15 low`, False)."""
        away = height_m - target_m
        said = self.height(abs(away))
        if said == "0":
            return tr("on target"), True
        words = tr("{m} high", m=said) if away > 0 else tr("{m} low", m=said)
        return words, abs(away) <= band_m + 1e-9

    def change(self, before: str, after: str) -> str:
        """`50.2 → 50.8`."""
        return f"{before} → {after}"
