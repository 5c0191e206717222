"""A leaf pack as a tape, a caliper and a string find it."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from isostat.job.reading import (
    Angle,
    BarLength,
    CoilLength,
    Frozen,
    LeafStress,
    LeafWidth,
    Mass,
    Offset,
    Rise,
    Share,
    Spacer,
    ThickLeaf,
    WireSize,
)


class LeafRow(Frozen):
    """One leaf, from the centre bolt; free arch by a string from tip to tip and the rise of the tips over the bolt.

    tip_m: thickness at the tips, where it is tapered. gap_m: a plate above it at the clamp. string_m: along the leaf's ends, left
    out where its own length will do.
    """

    front_m: BarLength | None = None
    rear_m: BarLength | None = None
    width_m: LeafWidth | None = None
    thick_m: ThickLeaf | None = None
    tip_m: ThickLeaf | None = None
    string_m: BarLength | None = None
    rise_m: Rise | None = None
    gap_m: Spacer | None = None


class Pack(Frozen):
    """Leaves from the main one down. clamp_m: length under U-bolts that does not bend. seat: free to turn, or held by the axle.

    mount: whether the pack lies over its axle, so that a leaf more lifts the frame by its thickness, or under it.
    allowed_pa: nominal stress at full bump that its steel is trusted with. friction: of the load, either way, that it holds by its
    leaves. shackle_m, lean_rad: as found, its upper end to the rear +; new_shackle_m: in its place. hanger_m: by which the front
    hanger goes down. wedge_rad: of a tapered block or shim, pinion up +.
    tube_m, plate_m, bolt_m: across the axle's tube, thickness of the spring plate, across the U-bolt's rod.
    wanted_more_kg: what leaves to add shall carry beyond what was found, a side, as high as weighed; left out: the target's lift.
    """

    leaves: tuple[LeafRow, ...] = Field(default=(), max_length=9)
    clamp_m: Spacer | None = None
    seat: Literal["free", "held"] = "free"
    mount: Literal["over axle", "under axle"] = "over axle"
    allowed_pa: LeafStress | None = None
    friction: Share | None = None
    shackle_m: CoilLength | None = None
    lean_rad: Angle | None = None
    new_shackle_m: CoilLength | None = None
    hanger_m: Offset | None = None
    wedge_rad: Angle | None = None
    tube_m: CoilLength | None = None
    plate_m: Spacer | None = None
    bolt_m: WireSize | None = None
    wanted_more_kg: Mass | None = None
