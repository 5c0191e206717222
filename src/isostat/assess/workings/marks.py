"""Who wears the ≈: what each shown number rests on."""

from __future__ import annotations

from collections.abc import Callable

from isostat.assess.solve.assessment import Assessment
from isostat.assess.workings import air, attitude, bench, corner, damping, events, knock_on, leaf, leaf_hardware, stacked, torsion
from isostat.assess.workings.grounds import (
    air_guessed,
    any_height_guessed,
    bench_guessed,
    bump_guessed,
    collar_guessed,
    droop_guessed,
    event_away_guessed,
    event_guessed,
    height_guessed,
    load_guessed,
    mean_height_guessed,
    order_guessed,
    part_guessed,
)
from isostat.assess.workings.shown import Explain, Shown

Rests = Callable[[Assessment, Shown], bool]
WHOLLY: dict[Explain, Rests] = {  # numbers whose mark is this and nothing else
    **dict.fromkeys((corner.height, corner.off_target, corner.left_right), height_guessed),
    corner.mean_height: mean_height_guessed,
    corner.load: load_guessed,
    corner.bump: bump_guessed,
    corner.droop: droop_guessed,
    **dict.fromkeys((events.event, events.event_up), event_guessed),
    **dict.fromkeys((events.event_away, events.event_up_away), event_away_guessed),
}
RESTS: dict[Explain, Rests] = {  # numbers that their own formula may mark too
    **dict.fromkeys(
        (attitude.rake_now, attitude.lean, attitude.lamp_height, attitude.lamp_drop, attitude.point_height), any_height_guessed
    ),
    **dict.fromkeys((air.pressure, air.height, air.load), air_guessed),
    **dict.fromkeys((torsion.slack, torsion.turn, torsion.stress), order_guessed),
    stacked.collar: collar_guessed,
    **dict.fromkeys((stacked.change, stacked.ring, stacked.main_at_bump, stacked.top_spring, stacked.hanging), order_guessed),
    **dict.fromkeys(stacked.MARKS.values(), order_guessed),
    **dict.fromkeys((leaf.arch, leaf.stress, leaf.peaks, leaf.capacity, leaf_hardware.friction, damping.asked), order_guessed),
    **dict.fromkeys((leaf.free_arch, leaf.bound, leaf_hardware.raised, leaf_hardware.turned, leaf_hardware.u_bolt), part_guessed),
    **dict.fromkeys(bench.BENCH, bench_guessed),
    **dict.fromkeys(knock_on.NUMBERS.values(), any_height_guessed),
}


def rests_on_a_guess(a: Assessment, shown: Shown) -> bool:
    """Whether a number that its own formula would not mark rests on an assumption further back."""
    rests = RESTS.get(shown.number)
    return rests is not None and rests(a, shown)
