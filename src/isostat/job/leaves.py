"""A leaf pack as a tape, a caliper and a string find it."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from isostat.job.reading import BarLength, Frozen, LeafWidth, Rise, Spacer, ThickLeaf


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
    """Leaves from the main one down. clamp_m: length under U-bolts that does not bend. seat: free to turn, or held by the axle."""

    leaves: tuple[LeafRow, ...] = Field(default=(), max_length=9)
    clamp_m: Spacer | None = None
    seat: Literal["free", "held"] = "free"
