"""Stacked pairs of a list: any two springs of one inside diameter, on the shocks, slider and ring that the proposal has."""

from __future__ import annotations

import numpy as np
from typing_extensions import override

from isostat.assess.find.choices import Choices, straight
from isostat.assess.find.kinds.offered import Offered, needs_kind, room_broken, used_by_a_newton
from isostat.assess.find.law import Law
from isostat.assess.find.wish import AxleWish, Varied
from isostat.assess.setup.springs.stacked import seated_of
from isostat.assess.solve.assessment import Assessment
from isostat.core import rules
from isostat.core.limits import Floats, Ints
from isostat.job.edits.paths import JOB, path_to, put
from isostat.job.schema import Job
from isostat.language import later

SAME_INSIDE = 0.0015  # m, up to which two springs share a slider


class StackedPairs(Offered):
    """The top spring, then the main one below it; the collars level them."""

    listed, fitted = "stacked spring", "stacked pair"
    a_side = False
    has_ring = True
    levels = Varied.COLLAR
    columns = ("rate", "free_m", "solid_m", "inside_m")

    @override
    def rows(self, wish: AxleWish) -> Ints:
        assert wish.parts is not None
        inside = wish.parts.numbers["inside_m"]
        pairs = np.array(np.nonzero(np.abs(inside[:, None] - inside[None, :]) <= SAME_INSIDE))
        return pairs if wish.holding is None else pairs[:, (pairs == wish.holding).any(axis=0)]

    @override
    def choices(self, a: Assessment, wish: AxleWish) -> Choices:
        assert wish.parts is not None
        needs_kind(a, wish.axle, self.fitted, later("stacked pairs"))
        seated = seated_of(a.orders[wish.axle])
        assert seated is not None
        stack, numbers, pairs = a.job.proposal.axles[wish.axle].stack, wish.parts.numbers, self.rows(wish)
        rings = np.array([np.nan if seated.pair.ring_m is None else seated.pair.ring_m])
        if wish.rings is not None:
            rings = wish.rings.values
        rows, ring = np.repeat(pairs, len(rings), axis=1), np.tile(rings, pairs.shape[1])
        (top, main), (free_top, free_main), (solid_top, solid_main) = (numbers[k][rows] for k in ("rate", "free_m", "solid_m"))
        series = top * main / (top + main)
        upper = np.fmin(free_top - ring - seated.pair.step_m, free_top - solid_top)  # that the top spring gives until it is out
        upper = np.maximum(upper, 0.0)
        lower = free_main - solid_main
        main_first = main * lower < top * upper  # then the top spring works on alone
        out = np.where(main_first, main * lower, top * upper) / series
        room = np.array([shock.extended_m + down for shock, down in zip(seated.shock, seated.collar_m, strict=True)])
        seats = room + np.array(seated.hangs_x_m)
        body = None if stack.body_m is None else stack.body_m.value + rules.COIL_CLEAR
        broken = room_broken(a, wish.axle, wish.parts, body)
        return straight(
            wish.parts,
            rows,
            free_top + free_main + seated.pair.slider_m - seats[:, None],
            choice=np.repeat(np.arange(pairs.shape[1]), len(rings)),
            count=pairs.shape[1],
            sets_in=np.stack([series, np.where(main_first, top, main) - series]),
            begins_m=np.stack([np.zeros(ring.size), out]),
            solid_m=upper + lower,
            used=self._used(a, wish, rows),
            broken={law: short[rows].max(axis=0) for law, short in broken.items() if law is not Law.WIDE},
            ring_m=ring,
        )

    def _used(self, a: Assessment, wish: AxleWish, rows: Ints) -> Floats:
        """Of the main spring, which carries all of it to the end."""
        assert wish.parts is not None
        return np.asarray(used_by_a_newton(wish.parts, a.job.proposal.axles[wish.axle].wire)[rows[1]])

    @override
    def into(self, job: Job, axle: int, choices: Choices, ways: tuple[int, int]) -> Job:
        base, way = path_to(JOB.proposal.axles[axle].stack), ways[0]
        for name, row in zip(("top", "main"), choices.rows[:, way], strict=True):
            keys = {"rate_n_per_m": "rate", "free_m": "free_m", "solid_m": "solid_m", "inside_m": "inside_m"}
            part = {field: {"value": float(choices.parts.numbers[key][row])} for field, key in keys.items()}
            job = put(job, (*base, name), part)
        job = put(job, (*base, "placed"), "typed")
        ring = float(choices.ring_m[way])
        return put(job, (*base, "ring_m"), None if np.isnan(ring) else {"value": ring})
