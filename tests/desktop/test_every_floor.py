"""Every kind of spring, and of helper, has its twin on every floor: law, order, results, words, page, file."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace
from functools import partial
from typing import get_args

import numpy as np
import pytest
from PyQt6.QtCore import QRect

from isostat.assess import assess
from isostat.assess.judgement import Step
from isostat.assess.setup.springs.helper_springs import HELPERS
from isostat.assess.setup.springs.kinds import KINDS
from isostat.assess.spring.results import RESULTS, found_shapes, ordered_shapes
from isostat.core.fitting.band_draws import Draws
from isostat.desktop.springs.pages import HELPER_PAGES, SPRING_PAGES
from isostat.job.axle_fit import AxleFit
from isostat.job.demos import demo
from isostat.job.edits.paths import JOB, path_to, put
from isostat.job.files import job_from_text, job_text
from isostat.job.schema import Job
from isostat.job.springs.parts import fitted_now
from isostat.wording.reader import Reader
from isostat.wording.springs.words import WORDS
from tests.jobs import aided, hive_on_coils, washered

FOAM = {"kind": "foam", "free_height_m": 0.12, "gap_m": -0.06}
MADE: dict[str, tuple[Callable[[], Job], int]] = {  # a job with such springs on an axle
    "coil": (hive_on_coils, 0),
    "progressive": (partial(demo, "puppet-van"), 1),
    "stacked pair": (partial(demo, "survey-buggy"), 0),
    "leaf": (partial(demo, "hive-hauler"), 1),
    "torsion bar": (partial(demo, "orchard-sprayer"), 0),
    "air": (partial(demo, "glaziers-flatbed"), 1),
}
HELPED: dict[str, tuple[Callable[[], Job], str]] = {  # a job with such a helper on its last axle, and the page that shows it
    "air": (aided, "air"),
    "cushion": (lambda: put(hive_on_coils(), path_to(JOB.proposal.axles[1].cushion), FOAM), "foam"),
    "discs": (washered, "washers"),
}


def test_every_floor_knows_the_same_kinds() -> None:
    names = set(get_args(AxleFit.model_fields["kind"].annotation))
    for floor in (KINDS, RESULTS, WORDS, SPRING_PAGES, MADE):
        assert set(floor) == names
    assert set(HELPERS) == set(HELPED) and set(HELPER_PAGES) == {page for _, page in HELPED.values()}


@pytest.mark.parametrize("name", MADE)
def test_a_kind_is_ordered_said_drawn_varied_and_found_again(open_window, name: str) -> None:  # type: ignore[no-untyped-def]
    make, axle = MADE[name]
    job, kind = make(), KINDS[name]
    a, r = assess(job), Reader(job)
    o = a.orders[axle]
    assert o.kind is kind and not o.lacks and o.can_be_had
    assert job_from_text(job_text(job)) == job
    rest = np.array(o.target_force_n)
    held = o.couple.both(*(np.asarray(x) for x in o.pressed_m))[0] if o.couple else [
        law.force(np.asarray(x)) for law, x in zip(o.law, o.pressed_m, strict=True)
    ]  # fmt: skip
    assert o.kind.typed_as_ordered(o, 0).keys() <= set(AxleFit().left.model_dump())
    assert float(np.sum(held)) == pytest.approx(float(rest.sum()), rel=0.03), "what it orders holds the target, but for steps"
    words = WORDS[name]
    for said in (words.ordered(a, axle, r), words.set(a, axle, r), words.line(a, (axle, 1), r), words.hanging(a, (axle, 0), r)):
        assert "None" not in said and "nan" not in said
    assert words.ordered(a, axle, r) and words.set(a, axle, r) and words.line(a, (axle, 1), r)
    scale, longer = RESULTS[name].errors(a, Draws(50), axle)
    for drawn in (np.broadcast_to(scale, (2, 50, a.cases)), np.broadcast_to(longer, (2, 50, a.cases))):
        assert np.isfinite(drawn).all()
    drawn_as = [s.free_m for s in ordered_shapes(a, axle)]
    assert bool(drawn_as) == kind.between_seats and all(0.02 < free < 2.0 for free in drawn_as)
    fitted = assess(fitted_now(job, axle, None))
    again = fitted.found_springs[axle]
    assert again[0].kind is kind and not again[0].lacks
    assert words.found(fitted, axle, r, "") and (bool(found_shapes(fitted, axle)) == bool(drawn_as))
    window = open_window(job)
    window.go(Step.SPRING)
    window.sheets[Step.SPRING].turn_axle(axle)
    image = window.sheets[Step.SPRING].grab(QRect(int(window.sheets[Step.SPRING].width() * 0.68), 80, 300, 300)).toImage()
    inks = {image.pixel(x, y) for x in range(0, 300, 7) for y in range(0, 300, 7)}
    assert len(inks) > 3, "the part is drawn"


@pytest.mark.parametrize("name", HELPED)
def test_a_helper_takes_its_part_of_the_load_and_has_its_page(open_window, name: str) -> None:  # type: ignore[no-untyped-def]
    make, page = HELPED[name]
    job = make()
    a, axle = assess(job), len(job.proposal.axles) - 1
    made = HELPERS[name].fitted(job.proposal.axles[axle], np.zeros(2))
    helper = next(h for h in a.fits[axle].helpers if isinstance(h, type(made)))
    assert job_from_text(job_text(job)) == job and not a.helper_lacks[axle]
    alone = assess(put(job, (*path_to(JOB.proposal.axles[axle]), "helper" if name == "air" else name), {}))
    less = np.array(alone.orders[axle].target_force_n) - np.array(a.orders[axle].target_force_n)
    assert (less > 100.0).all(), "the springs beside it are ordered for what it leaves"
    bare = replace(a.fits[axle], helpers=(helper,)).without(type(helper))
    assert bare.helpers == () and a.fits[axle].helper(type(helper)) is helper
    window = open_window(job)
    window.go(Step.SPRING)
    sheet = window.sheets[Step.SPRING]
    sheet.turn_axle(axle)
    assert window.document.assessment.fits[axle].helpers and sheet.chart.helpers_n is not None
    sheet.turn(page)
    assert sheet.page == page
