"""A spring on the bench: what a caliper and a press say that it is, and whether it would do at an axle."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from isostat.assess.solve.assessment import Assessment
from isostat.core.fitting.press import Pressed, pressed
from isostat.core.limits import GRAVITY, OutOfRange
from isostat.core.parts.wire import wire
from isostat.core.springs.helix import CALIPER, CaliperRate, Ends, Helix, caliper_rate, mean_diameter
from isostat.job.axle_fit import BenchCoil
from isostat.job.out_of_range import say_out_of_range
from isostat.units.saying import Saying

APART = 1.0  # of both errors together, beyond which caliper and press do not agree


@dataclass(frozen=True, slots=True, kw_only=True)
class Benched:
    """What is known of a spring on the bench; None where readings are missing. fault: why they make no coil, in words."""

    helix: Helix | None
    caliper: CaliperRate | None
    press: Pressed | None
    fault: Saying | None = None

    @property
    def rate(self) -> tuple[float, float] | None:
        """The better known rate in N/m, and two standard deviations of it as a share: the press, where it was used."""
        if self.press is not None:
            return self.press.rate, self.press.share
        return None if self.caliper is None else (self.caliper.rate, self.caliper.share)

    @property
    def agree(self) -> bool:
        """Whether caliper and press tell one rate within both errors."""
        if self.press is None or self.caliper is None:
            return True
        apart = abs(self.press.rate / self.caliper.rate - 1.0)
        return apart <= APART * float(np.hypot(self.press.share, self.caliper.share))

    @property
    def free_m(self) -> float | None:
        """Free length: as read, else as the press tells."""
        if self.helix is not None:
            return self.helix.free_m
        return None if self.press is None else self.press.free_m


def benched(coil: BenchCoil) -> Benched:
    """What the readings of one spring say."""
    helix, caliper, tested, fault = None, None, None, None
    rows = [(r.length_m.value, r.force_kg.value * GRAVITY) for r in coil.press if r.length_m and r.force_kg]
    try:
        if len(rows) > 1:
            tested = pressed(np.array([r[0] for r in rows]), np.array([r[1] for r in rows]))
        free = coil.free_m.value if coil.free_m else (tested.free_m if tested else None)
        if coil.wire_m and coil.across_m and coil.turns and free is not None:
            d = coil.wire_m.value
            mean = mean_diameter(coil.across_m.value, d, coil.across)
            inactive = coil.inactive.value if coil.inactive else None
            helix = Helix(wire_m=d, mean_m=mean, turns=coil.turns.value, free_m=free, ends=Ends(coil.ends),
                          wire=wire(coil.material, coil.shear_pa.value if coil.shear_pa else None), inactive=inactive)  # fmt: skip
            errors = {
                "wire": coil.wire_m.error or CALIPER["wire"],
                "diameter": coil.across_m.error or CALIPER["diameter"],
                "turns": coil.turns.error or CALIPER["turns"],
            }
            caliper = caliper_rate(helix, errors, outside=coil.across == "outside")
    except OutOfRange as refused:
        fault = say_out_of_range(refused)
    return Benched(helix=helix, caliper=caliper, press=tested, fault=fault)


@dataclass(frozen=True, slots=True, kw_only=True)
class AtAxle:
    """How a spring on the bench would stand at an axle at the target: force in N, the length left in m, stress shares."""

    force_n: float
    length_m: float
    used: float | None  # of what the wire is allowed, at ride; None without dimensions
    used_solid: float | None
    buckles: bool | None  # before the target's length, both seats flat


def at_axle(a: Assessment, axle: int, part: Benched) -> AtAxle | None:
    """The spring carrying what the target asks of the axle, mean of both sides; None where its rate or length is not known."""
    rate, free = part.rate, part.free_m
    if rate is None or free is None:
        return None
    force = float(np.mean(a.orders[axle].target_force_n))
    down, helix = force / rate[0], part.helix
    limit = None if helix is None else helix.buckles_at_m("both flat")
    return AtAxle(
        force_n=force,
        length_m=free - down,
        used=None if helix is None else helix.used(force),
        used_solid=None if helix is None else helix.used(rate[0] * max(free - helix.solid_m, 0.0)),
        buckles=None if helix is None else limit is not None and down > limit,
    )
