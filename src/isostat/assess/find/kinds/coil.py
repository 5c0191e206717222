"""Plain and progressive coils of a list: they stand between the seats of the springs that were found."""

from __future__ import annotations

import numpy as np
from typing_extensions import override

from isostat.assess.find.choices import Choices, straight
from isostat.assess.find.kinds.offered import Offered, room_broken, seats_m, used_by_a_newton
from isostat.assess.find.wish import AxleWish
from isostat.assess.solve.assessment import Assessment
from isostat.job.edits.paths import JOB, path_to, put
from isostat.job.points import SIDES
from isostat.job.schema import Job


class Coils(Offered):
    """Coils of one rate."""

    listed, fitted = "coil", "coil"
    columns = ("rate", "free_m")

    @override
    def choices(self, a: Assessment, wish: AxleWish) -> Choices:
        assert wish.parts is not None
        rows, numbers = self.rows(wish), wish.parts.numbers
        mine = rows[0]
        broken = room_broken(a, wish.axle, wish.parts)
        return straight(
            wish.parts,
            rows,
            numbers["free_m"][mine] - seats_m(a, wish.axle)[:, None],
            sets_in=numbers["rate"][rows],
            solid_m=numbers["free_m"][mine] - numbers["solid_m"][mine],
            used=used_by_a_newton(wish.parts.take(mine), a.job.proposal.axles[wish.axle].wire),
            broken={law: short[mine] for law, short in broken.items()},
        )

    @override
    def into(self, job: Job, axle: int, choices: Choices, ways: tuple[int, int]) -> Job:
        job = put(job, path_to(JOB.proposal.axles[axle].kind), self.fitted)
        for name, way in zip(SIDES, ways, strict=True):
            row, numbers = choices.rows[0, way], choices.parts.numbers
            part = {"rate_n_per_m": numbers["rate"][row], "free_length_m": numbers["free_m"][row]}
            if np.isfinite(numbers["solid_m"][row]):
                part["solid_length_m"] = numbers["solid_m"][row]
            job = put(job, (*path_to(JOB.proposal.axles[axle]), name), {key: {"value": float(m)} for key, m in part.items()})
        return job


class ProgressiveCoils(Offered):
    """Coils of two rates, the same on both sides."""

    listed, fitted = "progressive coil", "progressive"
    a_side = False
    columns = ("rate", "firm_rate", "change_m", "free_m", "solid_m")

    @override
    def choices(self, a: Assessment, wish: AxleWish) -> Choices:
        assert wish.parts is not None
        rows, numbers = self.rows(wish), wish.parts.numbers
        mine = rows[0]
        soft, firm, change, free, solid = (numbers[key][mine] for key in self.columns)
        broken = room_broken(a, wish.axle, wish.parts)
        return straight(
            wish.parts,
            rows,
            free - seats_m(a, wish.axle)[:, None],
            sets_in=np.stack([soft, firm - soft]),
            begins_m=np.stack([np.zeros(len(mine)), change]),
            solid_m=free - solid,
            broken={law: short[mine] for law, short in broken.items()},
        )

    @override
    def into(self, job: Job, axle: int, choices: Choices, ways: tuple[int, int]) -> Job:
        row, at = choices.rows[0, ways[0]], path_to(JOB.proposal.axles[axle])
        soft, firm, change, free, solid = (float(choices.parts.numbers[key][row]) for key in self.columns)
        job = put(job, (*at, "kind"), self.fitted)
        part = {"soft_n_per_m": soft, "firm_n_per_m": firm, "change_m": change, "solid_m": free - solid}
        job = put(job, (*at, "progressive"), {"by": "rates", **{key: {"value": m} for key, m in part.items()}})
        for name in SIDES:
            job = put(job, (*at, name), {"free_length_m": {"value": free}})
        return job
