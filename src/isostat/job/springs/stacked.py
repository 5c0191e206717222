"""A stacked pair of springs with its slider, collar and ring, as a job file holds it."""

from __future__ import annotations

from typing import Literal

from isostat.job.reading import CoilAcross, CoilLength, Frozen, Share, Spacer, SpringRate, Thread


class StackPart(Frozen):
    """One spring of a stack."""

    rate_n_per_m: SpringRate | None = None
    free_m: CoilLength | None = None
    solid_m: CoilLength | None = None
    inside_m: CoilAcross | None = None


class Stack(Frozen):
    """A stacked pair on the coil-overs of an axle and what it stands on, faces of collar and perch; a third spring on top if given.

    extended_m: collar to perch with the shock extended, the collar where it stands now. body_m: across the shock's body.
    ring_m: collar to ring, when all is set. placed: that is typed, set for a crossover at `share` of the bump travel, or as near
    the collar as protects the top spring. down_m, up_m: thread left for the collar.
    """

    top: StackPart = StackPart()
    main: StackPart = StackPart()
    third: StackPart | None = None
    slider_m: Spacer | None = None
    step_m: Spacer | None = None
    placed: Literal["typed", "by share", "protecting"] = "typed"
    ring_m: CoilLength | None = None
    extended_m: CoilLength | None = None
    body_m: CoilAcross | None = None
    thread_m: Thread | None = None
    down_m: Spacer | None = None
    up_m: Spacer | None = None
    share: Share | None = None
