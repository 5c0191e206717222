"""A set taken into the job: the parts of its axles as they would be ordered, and whether that brings a fault along."""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np

from isostat.assess.find.beside.every import BESIDE
from isostat.assess.find.found import Found
from isostat.assess.find.good import beside_bought, springs_bought
from isostat.assess.find.options import Options, Settings, offered
from isostat.assess.judge import judge
from isostat.assess.judgement import Grade, Judgement
from isostat.assess.setup.springs.kinds import KINDS
from isostat.assess.solve.assessment import Assessment, solved
from isostat.assess.solve.memory import remembered
from isostat.core.limits import Floats, Ints
from isostat.job.card import Bought
from isostat.job.edits.card import bought_of, put_bought
from isostat.job.edits.paths import JOB, path_to, put
from isostat.job.points import SIDES
from isostat.job.schema import Job


def taken(job: Job, found: Found, chosen: Ints) -> Job:
    """The job with a set in its proposal. chosen: (axles,) setting of each axle searched. Raises JobFault where it cannot be."""
    for options, at in zip(found.options, chosen, strict=True):
        job = _axle(job, options, options.settings(np.array([at])))
    return job


def _axle(job: Job, options: Options, s: Settings) -> Job:
    axle, wish = options.wish.axle, options.wish
    base = path_to(JOB.proposal.axles[axle])
    had = [one for one in job.card.bought if one == bought_of(job, axle, one.of)]  # fitted still, whatever comes beside it
    if options.choices is not None:
        kind = offered(wish)
        job = kind.into(job, axle, options.choices, (int(s.way[0, 0]), int(s.way[1, 0])))
        level = KINDS[kind.fitted].levelled_by
        if level is not None:
            for side, name in enumerate(SIDES):
                job = put(job, (*base, name, level), {"value": float(s.level_m[side, 0])})
    else:  # springs that stay: what was solved for them stays too
        order = options.a.orders[axle]
        for side, name in enumerate(SIDES):
            for field, value in order.kind.typed_as_ordered(order, side).items():
                job = put(job, (*base, name, field), {"value": value})
    for beside, parts in wish.beside.items():
        job = BESIDE[beside].into(job, axle, parts, int(s.beside[beside][0]))
    if wish.stop_spacers is not None:
        job = put(job, (*base, "stop", "spacer_m"), {"value": float(s.stop_m[0])})
    if wish.pressures is not None:
        for name in ("left_pa", "right_pa"):
            job = put(job, (*base, "helper", name), {"value": float(s.pressure_pa[0])})
    fresh = tuple(_bought(options, s))
    stays = (one for one in had if one.of not in {bought.of for bought in fresh})
    for bought in (*stays, *fresh):
        job = put_bought(job, bought)
    return job


def _bought(options: Options, s: Settings) -> Iterator[Bought]:
    """What the lists have of a set: its springs, and what stands beside them."""
    axle, choices = options.wish.axle, options.choices
    if choices is not None:
        of = "leaf" if choices.parts.kind == "leaf" else "springs"
        maker, name = choices.makers(s.way[:, 0]), options.name(int(s.choice[0]))
        yield Bought(axle=axle, of=of, part=name, maker=maker, **_known(springs_bought(options, s)))
    for kind, parts in options.wish.beside.items():
        row = int(s.beside[kind][0])
        known = _known(beside_bought(options, s, kind))
        yield Bought(axle=axle, of=kind, part=parts.name(row), maker=parts.words["maker"][row], **known)


def _known(bought: tuple[Floats, Floats]) -> dict[str, float | None]:
    """Price and days of one setting; None where a list does not say."""
    price, days = (float(one[0]) for one in bought)
    return {"price": price if np.isfinite(price) else None, "days": days if np.isfinite(days) else None}


def brings_a_fault(a: Assessment, job: Job) -> Judgement | None:
    """A fault that the proposal does not have without the set, the gravest; None where it brings none."""

    known = _faults(a)
    return next((j for at, j in _faults(solved(job)).items() if at not in known), None)


@remembered
def _faults(a: Assessment) -> dict[tuple[object, ...], Judgement]:
    """Of a job, the gravest first, by their kind and place."""
    return {(type(j), j.place.axle, j.place.side, j.place.case): j for j in judge(a) if j.grade is Grade.FAULT}
