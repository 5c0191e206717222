"""The answer as lines of text for a terminal."""

from __future__ import annotations

import math
from functools import partial

from isostat.assess import workings
from isostat.assess.fixes import Fix
from isostat.assess.judgement import Judgement
from isostat.assess.setup.springs.stacked import Seated
from isostat.assess.solve.assessment import Assessment
from isostat.assess.spring.preload import hanging_force_n
from isostat.assess.workings import Shown
from isostat.core.limits import GRAVITY
from isostat.units.format import with_unit
from isostat.units.unit import Quantity
from isostat.wording.about import about
from isostat.wording.fixes import say_fix
from isostat.wording.reader import Reader
from isostat.wording.sentences import GRADE_WORDS, say
from isostat.wording.springs.leaf import block_words


def _case_lines(a: Assessment, case: int, r: Reader) -> list[str]:
    s, name = a.proposed, a.job.cases[case].name
    lines = [f"{name}, {r.mass(float(a.loading.whole_kg[case]))}"]
    if not s.stands[case]:
        return [*lines, "  does not stand, see the findings"]
    for i in range(len(a.axles)):
        for side in (0, 1):
            at = (i, side, case)
            verdict = ""
            if case == a.target_case:
                words, _ = r.off(float(s.hub_to_arch_m[at]), float(a.fitted_target_m[i, side]), a.job.target.band_m.value)
                words = words if words == "on target" else f"{words} of {r.height(float(a.fitted_target_m[i, side]))}"
                verdict = about(a, Shown(workings.corner.height, *at), words)
            lines.append(
                f"  {r.corner(i, side):<14}{about(a, Shown(workings.corner.load, *at), r.mass(float(s.pad_kg[at]))):>9}"
                f"{about(a, Shown(workings.corner.height, *at), r.height_unit(float(s.hub_to_arch_m[at]))):>16} hub to arch"
                f"{about(a, Shown(workings.corner.bump, *at), r.left(float(s.bump_left_m[at]))):>12} bump"
                f"{about(a, Shown(workings.corner.droop, *at), r.left(float(s.droop_left_m[at]))):>12} droop"
                f"{about(a, Shown(workings.corner.frequency, *at), f'{s.frequency_hz[at]:.2f} Hz'):>12}  {verdict}".rstrip()
            )
    return lines


def _order_lines(a: Assessment, i: int, r: Reader) -> list[str]:
    o, lines = a.orders[i], []
    if not o.can_be_had:
        return [f"  {r.corner(i, None)}: nothing to order, no spring holds this target"]
    for side in (0, 1):
        preload, force = hanging_force_n(a, i, side)
        rate = about(a, Shown(workings.order.spring_rate, i, side), r.rate(o.order.rate_n_per_m[side]))
        free = about(a, Shown(workings.order.free_length, i, side), r.coil(o.order.free_m[side]))
        spacer = _spacer(a, (i, side), r, o.order.spacer_m[side])
        preloaded = about(a, Shown(workings.order.preload, i, side), r.coil(preload))
        hanging = f"preload {preloaded} hanging" if preload > 0 else "loose when hanging"
        kind = a.job.proposal.axles[i].kind if not o.lacks else "coil"
        said = f"{kind} {rate} spring rate, free {free}, spacer {spacer}"
        if o.stack is not None:
            said = _stack_words(a, o.stack, (i, side), r)
        if kind == "leaf":
            hanging, blocks = "hangs from its eyes", block_words(o.order.spacer_m, side, partial(_spacer, a, (i, side), r))
            said = f"leaf pack {rate} spring rate, free arch {free}, {blocks}"
        if o.torsion is not None:
            turn = math.degrees(o.torsion.turn[side])
            turned = about(a, Shown(workings.torsion.turn, i, side), f"{abs(turn):.2f}°")
            said = f"torsion bar {rate} spring rate, anchor {turned} {'tighter' if turn >= 0 else 'slacker'}"
            hanging = "handed, left and right are not swapped"
        if o.air is not None:
            at = (i, side, a.target_case)
            pressure = about(a, Shown(workings.air.pressure, *at), with_unit(o.air.gauge_pa[side], Quantity.PRESSURE, r.preset))
            high = about(a, Shown(workings.air.height, *at), r.coil(o.air.full_m - o.air.set_x_m[side]))
            said, hanging = f"air spring at {pressure}, {high} high in {a.job.target.case}", f"{rate} over a bump"
        lines.append(f"  {r.corner(i, side):<14}{said}, {hanging}")
        care = "unload the bar, hold the key" if o.torsion is not None else "proper compressor"
        if force > 0 and o.air is None and kind != "leaf":
            holds = about(a, Shown(workings.order.preload, i, side), r.mass(force / GRAVITY))
            lines.append(f"  {'':<14}holds {holds} hanging: {care}, nobody in line")
    return lines


def _spacer(a: Assessment, at: tuple[int, int], r: Reader, m: float) -> str:
    """A thickness of what stands under or over a spring. at: axle and side."""
    return about(a, Shown(workings.order.spacer, *at), r.coil(m))


def _stack_words(a: Assessment, stack: Seated, at: tuple[int, int], r: Reader) -> str:
    """The pair, its collar and its ring. at: axle and side."""
    pair, collar = stack.pair, stack.collar_m[at[1]]
    parts = (pair.third, pair.top, pair.main)
    springs = " over ".join(f"{r.rate(p.rate)} {r.coil(p.free_m)} free" for p in parts if p is not None)
    placed = Shown(workings.stacked.collar, *at)  # the ring from it
    ring = "no ring" if pair.ring_m is None else f"ring {about(a, placed, r.coil(pair.ring_m))} from the collar"
    way = "down" if collar >= 0 else "up"
    return f"stacked pair {springs}, collar {about(a, placed, r.coil(abs(collar)))} {way}, {ring}"


def letter(a: Assessment, judgements: tuple[Judgement, ...], fixes: tuple[Fix, ...], reader: Reader) -> str:
    """The whole answer as text: cases, order, findings with their fixes; ends with a line break."""
    r = reader
    lines = [f"{a.job.title} · {a.job.vehicle.name}", "", f"AS PROPOSED ({a.job.proposal.name})"]
    for case in range(a.cases):
        lines += _case_lines(a, case, r)
    ends = {"front ": (a.pose.front_lift_m, 0), "rear ": (a.pose.rear_lift_m, -1)}
    ends = ends if len(a.axles) > 1 else {"": ends["front "]}
    lifts = ", ".join(f"{end}{r.height_unit(lift)}" for end, (lift, _) in ends.items())
    over = " and ".join(r.height(float(a.baseline_m[i].mean())) for _, i in ends.values())
    when = "once settled" if a.job.target.settled else "as fitted"
    lines += [
        "",
        f"ORDER, new springs, for {a.job.target.case}, {when}: {lifts} over {over} hub to arch, as weighed on the old springs",
    ]
    for i in range(len(a.axles)):
        lines += _order_lines(a, i, r)
    lines += ["", "FINDINGS"]
    for j in judgements:
        sentence = say(j, r)
        lines += [f"  {GRADE_WORDS[j.grade]} {sentence.place}: {sentence.title}. {sentence.body}"]
        for words in (say_fix(f, r) for f in fixes if f.judgement == j):
            lines += [f"      {words.title}: {words.cures}; {words.worst}"]
    return "\n".join(lines) + "\n"
