"""The set-up as found and every proposal side by side, as a table of words: parts first, then every case, then what is wrong."""

from __future__ import annotations

from dataclasses import dataclass

from isostat.assess import workings
from isostat.assess.judgement import Grade
from isostat.assess.proposals import Rival, rivals
from isostat.assess.solve.assessment import Assessment
from isostat.assess.workings import Shown
from isostat.assess.workings.grounds import part_guessed
from isostat.job.schema import Job
from isostat.language import decimal, tr
from isostat.wording.about import about_both
from isostat.wording.reader import ABOUT, Reader
from isostat.wording.springs.words import WORDS


@dataclass(frozen=True, slots=True)
class Row:
    """One line: what it is, and a cell for as found and each proposal. kind: "part", "case" or "verdict"; case: its index."""

    words: str
    cells: tuple[str, ...]
    kind: str
    case: int | None = None


def heads(job: Job) -> tuple[str, ...]:
    """Of the columns: as found, then every proposal."""
    return (tr("as found"), *(p.name for p in job.proposals))


def side_by_side(a: Assessment, r: Reader) -> tuple[Row, ...]:
    """Every line, in the reader's units."""
    others = rivals(a)
    rows = []
    for i, axle in enumerate(a.job.vehicle.axles):
        name = axle.name
        rows += [
            Row(tr("{axle} spring", axle=name), (_found(a, i, r), *(_ordered(o.a, i, r) for o in others)), "part"),
            Row(tr("{axle} {set_by}", axle=name, set_by=_set_word(others, i)), ("", *(_set(o.a, i, r) for o in others)), "part"),
        ]
    for c in range(a.cases):
        for i, axle in enumerate(a.job.vehicle.axles):
            columns = ((a, True), *((o.a, False) for o in others))
            cells = tuple(_case(of, found, i, c, r) for of, found in columns)
            rows.append(Row(tr("{case}, {axle}", case=a.job.cases[c].name, axle=axle.name.lower()), cells, "case", c))
    verdicts = tuple(_verdict(o) for o in others)
    rows.append(Row(tr("Faults, warnings"), ("", *verdicts), "verdict"))
    return tuple(rows)


def _found(a: Assessment, i: int, r: Reader) -> str:
    spring = a.found_springs[i][0]
    guessed = spring.rate.assumed or not spring.length_known or part_guessed(a, Shown(workings.order.spring_rate, i, found=True))
    return WORDS[spring.kind.name].found(a, i, r, ABOUT if guessed else "")


def _ordered(a: Assessment, i: int, r: Reader) -> str:
    o = a.orders[i]
    return WORDS[o.kind.name].ordered(a, i, r) if o.can_be_had else tr("no order")


def _set_word(others: tuple[Rival, ...], i: int) -> str:
    """What is set on an axle, by the kinds of springs that the proposals have there."""
    return ", ".join(dict.fromkeys(tr(WORDS[o.a.orders[i].kind.name].set_by) for o in others))


def _set(a: Assessment, i: int, r: Reader) -> str:
    o = a.orders[i]
    return WORDS[o.kind.name].set(a, i, r) if o.can_be_had else ""


def _case(a: Assessment, found: bool, i: int, c: int, r: Reader) -> str:
    """Hub to arch left and right, Hz; the smaller bump and droop of the two sides."""
    s = a.found if found else a.proposed
    if not s.stands[c]:
        return tr("would tip")
    left, right = (r.height(float(h)) for h in s.hub_to_arch_m[i, :, c])
    bump, droop = (r.left(float(m[i, :, c].min())) for m in (s.bump_left_m, s.droop_left_m))
    stands = about_both(a, i, workings.corner.height, f"{left}, {right}", c, found=found)
    swings = about_both(a, i, workings.corner.frequency, f"{decimal(float(s.frequency_hz[i, :, c].mean()), 2)} Hz", c, found=found)
    up = about_both(a, i, workings.corner.bump, bump, c, found=found)
    down = about_both(a, i, workings.corner.droop, droop, c, found=found)
    return f"{stands}   {swings}   {up}, {down}"


def _verdict(o: Rival) -> str:
    return f"{o.count(Grade.FAULT)}, {o.count(Grade.WATCH)}"
