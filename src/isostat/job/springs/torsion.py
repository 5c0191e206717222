"""A torsion bar as measured, and how it is set."""

from __future__ import annotations

from pydantic import Field

from isostat.job.reading import ArmAngle, BarLength, BarSize, BoltLever, BoltPitch, Frozen, ShearModulus, Whole


class TorsionBar(Frozen):
    """The bar and its arm. In a proposal, what is left out is the bar that was found, set anew.

    angle_rad: of the arm from level as weighed, its end above the pivot positive. stop_rad: at which it lies
    on its droop stop. shear_pa: modulus of its steel. pitch_m, lever_m: of the adjuster's bolt.
    """

    diameter_m: BarSize | None = None
    length_m: BarLength | None = None
    bore_m: BarSize | None = None
    arm_m: BarLength | None = None
    angle_rad: ArmAngle | None = None
    stop_rad: ArmAngle | None = None
    shear_pa: ShearModulus | None = None
    pitch_m: BoltPitch | None = None
    lever_m: BoltLever | None = None
    teeth_inner: Whole | None = Field(default=None, ge=4, le=200)
    teeth_outer: Whole | None = Field(default=None, ge=4, le=200)

    def over(self, found: TorsionBar) -> TorsionBar:
        """This bar, with what it leaves out as found."""
        own = {name: value for name, value in dict(self).items() if value is not None}
        return found.model_copy(update=own)
