"""The search: counts that add up, one reason a part, what lets it in, and the same order every time."""

from __future__ import annotations

from dataclasses import replace
from functools import cache
from itertools import pairwise

import numpy as np
import pytest

from isostat.answers.card import card_page
from isostat.answers.card_order import order_csv
from isostat.assess import assess
from isostat.assess.find import search as searching
from isostat.assess.find.advertised import advertised
from isostat.assess.find.fitted import Chosen
from isostat.assess.find.found import Found
from isostat.assess.find.law import HARD, Law
from isostat.assess.find.search import search, sets
from isostat.assess.find.sold_as import sold_as
from isostat.assess.find.take import brings_a_fault, taken
from isostat.assess.find.why_not import what_opens, why_not
from isostat.assess.find.wish import AxleWish, CannotSearch, Steps, Varied
from isostat.assess.solve.assessment import Assessment
from isostat.catalogue.index import Index
from isostat.catalogue.parts import Parts
from isostat.catalogue.shipped import SHIPPED, shipped
from isostat.core.limits import Floats, Ints, OutOfRange
from isostat.job.demos import demo
from isostat.job.edits.card import bought_of
from isostat.job.edits.paths import JOB, path_to, put, put_number
from isostat.wording.reader import Reader

SPACERS = Steps(0.0, 0.02, 0.004)


@cache
def catalogue() -> Parts:
    return listed("coil")


@cache
def listed(kind: str) -> Parts:
    with Index() as index:
        for name in (kind, "shelf"):
            index.take(shipped(name), SHIPPED[name])
        return index.parts(kind)


@cache
def hive() -> Assessment:
    return assess(demo("hive-hauler"))


def wish(axle: int = 0, **more: object) -> AxleWish:
    return AxleWish(axle=axle, **{"parts": catalogue(), "spacers": SPACERS, **more})  # type: ignore[arg-type]


@cache
def front() -> Found:
    *_, last = search(hive(), [wish()])
    return last


def test_every_spring_stands_or_has_one_reason() -> None:
    fallen = front().fallen
    assert fallen.standing + sum(fallen.count(law) for law in Law) == len(catalogue()) == fallen.law.size
    assert fallen.standing == len(front().good.best) > 3
    assert min(fallen.count(law) for law in (Law.SOLID, Law.LOOSE, Law.STRESS)) > 0
    assert ((fallen.shortfall == 0.0) == (fallen.law < 0)).all()
    assert front().total == front().tried == sets([wish()]) == len(catalogue()) * 36


def test_the_reason_is_the_largest_shortfall_of_the_best_setting() -> None:
    """By each setting's laws: D = max g/n, the least of which names it."""
    options, fallen = front().options[0], front().fallen
    cures = np.array([law.cure for law in HARD])[:, None]
    every = np.arange(len(options))
    worst, choice = (options.short(every) / cures).max(axis=0), options.settings(every).choice
    for part in np.nonzero((fallen.law >= 0) & (fallen.law < len(HARD)))[0][::40]:
        mine = choice == part
        if (worst[mine] > 0.0).all():
            assert fallen.shortfall[part] == pytest.approx(worst[mine].min())
            assert worst[fallen.setting[0, part]] == fallen.shortfall[part]


def test_what_stands_is_taken_into_the_job_and_stands_there() -> None:
    good, a = front().good, hive()
    for n in good.best[:4]:
        job = taken(a.job, front(), good.chosen[:, n])
        b = assess(job)
        assert b.proposed.hub_to_arch_m[..., front().cases] == pytest.approx(good.height_m[:, :, n], abs=2e-5)
        apart = b.proposed.hub_to_arch_m[0] - a.fitted_target_m[0][:, None]
        assert np.abs(apart).max() == pytest.approx(abs(good.miss_m[n]), abs=2e-5)
        assert brings_a_fault(a, job) is None
    assert (np.diff(np.round(np.abs(good.miss_m), 4)) >= 0.0).all()


def test_a_part_that_is_taken_is_named_on_the_order_until_its_springs_change() -> None:
    found, n = front(), front().good.best[0]
    job = taken(hive().job, found, found.good.chosen[:, n])
    (known,) = job.card.bought
    assert known.part == found.name(int(found.good.part[n])) and known.price == pytest.approx(found.good.price[n])
    ordered = order_csv(card_page(assess(job), Reader(job)).buy)
    assert known.part in ordered and bought_of(job, 0) == known
    other = put_number(job, path_to(JOB.proposal.axles[0].left.rate_n_per_m), 91_000)
    assert bought_of(other, 0) is None and known.part not in order_csv(card_page(assess(other), Reader(other)).buy)
    lower = put_number(job, path_to(JOB.target.front_lift_m), 0.02)
    assert bought_of(lower, 0) == known, "another target: the same springs"


