"""A stack of Belleville washers beside the springs."""

from __future__ import annotations

from pydantic import Field

from isostat.job.reading import CoilAcross, Frozen, Gap, Squash, Whole, WireSize


class Discs(Frozen):
    """Like washers, one stack a side, at the springs' place.

    height_m: of one, free. nested: how many lie in each other; opposed: how many such packets stand on each other, turned about.
    gap_m: to the stack as weighed, pressed already below nothing.
    """

    outer_m: CoilAcross | None = None
    inner_m: CoilAcross | None = None
    thick_m: WireSize | None = None
    height_m: Squash | None = None
    nested: Whole = Field(default=1, ge=1, le=10)
    opposed: Whole = Field(default=1, ge=1, le=200)
    gap_m: Gap | None = None
