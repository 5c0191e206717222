"""The set-up as found and every proposal side by side, as a table of words: parts first, then every case, then what is wrong."""

from __future__ import annotations

from dataclasses import dataclass

from isostat.assess import workings
from isostat.assess.judgement import Grade
from isostat.assess.proposals import Rival, rivals
from isostat.assess.solve.assessment import Assessment
from isostat.assess.workings import Explain, Shown, is_approximate
from isostat.core.springs.leaf.pack import LeafLaw
from isostat.core.springs.stacked import StackedPair
from isostat.core.springs.torsion.bar import ArmLaw
from isostat.job.schema import Job
from isostat.units.format import number
from isostat.units.unit import Quantity
from isostat.wording.reader import ABOUT, Reader

SET = {"stacked pair": "collars down", "leaf": "blocks", "torsion bar": "anchors", "air": "bags"}


@dataclass(frozen=True, slots=True)
class Row:
    """One line: what it is, and a cell for as found and each proposal. kind: "part", "case" or "verdict"; case: its index."""

    words: str
    cells: tuple[str, ...]
    kind: str
    case: int | None = None


def heads(job: Job) -> tuple[str, ...]:
    """Of the columns: as found, then every proposal."""
    return ("as found", *(p.name for p in job.proposals))


def side_by_side(a: Assessment, r: Reader) -> tuple[Row, ...]:
    """Every line, in the reader's units."""
    others = rivals(a)
    rows = []
    for i, axle in enumerate(a.job.vehicle.axles):
        name = axle.name
        rows += [
            Row(f"{name} spring", (_found(a, i, r), *(_spring(o.a, i, r) for o in others)), "part"),
            Row(f"{name} {_set_word(others, i)}", ("", *(_set(o.a, i, r) for o in others)), "part"),
        ]
    for c in range(a.cases):
        for i, axle in enumerate(a.job.vehicle.axles):
            columns = ((a, True), *((o.a, False) for o in others))
            cells = tuple(_case(of, found, i, c, r) for of, found in columns)
            rows.append(Row(f"{a.job.cases[c].name}, {axle.name.lower()}", cells, "case", c))
    verdicts = tuple(_verdict(o) for o in others)
    rows.append(Row("Faults, watches", ("", *verdicts), "verdict"))
    return tuple(rows)


def _found(a: Assessment, i: int, r: Reader) -> str:
    spring = a.found_springs[i][0]
    guessed = spring.rate.assumed or not spring.length_known or a.found_fits[i].part_guessed
    about = ABOUT if guessed else ""
    if isinstance(spring.law, LeafLaw):
        leaves = len(a.job.as_found.axles[i].pack.leaves)
        return f"{about}{leaves} leaves, {r.rate(spring.rate.value)}, arch {number(spring.law.flat_m, Quantity.COIL, r.preset)}"
    if a.job.as_found.axles[i].kind == "air" and not spring.lacks:
        return f"air springs, {about}{r.rate(spring.rate.value)}, {number(spring.installed_m.value, Quantity.COIL, r.preset)} high"
    if isinstance(spring.law, ArmLaw):
        return f"torsion bars, {about}{r.rate(spring.rate.value)}"
    return f"{about}{r.rate(spring.rate.value)}, {number(spring.implied_free_m, Quantity.COIL, r.preset)} free"


def _spring(a: Assessment, i: int, r: Reader) -> str:
    o = a.orders[i]
    if not o.can_be_had:
        return "nothing to order"
    law = o.law[0]
    if isinstance(law, StackedPair):
        top, main = (number(p.free_m, Quantity.COIL, r.preset) for p in (law.top, law.main))
        return f"{number(law.top.rate, Quantity.RATE, r.preset)} over {r.rate(law.main.rate)}, {top} over {main}"
    if isinstance(law, LeafLaw):
        leaves = len(a.job.proposal.axles[i].pack.leaves)
        rate, arch = r.rate(o.order.rate_n_per_m[0]), number(law.flat_m, Quantity.COIL, r.preset)
        return _about(a, i, workings.order.spring_rate, f"{leaves} leaves, {rate}, arch {arch}")
    rate = _about(a, i, workings.order.spring_rate, r.rate(o.order.rate_n_per_m[0]))
    if o.torsion is not None:
        return f"torsion bars, {rate}"
    if o.air is not None:
        return f"air springs, {rate} over a bump"
    free = _about(a, i, workings.order.free_length, number(o.order.free_m[0], Quantity.COIL, r.preset))
    return f"{'progressive, ' if a.job.proposal.axles[i].kind == 'progressive' and not o.lacks else ''}{rate}, {free} free"


def _about(a: Assessment, i: int, what: Explain, text: str, case: int = 0, *, found: bool = False) -> str:
    return (ABOUT if any(is_approximate(a, Shown(what, i, side, case, found)) for side in (0, 1)) else "") + text


def _set_word(others: tuple[Rival, ...], i: int) -> str:
    """What is set on an axle, by the kinds of springs that the proposals have there."""
    kinds = ("coil" if o.a.orders[i].lacks else o.a.job.proposal.axles[i].kind for o in others)
    return ", ".join(dict.fromkeys(SET.get(kind, "spacers") for kind in kinds))


def _set(a: Assessment, i: int, r: Reader) -> str:
    o = a.orders[i]
    if not o.can_be_had:
        return ""
    if o.torsion is not None:
        turns = [f"{number(abs(t), Quantity.ANGLE, r.preset)}° {'tighter' if t >= 0 else 'slacker'}" for t in o.torsion.turn]
        return _about(a, i, workings.torsion.turn, ", ".join(turns))
    if o.air is not None:
        gauge = ", ".join(number(p, Quantity.PRESSURE, r.preset) for p in o.air.gauge_pa)
        return _about(a, i, workings.air.pressure, f"{gauge} {r.preset.pressure.sign} at the target", a.target_case)
    left, right = o.order.spacer_m if o.stack is None else o.stack.collar_m
    ring = f", ring {r.coil(o.stack.pair.ring_m)}" if o.stack is not None and o.stack.pair.ring_m is not None else ""
    rests_on = workings.order.spacer if o.stack is None else workings.stacked.collar
    if left < 0.0 or right < 0.0:
        return _about(a, i, rests_on, f"{_way(left, r)}, {_way(right, r)}{ring}")
    return _about(a, i, rests_on, f"{number(left, Quantity.COIL, r.preset)}, {r.coil(right)}{ring}")


def _way(m: float, r: Reader) -> str:
    return f"{number(abs(m), Quantity.COIL, r.preset)} {'up' if m < 0 else 'down'}"


def _case(a: Assessment, found: bool, i: int, c: int, r: Reader) -> str:
    """Hub to arch left and right, Hz; bump and droop left on the lesser side."""
    s = a.found if found else a.proposed
    if not s.stands[c]:
        return "falls over"
    left, right = (r.height(float(h)) for h in s.hub_to_arch_m[i, :, c])
    bump, droop = (r.left(float(m[i, :, c].min())) for m in (s.bump_left_m, s.droop_left_m))
    stands = _about(a, i, workings.corner.height, f"{left}, {right}", c, found=found)
    swings = _about(a, i, workings.corner.frequency, f"{float(s.frequency_hz[i, :, c].mean()):.2f} Hz", c, found=found)
    up = _about(a, i, workings.corner.bump, bump, c, found=found)
    down = _about(a, i, workings.corner.droop, droop, c, found=found)
    return f"{stands}   {swings}   {up}, {down}"


def _verdict(o: Rival) -> str:
    return f"{o.count(Grade.FAULT)}, {o.count(Grade.WATCH)}"
