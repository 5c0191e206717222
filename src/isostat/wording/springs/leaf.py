"""How leaf packs are said, with their blocks, and what may be wrong with how they stand, hang and are held."""

from __future__ import annotations

from collections.abc import Callable
from functools import partial

from typing_extensions import override

from isostat.assess import workings
from isostat.assess.solve.assessment import Assessment
from isostat.assess.spring.blocks import equal_block_m, over_equal_m
from isostat.assess.spring.findings_leaf import BlockOnSteered, HangingWrong, LeafStress, PackTooHigh, PinionTurned, ShackleFar
from isostat.core import rules
from isostat.core.springs.leaf.pack import LeafLaw
from isostat.job.points import SIDES
from isostat.units.format import number, with_unit
from isostat.units.unit import Quantity
from isostat.wording.about import about_both
from isostat.wording.reader import Reader
from isostat.wording.springs.kind import SpringWords, free_words, rate_words, spacer_words
from isostat.wording.tell import tell


@tell.register
def _(j: PackTooHigh, r: Reader) -> tuple[str, str]:
    return f"Pack stands {r.coil(j.by_m)} too high with no block", "Less arch, or a leaf less; the height is as it would stand."


@tell.register
def _(j: LeafStress, r: Reader) -> tuple[str, str]:
    which = "Main leaf" if j.leaf == 1 else f"Leaf {j.leaf}"
    title = f"{which} overstressed at full bump, {r.percent(j.used)} of limit"
    peak = "" if j.times_found is None else f" Highest peak {j.times_found:.2f} times as found."
    if j.no_worse:
        return title, f"Same pack as found, bent no further.{peak}"
    return title, f"It will take a set or break.{peak} Use more, thinner leaves, or a taller bump stop."


@tell.register
def _(j: BlockOnSteered, r: Reader) -> tuple[str, str]:
    return (
        f"Block of {r.coil(j.block_m)} on a steered axle",
        "Braking and steering twist it out: arch, leaves or a shackle instead.",
    )


@tell.register
def _(j: ShackleFar, r: Reader) -> tuple[str, str]:
    when = "hanging" if j.hanging else "at full bump"
    lean = with_unit(abs(j.lean_rad), Quantity.ANGLE, r.preset)
    return f"Shackle leans {lean} {when}", "It locks, or turns over: another length, or its pivot moved."


@tell.register
def _(j: PinionTurned, r: Reader) -> tuple[str, str]:
    way = "up" if j.turned_rad > 0 else "down"
    turned = with_unit(abs(j.turned_rad), Quantity.ANGLE, r.preset)
    return f"Pinion turned {turned} {way}", "Joints want it within half a degree of what it was: a wedge takes it back."


@tell.register
def _(j: HangingWrong, r: Reader) -> tuple[str, str]:
    return "Shackle and eyes do not meet", f"{j.reason[0].upper()}{j.reason[1:]}"


def block_words(blocks_m: tuple[float, float], side: int, show: Callable[[float], str]) -> str:
    """What goes under or over one pack: the block of both sides, and what this one has above it.

    blocks_m: m, left and right. show: puts a thickness into words.
    """
    block, more = equal_block_m(blocks_m), over_equal_m(blocks_m, side)
    if not block and not more:
        return "no block"
    words = [f"block {show(block)}"] if block else []
    if more:
        words.append(f"{show(more)} more by re-arching" if more > rules.BLOCK_PLATE else f"plate {show(more)}")
    return " and ".join(words)


def blocks_words(blocks_m: tuple[float, float], show: Callable[[float], str]) -> str:
    """Both packs of an axle in one line: equal blocks, and a plate or more arch on one side; arguments as block_words."""
    block = equal_block_m(blocks_m)
    words = [f"equal blocks {show(block)}" if block else "no block"]
    for side in (0, 1):
        if more := over_equal_m(blocks_m, side):
            words.append(
                f"{show(more)} more arch {SIDES[side]}" if more > rules.BLOCK_PLATE else f"plate {show(more)} {SIDES[side]}"
            )
    return ", ".join(words)


class LeafWords(SpringWords):
    """Leaves, rate, arch, blocks."""

    set_by = "blocks"
    held = None
    too_firm = "Above that it carries nothing at full droop: a softer spring, or a shorter shock."
    instead_of_one_rate = "Options: a second stage, a helper, more travel, or a relaxed rule."

    @override
    def found(self, a: Assessment, axle: int, r: Reader, mark: str) -> str:
        spring = a.found_springs[axle][0]
        return f"{mark}{_pack_words(spring.law, len(a.job.as_found.axles[axle].pack.leaves), spring.rate.value, r)}"

    @override
    def ordered(self, a: Assessment, axle: int, r: Reader) -> str:
        o = a.orders[axle]
        said = _pack_words(o.law[0], len(a.job.proposal.axles[axle].pack.leaves), o.order.rate_n_per_m[0], r)
        return about_both(a, axle, workings.order.spring_rate, said)

    @override
    def line(self, a: Assessment, at: tuple[int, int], r: Reader) -> str:
        blocks = block_words(a.orders[at[0]].order.spacer_m, at[1], partial(spacer_words, a, at, r))
        return f"leaf pack {rate_words(a, at, r)}, free arch {free_words(a, at, r)}, {blocks}"

    @override
    def hanging(self, a: Assessment, at: tuple[int, int], r: Reader) -> str:
        return "hangs from its eyes"


def _pack_words(law: object, leaves: int, rate: float, r: Reader) -> str:
    assert isinstance(law, LeafLaw)
    return f"{leaves} leaves, {r.rate(rate)}, arch {number(law.flat_m, Quantity.COIL, r.preset)}"
