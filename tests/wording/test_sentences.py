"""Every kind of judgement has words, in every set of units, with no sign on a height and no nonsense in any."""

from __future__ import annotations

import importlib
import inspect
import re
import sys
from contextlib import suppress
from dataclasses import fields
from pathlib import Path

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

import isostat.assess
from isostat.assess import assess
from isostat.assess.fit.findings import NotToBeDriven, TicksGone
from isostat.assess.fixes import Fix, judge_fixes
from isostat.assess.judge import judge
from isostat.assess.judgement import Grade, Judgement, Place, Remedy, Step
from isostat.assess.knock_on.findings import DraggedOutside, LinksCannotBe, TapeDoubted
from isostat.assess.knock_on.line import What
from isostat.assess.load.findings import OverRating
from isostat.assess.log.checks import READ
from isostat.assess.log.due import Recheck
from isostat.assess.log.findings import CheckedOff, Overdue
from isostat.assess.measure.findings import LikelySlip, SidesDisagree, Warp
from isostat.assess.solve.remedies import CarryLess, Move
from isostat.assess.spring.findings_stacked import TopBinds
from isostat.assess.stance.findings import Lean, OffTarget, TargetTwisted
from isostat.core.limits import OutOfRange
from isostat.core.parts.event import Event
from isostat.core.rates.window import Bound, intersect
from isostat.job.demos import demo, demo_names
from isostat.job.event_words import EVENT_LABELS, EVENT_NOUNS
from isostat.job.files import JobFault
from isostat.job.points import CORNER_POINTS
from isostat.job.schema import Job
from isostat.units.saying import Amount, saying
from isostat.units.unit import PRESETS, Quantity
from isostat.wording.fixes import say_fix
from isostat.wording.reader import Reader
from isostat.wording.sentences import say
from isostat.wording.tell import NotSaid
from tests.jobs import hive_on_coils, unladen

POINT = st.sampled_from([point.field for point in CORNER_POINTS])
OWN = {  # names that mean something else in one kind
    (TopBinds, "by"): st.sampled_from(("top solid", "main solid")),
    (OverRating, "what"): st.sampled_from(("plate", "tyre", "wheel", "hitch")),
    (DraggedOutside, "what"): st.sampled_from(What),
    (Overdue, "what"): st.sampled_from(Recheck),
    (CheckedOff, "what"): st.sampled_from(READ),
    (CheckedOff, "quantity"): st.sampled_from((Quantity.HEIGHT, Quantity.ANGLE)),
    (DraggedOutside, "quantity"): st.sampled_from((Quantity.HEIGHT, Quantity.ANGLE, Quantity.SHARE, Quantity.RATIO)),
    (DraggedOutside, "before"): st.floats(-0.5, 0.5) | st.none(),
    **{(kind, field): st.integers(1, 90) for kind in (NotToBeDriven, TicksGone) for field in ("count", "step_number")},
    (TapeDoubted, "names"): st.just(("hub_left_m",)) | st.just(("hub_right_m", "diagonal_left_m")),
    (LinksCannotBe, "refused"): st.just(OutOfRange("link length", 0.01, 0.1, 3.0, "m")),
}
POINT_NAMES = {(LikelySlip, "what"), (SidesDisagree, "what"), (SidesDisagree, "other")}
FINDINGS = [  # every module of findings that the tree has
    importlib.import_module(f"isostat.assess.{path.parent.name}.{path.stem}")
    for path in sorted(Path(isostat.assess.__path__[0]).glob("*/findings*.py"))
]
KINDS = [
    kind
    for module in FINDINGS
    for _, kind in inspect.getmembers(module, inspect.isclass)
    if issubclass(kind, Judgement) and kind is not Judgement
]
REMEDIES = [k for k in Remedy.__subclasses__() if getattr(sys.modules[k.__module__], k.__name__) is k]  # slots make a class twice
HIVE = hive_on_coils()
EVENTS = (Event.COIL_LOOSE, Event.COIL_SOLID, Event.SHOCK_BOTTOMED, Event.METAL)
ALIKE = {
    "what": st.sampled_from(EVENTS),
    "before": st.sampled_from((Event.STOP_FLAT, Event.STOP_TOUCHED, Event.SHOCK_TOPPED, Event.METAL)),
    "end": st.sampled_from((Event.STOP_FLAT, Event.SHOCK_TOPPED, Event.METAL)),
    "slip": st.sampled_from(("inches", "pounds", "ten", "hundred", "tyre")),
    "value": st.floats(0.001, 0.9),
    "likely": st.floats(0.01, 0.9),
    "point": st.sampled_from(("Cab roof", "Rack")),
    "by": st.sampled_from(("squat", "lift")),
    "reason": st.just(saying("{load} is too small. Enter more.", load=Amount(120.0, Quantity.MASS))),
    "height_m": st.floats(0.2, 0.9),
    "target_m": st.floats(0.2, 0.9),
    "band_m": st.floats(0.002, 0.05),
    "margin_m": st.floats(0.0, 0.03),
    "binds": st.sampled_from(("main spring", "top spring")),
    "part": st.sampled_from(("coil", "top spring", "third spring")),
    "within": st.sampled_from(("body", "pocket", "bag")),
    "down": st.booleans(),
    "missing": st.just(saying("Enter the {what}.", what="load")),
    "test": st.integers(1, 9),
    "valves": st.integers(4, 6),
    "over": st.booleans(),
    "gauge_pa": st.floats(0, 2e6),
    "limit_pa": st.floats(0, 2e6),
    "leaf": st.integers(1, 9),
    "assumed": st.integers(0, 9),
    "window": st.builds(
        lambda low, high, by: intersect([Bound("bump capacity", low), Bound(by, 0.0, high)]),
        st.floats(5e3, 2e5), st.floats(5e3, 2e5), st.sampled_from(("hanging", "share of droop")),
    ),
}  # fmt: skip
SPANS = {"_m": (-0.6, 0.6), "_kg": (-4000, 4000), "_hz": (0.4, 4.0), "_n": (-2e4, 2e4), "n_per_m": (-1e5, 2e5)}


