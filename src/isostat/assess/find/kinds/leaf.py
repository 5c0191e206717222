"""Leaf packs of a list, by rate and arch: straight in the search; taken, made of leaves that give that rate."""

from __future__ import annotations

from functools import lru_cache

import numpy as np
from typing_extensions import override

from isostat.assess.find.choices import Choices, straight
from isostat.assess.find.kinds.by_order import most_force
from isostat.assess.find.kinds.offered import Offered, needs_kind, seats_m
from isostat.assess.find.law import Law
from isostat.assess.find.wish import AxleWish, Varied
from isostat.assess.setup.springs.incomplete import Incomplete
from isostat.assess.setup.springs.leaf import hung_higher_m, leaf_pack, stack_m
from isostat.assess.solve.assessment import Assessment
from isostat.core import rules
from isostat.core.limits import GRAVITY, Floats, OutOfRange
from isostat.core.springs.leaf.pack import Leaf, LeafPack, curve_of
from isostat.job.axle_fit import AxleFit
from isostat.job.edits.paths import JOB, path_to, put
from isostat.job.schema import Job
from isostat.language import later

THICK, HALF = 0.008, 0.6  # m of the pack whose rate others are scaled from
LOAD = 3000.0  # N a pack, about which its rate is taken


class LeafPacks(Offered):
    """Packs under the eyes and the shackle that are there; blocks level them."""

    listed, fitted = "leaf pack", "leaf"
    a_side = False
    columns = ("rate", "arch_m", "front_m", "rear_m", "width_m", "leaves")
    levels = Varied.BLOCK

    @override
    def choices(self, a: Assessment, wish: AxleWish) -> Choices:
        assert wish.parts is not None
        axle, fit = wish.axle, a.job.proposal.axles[wish.axle]
        needs_kind(a, axle, self.fitted, later("leaf packs"))
        rows, numbers = self.rows(wish), wish.parts.numbers
        mine = rows[0]
        carried = float(most_force(a, axle).max()) / GRAVITY
        stands = numbers["arch_m"][mine] + self._raised_m(fit, a.job.as_found.axles[axle], wish, mine)
        return straight(
            wish.parts,
            rows,
            stands - seats_m(a, axle)[:, None],
            sets_in=numbers["rate"][rows],
            broken={Law.RATED: carried / numbers["rated_kg"][mine] - 1.0},
            between_seats=False,
        )

    def _raised_m(self, fit: AxleFit, found: AxleFit, wish: AxleWish, mine: Floats) -> Floats:
        """How far each pack lifts the frame beside its arch, m: by the shackle, and by being thicker than the one found."""
        assert wish.parts is not None
        raised = np.full(len(mine), hung_higher_m(fit.pack))
        if fit.pack.mount == "under axle" or found.kind != self.fitted:
            return raised
        n = {key: wish.parts.numbers[key][mine] for key in self.columns}
        thick = np.array([_thickness(*values) for values in zip(*n.values(), strict=True)]) * n["leaves"]
        try:
            return np.asarray(raised + thick - stack_m(leaf_pack(found.pack)))
        except (Incomplete, OutOfRange):
            return raised

    @override
    def into(self, job: Job, axle: int, choices: Choices, ways: tuple[int, int]) -> Job:
        row, pack = int(choices.rows[0, ways[0]]), job.proposal.axles[axle].pack
        rate, arch, front, rear, width, count = (float(choices.parts.numbers[key][row]) for key in self.columns)
        clamp = rules.LEAF_CLAMP if pack.clamp_m is None else float(pack.clamp_m.value)
        thick, rise = _thickness(rate, arch, front, rear, width, count), arch
        for _ in range(3):  # by the pack as it bends, and stands in its clamp
            made = LeafPack(leaves=leaves(rise, front, rear, width, int(count), thick), clamp_m=clamp, held=pack.seat == "held")
            thick = float(np.clip(thick * (rate / _rate(made)) ** (1 / 3), 0.002, 0.05))
            rise += arch - made.free_arch_m
        rows = [
            {
                "front_m": {"value": front * rules.ADDED_SHORTER**k},
                "rear_m": {"value": rear * rules.ADDED_SHORTER**k},
                "width_m": {"value": width},
                "thick_m": {"value": thick, "assumed": True},
                "rise_m": {"value": rise * rules.ADDED_SHORTER ** (2 * k)},
            }
            for k in range(int(count))
        ]
        return put(job, path_to(JOB.proposal.axles[axle].pack.leaves), rows)


def leaves(arch: float, front: float, rear: float, width: float, count: int, thick: float) -> tuple[Leaf, ...]:
    """Leaves of one thickness and one free curve, each shorter than the one above; m."""
    string = (front + rear) * rules.LEAF_STRING
    return tuple(
        Leaf(
            front_m=front * rules.ADDED_SHORTER**k,
            rear_m=rear * rules.ADDED_SHORTER**k,
            width_m=width,
            thick_m=thick,
            curve=curve_of(string * rules.ADDED_SHORTER**k, arch * rules.ADDED_SHORTER ** (2 * k)),
        )
        for k in range(count)
    )


def _rate(pack: LeafPack) -> float:
    """N/m about a usual load."""
    return 1000.0 / (pack.compression(LOAD + 500.0) - pack.compression(LOAD - 500.0))


@lru_cache(maxsize=32)
def _usual_rate(count: int) -> float:
    return _rate(LeafPack(leaves=leaves(0.1, HALF, HALF, 0.06, count, THICK), clamp_m=rules.LEAF_CLAMP))


def _thickness(rate: float, arch: float, front: float, rear: float, width: float, count: float) -> float:
    """Of each leaf, m, by how a pack's rate goes with thickness cubed, width, and length cubed of its halves."""
    halves = (2.0 / (front**3 + rear**3)) * HALF**3
    return float(np.clip(THICK * (rate / (_usual_rate(int(count)) * width / 0.06 * halves)) ** (1 / 3), 0.002, 0.05))
