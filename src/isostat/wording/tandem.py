"""The words for an equalized tandem."""

from __future__ import annotations

from isostat.core.findings import tandem
from isostat.units.shown import with_unit
from isostat.units.unit import Quantity
from isostat.wording.reader import Reader
from isostat.wording.telling import tell


@tell.register
def _(j: tandem.BeamAtStop, r: Reader) -> tuple[str, str]:
    angle = with_unit(j.angle_rad, Quantity.ANGLE, r.preset)
    return f"Rocking beam at its stop, {angle}", "From there on one axle takes it all: longer arms, or springs nearer alike."


@tell.register
def _(j: tandem.TandemUneven, r: Reader) -> tuple[str, str]:
    return (
        f"{r.mass(j.front_kg)} before {r.mass(j.rear_kg)} on one beam",
        "A free beam shares evenly: pads level? beam stuck? The arms are taken as the scales say.",
    )
