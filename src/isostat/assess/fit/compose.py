"""A card: the steps that a job calls for, in one sound order.

Everything that has to come first comes first; of what may come next, the step that stands first in the order of the work.
"""

from __future__ import annotations

import heapq
from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from functools import lru_cache

from isostat.assess.fit.changes import Change, changes, put_right_apart
from isostat.assess.solve.assessment import Assessment
from isostat.card.lists import Step, StepList, step_lists
from isostat.job.points import SIDES

BEFORE, AFTER = "before", "after"


class NoOrder(ValueError):
    """Steps that wait for each other."""


@dataclass(frozen=True, slots=True)
class Entry:
    """A step at its place. axle, side: None where it is done once, or for both wheels of a beam."""

    step: Step
    title: str  # of its list
    axle: int | None = None
    side: int | None = None

    @property
    def place(self) -> str:
        """By which ticks know it: `0 left`, `1`, or nothing."""
        if self.axle is None:
            return ""
        return str(self.axle) if self.side is None else f"{self.axle} {SIDES[self.side]}"


def card_of(a: Assessment) -> tuple[Entry, ...]:
    """Of a job. What only some jobs have (a brake valve, a new steel spring) is left out where this one has none."""
    solid = [axle.layout == "solid" for axle in a.job.vehicle.axles]
    return tuple(e for e in _shipped(changes(a), tuple(solid)) if all(_there(a, e.axle, what) for what in e.step.when))


def _there(a: Assessment, axle: int | None, what: str) -> bool:
    if what == "valve":
        return a.job.vehicle.brake_rod_m is not None or a.job.vehicle.brake_gap_m is not None
    if what == "grooves":
        return axle is not None and a.job.vehicle.axles[axle].perch_groove_m is not None
    if what == "put right":
        return any(put_right_apart(a, axle))
    if what == "leaves":
        return axle is not None and a.job.as_found.axles[axle].kind == "leaf"
    return axle is not None and a.orders[axle].kind.name != "air"


@lru_cache(maxsize=8)
def _shipped(wanted: tuple[Change, ...], solid: tuple[bool, ...]) -> tuple[Entry, ...]:
    return composed(wanted, list(solid))


def composed(wanted: Iterable[Change], solid: list[bool], lists: Mapping[str, StepList] | None = None) -> tuple[Entry, ...]:
    """The steps of some changes, what comes before and after them included; none where nothing is changed.

    wanted: the changes. solid: of each axle, whether its wheels are joined by a beam. lists: by name, in place of those that ship.
    Raises NoOrder where lists contradict each other.
    """
    lists = lists or step_lists()
    wanted = list(wanted)
    if not wanted:
        return ()
    entries = [Entry(step, lists[BEFORE].title) for step in lists[BEFORE].steps]
    for change in wanted:
        entries += _of_change(change, lists[change.list], solid[change.axle])
    entries += [Entry(step, lists[AFTER].title) for step in lists[AFTER].steps]
    return _ordered(entries)


def _of_change(change: Change, found: StepList, solid: bool) -> list[Entry]:
    """Corner by corner where its wheels go apart."""
    sides: tuple[int | None, ...] = (0, 1) if found.by == "corner" or (found.by == "wheel" and not solid) else (None,)
    return [Entry(step, found.title, change.axle, side) for side in sides for step in found.steps]


def _ordered(entries: list[Entry]) -> tuple[Entry, ...]:
    first = {n: _first(entries, n) for n in range(len(entries))}
    late = _after_the_drive(entries, first)
    ends = [n for n, e in enumerate(entries) if e.step.list not in (BEFORE, AFTER) and n not in late]
    for n, e in enumerate(entries):
        if e.step.list == AFTER and not e.step.after:
            first[n] = first[n] | set(ends)
    waits = {n: len(before) for n, before in first.items()}
    then: dict[int, list[int]] = {n: [] for n in first}
    for n, before in first.items():
        for one in before:
            then[one].append(n)
    ready = [n for n, count in waits.items() if count == 0]
    heapq.heapify(ready)
    out = []
    while ready:
        n = heapq.heappop(ready)
        out.append(entries[n])
        for one in then[n]:
            waits[one] -= 1
            if waits[one] == 0:
                heapq.heappush(ready, one)
    if len(out) < len(entries):
        stuck = next(entries[n].step.key for n, count in waits.items() if count > 0)
        raise NoOrder(f"“{stuck}” waits for a step that waits for it.")
    return tuple(out)


def _first(entries: list[Entry], n: int) -> set[int]:
    """Which entries come before one: the step above it in its list, or those it names, those ahead of it, and before the work all
    that is done before it, but for what is done while it still stands on its wheels.
    """
    e, out = entries[n], set[int]()
    if not e.step.after and n > 0 and (entries[n - 1].step.list, entries[n - 1].place) == (e.step.list, e.place):
        out = {n - 1}
    for name in e.step.after:
        out |= {k for k, other in enumerate(entries) if k != n and _named(e, name, other)}
    for k, other in enumerate(entries):
        if any(_named(other, name, e) for name in other.step.ahead_of):
            out.add(k)
    if e.step.list in (BEFORE, AFTER) or e.step.ahead_of:
        return out
    return out | {k for k, other in enumerate(entries) if other.step.list == BEFORE}


def _named(e: Entry, name: str, other: Entry) -> bool:
    """Whether a step that is named is this one, at the same place: of another list at any wheel of the same axle."""
    words = name.split()
    number = int(words[-1]) if words[-1].isdigit() else None
    wanted = " ".join(words[:-1] if number is not None else words) or e.step.list
    if other.step.list != wanted or (number is not None and other.step.number != number):
        return False
    if other.axle is None or e.axle is None:
        return True
    if other.axle != e.axle:
        return False
    return (wanted != e.step.list and (e.side is None or other.side in (None, e.side))) or other.side == e.side


def _after_the_drive(entries: list[Entry], first: dict[int, set[int]]) -> set[int]:
    """Those steps of parts that wait, at first or last, for one of what comes after."""
    late: set[int] = set()
    grew = True
    while grew:
        grew = False
        for n, before in first.items():
            if n not in late and entries[n].step.list not in (BEFORE, AFTER):
                waits = any(entries[k].step.list == AFTER or k in late for k in before)
                if waits:
                    late.add(n)
                    grew = True
    return late