def test_a_set_that_brings_a_fault_is_known_by_it() -> None:
    a, found = hive(), front()
    by = front().options[0].short(np.arange(front().total))[0]  # solid first
    at = int(np.argmax(by))
    fault = brings_a_fault(a, taken(a.job, found, np.array([at])))
    assert fault is not None and fault.place.axle == 0


def test_results_stand_while_it_runs_and_the_order_is_always_the_same(monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(searching, "CHUNK", 5000)
    monkeypatch.setattr(searching, "SAYS_EVERY", 0.0)
    steps = list(search(hive(), [wish()]))
    assert [f.tried for f in steps][:2] == [5000, 10000] and steps[-1].done and not steps[0].done
    assert all(len(a.good) <= len(b.good) for a, b in pairwise(steps))
    for key in ("chosen", "miss_m", "price", "part"):
        assert np.array_equal(getattr(steps[-1].good, key), getattr(front().good, key), equal_nan=key == "price")
    assert np.array_equal(steps[-1].fallen.law, front().fallen.law)


def test_a_set_that_finds_no_rest_in_some_case_does_not_stand(monkeypatch: pytest.MonkeyPatch) -> None:
    """The last case of the best sets finds none: they fall, and no number that is none is shown."""
    real, best = searching.heights, set(front().good.chosen[0, front().good.best].tolist())

    def lost(a: Assessment, chosen: Chosen, cases: Ints) -> Floats:
        out = real(a, chosen, cases)
        out[:, :, np.isin(chosen[0][1], list(best)), -1] = np.inf
        return out

    monkeypatch.setattr(searching, "heights", lost)
    *_, found = search(hive(), [wish()])
    assert not best & set(found.good.chosen[0].tolist()) and np.isfinite(found.good.height_m).all()
    assert found.fallen.standing + sum(found.fallen.count(law) for law in Law) == len(catalogue())


def test_both_axles_and_a_spring_a_side() -> None:
    few = catalogue().take(front().good.part[front().good.best][:4])
    rear = catalogue().take(np.arange(0, len(catalogue()), 150))
    *_, both = search(hive(), [wish(parts=few), wish(1, parts=rear, spacers=Steps(0.0, 0.0))])
    assert both.total == 4 * 36 * len(rear) and both.fallen.law.size == 4 * len(rear)
    assert both.fallen.standing + sum(both.fallen.count(law) for law in Law) == 4 * len(rear)
    *_, each = search(hive(), [wish(parts=few, each=True)])
    assert each.total == 16 * 36 and each.fallen.standing >= 4
    apart = {(int(left), int(right)) for left, right in each.options[0].settings(each.good.chosen[0]).way.T}
    assert any(left != right for left, right in apart), "two rates in one pair"


def test_stop_spacers_cure_what_goes_solid() -> None:
    """Each 4 mm of spacer under the stop leaves the spring so much less to be pressed, by the motion ratios of both."""
    solid = np.nonzero(front().fallen.law == list(Law).index(Law.SOLID))[0]
    near = solid[np.argsort(front().fallen.shortfall[solid])][:6]
    a, parts = hive(), catalogue().take(near)
    base = wish(parts=parts, spacers=Steps(0.0, 0.0), stop_spacers=Steps(0.0, 0.04, 0.02, Varied.STOP))
    *_, found = search(a, [base])
    short = found.options[0].short(np.arange(found.total))[0].reshape(len(near), 3)
    less = 0.02 / a.axles[0].stop_ratio.value * a.axles[0].spring_ratio.value
    assert short[:, 0] - short[:, 1] == pytest.approx(np.minimum(short[:, 0], less), rel=1e-6)


def test_why_a_part_does_not_do_and_what_lets_it_in() -> None:
    low = np.nonzero(front().fallen.law == list(Law).index(Law.LOOSE))[0]
    part = int(low[np.argmin(front().fallen.shortfall[low])])
    why = why_not(hive(), wish().only("coil", part))
    assert why.broken[0][0] is Law.LOOSE and why.broken[0][1] / Law.LOOSE.cure == pytest.approx(front().fallen.shortfall[part])
    nothing = [wish(parts=catalogue().take(low))]
    opens = {o.of: o for o in what_opens(hive(), nothing)}
    assert opens[Varied.SPACER].stand > 0
    more = Steps(0.0, SPACERS.high + opens[Varied.SPACER].m, 0.004)
    *_, wider = search(hive(), [replace(nothing[0], spacers=more)])
    assert wider.fallen.standing > 0
    good = int(front().good.part[0])
    assert why_not(hive(), wish().only("coil", good)).broken == ()


def test_what_an_advertised_lift_gives_is_the_height_over_the_old_springs() -> None:
    n = int(np.nonzero(np.isfinite(catalogue().numbers["lift_m"]))[0][700])
    sold, a = sold_as(hive(), front().options[0], n), hive()
    job = a.job
    for side in ("left", "right"):
        at = path_to(JOB.proposal.axles[0])
        for field, key in (("rate_n_per_m", "rate"), ("free_length_m", "free_m")):
            job = put_number(job, (*at, side, field), float(catalogue().numbers[key][n]))
        job = put(job, (*at, side, "spacer_m"), {"value": 0.0})
    b = assess(job)
    gives = (b.proposed.hub_to_arch_m - a.found.hub_to_arch_m)[0].mean(axis=0)
    light = int(np.argmin(a.loading.whole_kg))
    assert (sold.gives_m, sold.light_m) == (pytest.approx(gives[a.target_case], abs=2e-5), pytest.approx(gives[light], abs=2e-5))
    assert sold.advertised_m == catalogue().numbers["lift_m"][n]


@pytest.mark.parametrize("known", ["rate", "free", "neither"])
def test_what_an_advertised_lift_leaves_open_holds_the_spring_that_was_meant(known: str) -> None:
    """A spring of known rate and length, sold by what it lifts when light: by that alone its heights lie between what is said."""
    a, n = hive(), int(front().good.chosen[0, 0])
    spring = int(front().options[0].settings(np.array([n])).way[0, 0])
    rate, free = (float(catalogue().numbers[key][spring]) for key in ("rate", "free_m"))
    sold = sold_as(a, front().options[0], spring)
    given = {"rate": (rate, None), "free": (None, free), "neither": (None, None)}[known]
    first = advertised(a, 0, sold.light_m, *given)[0]
    target = a.found.hub_to_arch_m[0, :, a.target_case].mean() + sold.gives_m
    slack = 0.0005 if known != "neither" else 0.002
    assert first.target_m[0] - slack <= target <= first.target_m[1] + slack
    if known != "neither":
        assert first.rate[0] == pytest.approx(rate, rel=0.01) and first.free_m[0] == pytest.approx(free, abs=0.002)
    assert first.settles in ("rate", "free length") and first.light_m[0] <= first.light_m[1]


def test_perch_and_pocket_are_hard_laws() -> None:
    job = put_number(demo("hive-hauler"), path_to(JOB.proposal.axles[0].inside_m), 0.11)
    job = put_number(job, path_to(JOB.proposal.axles[0].pocket_m), 0.16)
    *_, found = search(assess(job), [wish(spacers=Steps(0.0, 0.0))])
    numbers = catalogue().numbers
    tight = 0.11 - numbers["inside_m"]
    wide = numbers["inside_m"] + 2 * numbers["wire_m"] - 0.16
    short = found.options[0].short(np.arange(found.total))
    inside, outside = short[HARD.index(Law.TIGHT)], short[HARD.index(Law.WIDE)]
    assert inside == pytest.approx(np.maximum(tight, 0.0)) and outside == pytest.approx(np.maximum(wide, 0.0))
    assert found.fallen.count(Law.TIGHT) > 0 and found.fallen.count(Law.WIDE) > 0


def test_what_cannot_be_searched_is_said() -> None:
    with pytest.raises(CannotSearch, match="no springs to try"):
        next(search(hive(), [wish(parts=catalogue().take(np.array([], dtype=int)))]))
    with pytest.raises(CannotSearch, match="equalizer"):
        next(search(assess(demo("dairy-trailer")), [wish(1)]))
    with pytest.raises(CannotSearch, match="sets are too many to try"):
        next(search(hive(), [wish(each=True)]))
    for steps in ((0.01, 0.0, 0.002), (0.0, 0.02, 0.0001), (0.0, 0.3, 0.1)):
        with pytest.raises(OutOfRange):
            Steps(*steps)