def values(name: str) -> st.SearchStrategy[object]:
    if name in ALIKE:
        return ALIKE[name]
    if name == "item":
        return st.integers(0, len(HIVE.items) - 1)
    low, high = next((span for end, span in SPANS.items() if name.endswith(end)), (0.0, 1.0))
    return st.floats(low, high)


def strategy_of(kind: type[Judgement], name: str) -> st.SearchStrategy[object]:
    if (kind, name) in OWN:
        return OWN[kind, name]
    return POINT if (kind, name) in POINT_NAMES else values(name)


def judgements(kind: type[Judgement]) -> st.SearchStrategy[Judgement]:
    own = {f.name for f in fields(kind)} - {"grade", "place", "step", "remedies"}
    return st.builds(
        kind,
        grade=st.sampled_from(Grade),
        place=st.builds(Place, st.sampled_from((None, 0, 1)), st.sampled_from((None, 0, 1)), st.sampled_from((None, 0, 4))),
        step=st.sampled_from(Step),
        remedies=st.just(()),
        **{name: strategy_of(kind, name) for name in own},
    )


@pytest.mark.parametrize("kind", KINDS, ids=lambda kind: kind.__name__)
@given(data=st.data(), units=st.sampled_from(sorted(PRESETS)))
@settings(max_examples=25, deadline=None)
def test_every_judgement_is_said_shortly_and_plainly(kind: type[Judgement], data: st.DataObject, units: str) -> None:
    said = say(data.draw(judgements(kind)), Reader(HIVE, PRESETS[units]))
    whole = f"{said.place}. {said.title}. {said.body}"
    assert not re.search(r"nan|inf\b|None|\{|\}|_m\b|e[+-]\d", whole), whole
    assert said.title[0].isupper() or said.title[0].isdigit() or said.title[0] == "−", said.title
    assert len(said.title) <= 80 and len(said.body) <= 190, whole
    assert "  " not in whole and not said.title.endswith(".")
    if kind.__module__.endswith("travel") or kind in (OffTarget, Lean, Warp, TargetTwisted):
        assert "−" not in whole, "heights carry no sign"


