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
from isostat.language import decimal, later, tr, trn
from isostat.units.format import number
from isostat.units.unit import Quantity
from isostat.wording.about import about_both
from isostat.wording.reader import Reader
from isostat.wording.springs.kind import SpringWords, free_words, rate_words, spacer_words
from isostat.wording.tell import tell


@tell.register
def _(j: PackTooHigh, r: Reader) -> tuple[str, str]:
    return tr("Too high by {m} even with no block", m=r.coil(j.by_m)), (
        tr("Reduce arch, or remove a leaf. The height shown is what you would get.")
    )


@tell.register
def _(j: LeafStress, r: Reader) -> tuple[str, str]:
    p = r.percent(j.used)
    if j.leaf == 1:
        title = tr("Main leaf overstressed at full bump: {p} of limit", p=p)
    else:
        title = tr("Leaf {n} overstressed at full bump: {p} of limit", n=j.leaf, p=p)
    if j.times_found is None:
        if j.no_worse:
            return title, tr("Same pack as found, bent no further.")
        return title, tr("It will take a set or break. Use more, thinner leaves, or a taller bump stop.")
    peak = decimal(j.times_found, 2)
    if j.no_worse:
        return title, tr("Same pack as found, bent no further: peak stress {n} × as found.", n=peak)
    return title, tr(
        "Peak stress {n} × as found: it will take a set or break. Use more, thinner leaves, or a taller bump stop.", n=peak
    )


@tell.register
def _(j: BlockOnSteered, r: Reader) -> tuple[str, str]:
    return tr("{m} block on a steered axle", m=r.coil(j.block_m)), (
        tr("Braking and steering can roll it out. Use arch, an added leaf or a longer shackle.")
    )


@tell.register
def _(j: ShackleFar, r: Reader) -> tuple[str, str]:
    angle = r.angle(abs(j.lean_rad))
    title = tr("Shackle at {angle} at full droop", angle=angle) if j.hanging else tr("Shackle at {angle} at full bump", angle=angle)
    return title, tr("It may bind or invert. Change shackle length or hanger position.")


@tell.register
def _(j: PinionTurned, r: Reader) -> tuple[str, str]:
    angle = r.angle(abs(j.turned_rad))
    body = tr("Keep it within 0.5° of as found: fit a degree shim (wedge) of {angle}.", angle=angle)
    if j.turned_rad > 0:
        return tr("Pinion angle {angle} up from as found", angle=angle), body
    return tr("Pinion angle {angle} down from as found", angle=angle), body


@tell.register
def _(j: HangingWrong, r: Reader) -> tuple[str, str]:
    return tr("Shackle cannot reach the spring eye"), j.reason.words(r.preset)


def block_words(blocks_m: tuple[float, float], side: int, show: Callable[[float], str]) -> str:
    """What goes under or over one pack: the block of both sides, and what this one has above it.

    blocks_m: m, left and right. show: puts a thickness into words.
    """
    block, more = equal_block_m(blocks_m), over_equal_m(blocks_m, side)
    words = tr("block {m}", m=show(block)) if block else tr("no block")
    if not more:
        return words
    if more > rules.BLOCK_PLATE:
        return tr("{block}, {m} more arch", block=words, m=show(more))
    return tr("{block}, packer {m}", block=words, m=show(more))


def blocks_words(blocks_m: tuple[float, float], show: Callable[[float], str]) -> str:
    """Both packs of an axle in one line: equal blocks, and a packer or more arch on one side; arguments as block_words."""
    block = equal_block_m(blocks_m)
    words = tr("equal blocks {m}", m=show(block)) if block else tr("no block")
    for side in (0, 1):
        if more := over_equal_m(blocks_m, side):
            said = {"block": words, "m": show(more), "side": tr(SIDES[side])}
            arch = more > rules.BLOCK_PLATE
            words = tr("{block}, {m} more arch {side}", **said) if arch else tr("{block}, packer {m} {side}", **said)
    return words


class LeafWords(SpringWords):
    """Leaves, rate, arch, blocks."""

    name = later("leaf pack")

    set_by = later("blocks")
    held = None
    too_firm = later("Above that it carries nothing at full droop. Use a softer pack, or a shorter shock.")
    less_preload = later("The pack lifts it to the end of the shocks. Use a thinner block, less arch, or longer shocks.")
    instead_of_one_rate = later("Options: a second stage, a helper, more travel, or a relaxed rule.")

    @override
    def found(self, a: Assessment, axle: int, r: Reader, mark: str) -> str:
        spring = a.found_springs[axle][0]
        return mark + _pack_words(spring.law, len(a.job.as_found.axles[axle].pack.leaves), spring.rate.value, r)

    @override
    def ordered(self, a: Assessment, axle: int, r: Reader) -> str:
        o = a.orders[axle]
        said = _pack_words(o.law[0], len(a.job.proposal.axles[axle].pack.leaves), o.order.rate_n_per_m[0], r)
        return about_both(a, axle, workings.order.spring_rate, said)

    @override
    def line(self, a: Assessment, at: tuple[int, int], r: Reader) -> str:
        blocks = block_words(a.orders[at[0]].order.spacer_m, at[1], partial(spacer_words, a, at, r))
        said = {"rate": rate_words(a, at, r), "arch": free_words(a, at, r), "blocks": blocks}
        return tr("leaf pack {rate}, free arch {arch}, {blocks}", **said)

    @override
    def hanging(self, a: Assessment, at: tuple[int, int], r: Reader) -> str:
        return ""  # it hangs from its eyes: it is never loose, and nothing holds it down


def _pack_words(law: object, leaves: int, rate: float, r: Reader) -> str:
    assert isinstance(law, LeafLaw)
    arch = number(law.flat_m, Quantity.COIL, r.preset)
    return trn("1 leaf, {rate}, arch {arch}", "{n} leaves, {rate}, arch {arch}", leaves, rate=r.rate(rate), arch=arch)