def test_a_kind_without_words_is_refused() -> None:
    with pytest.raises(NotSaid, match="Judgement"):
        say(Judgement(grade=Grade.NOTE, place=Place(), step=Step.LOAD), Reader(HIVE))


@pytest.mark.parametrize("name", demo_names())
@pytest.mark.parametrize("units", sorted(PRESETS))
def test_every_offered_fix_names_its_part_its_cure_and_its_price(name: str, units: str) -> None:
    a = assess(demo(name))
    reader = Reader(a.job, PRESETS[units])
    fixes = judge_fixes(a, judge(a))
    assert fixes
    for fix in fixes:
        words = say_fix(fix, reader)
        assert re.search(r"front|rear|" + "|".join(item.name for item in a.job.items), words.title), words.title
        assert words.cures in ("Clears this finding.", "Eases it.") or re.search(r"→|After: |becomes", words.cures)
        assert words.worst == "No downside." or words.worst.startswith("Costs: ")
        if fix.price is not None:
            assert "→" in words.worst and fix.price.what.split(" ")[0] in words.worst


@pytest.mark.parametrize(
    ("height", "target", "words", "inside"),
    [
        (0.497, 0.512, "15 low", False),
        (0.548, 0.512, "36 high", False),
        (0.5164, 0.512, "4 high", True),
        (0.5122, 0.512, "on target", True),
        (0.506, 0.512, "6 low", True),
    ],
)
def test_a_height_is_a_tape_reading_high_or_low_of_its_target(height: float, target: float, words: str, inside: bool) -> None:
    assert Reader(HIVE).off(height, target, 0.006) == (words, inside)


def test_whatever_can_happen_on_a_wheels_way_has_its_words() -> None:
    assert set(EVENT_NOUNS) == set(EVENT_LABELS) == set(Event)
    assert {event for event in Event if event.at_lock} < {event for event in Event if event.of_tyre}
    assert {event for event in Event if event.ends_droop} < {event for event in Event if event.hanging}
    assert not any(event.hanging for event in Event if event.of_tyre)


@pytest.mark.parametrize("kind", REMEDIES, ids=lambda kind: kind.__name__)
def test_every_remedy_is_said_and_does_itself_to_a_job_or_is_refused(kind: type[Remedy]) -> None:
    some = {"int": 1, "float": 0.01, "int | None": None, "float | None": 0.4, "Place": Place(1, 0, 2)}
    remedy = kind(*(some[str(f.type)] for f in fields(kind)))  # type: ignore[arg-type]
    a = assess(demo("hive-hauler"))
    fix = Fix(judge(a)[0], remedy, a.job, None, None, worsens=False)
    assert say_fix(fix, Reader(a.job)).title[0].isupper()
    with suppress(JobFault):
        assert isinstance(remedy.on(a.job), Job)


def test_a_fix_is_said_by_the_job_that_it_was_tried_on_though_another_has_fewer_cases_and_items() -> None:
    """Between an edit and the next trials the old fixes still stand there, and their numbers name what may be gone."""
    seen = 0
    for name in ("hive-hauler", "puppet-van"):
        a = assess(demo(name))
        for fix in judge_fixes(a, judge(a)):
            assert say_fix(fix, Reader(unladen())) == say_fix(fix, Reader(a.job))
            seen += fix.leveled is not None or isinstance(fix.remedy, CarryLess | Move)
    assert seen, "or nothing of it names a case or an item"


@pytest.mark.parametrize(
    ("now", "high", "title", "body"),
    [
        (0.0056, 0.0052, "Axles out of line: 0.32° to the left", "Allowed: 0.30° either way."),
        (0.0120, 0.0052, "Axles out of line: 0.7° to the left", "Allowed: 0.3° either way."),
    ],
)
def test_what_is_outside_never_reads_as_what_is_allowed(now: float, high: float, title: str, body: str) -> None:
    judgement = DraggedOutside(grade=Grade.WATCH, place=Place(), step=Step.KNOCK_ON, what=What.CRAB, quantity=Quantity.ANGLE,
                               before=0.0, now=now, low=-high, high=high)  # fmt: skip
    said = say(judgement, Reader(HIVE))
    assert (said.title, said.body) == (title, body)
