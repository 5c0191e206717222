"""Every kind that lists offer, searched: what stands is taken into the job and stands there, whatever it is made of."""

from __future__ import annotations

from itertools import pairwise

import numpy as np
import pytest

from isostat.answers.card import card_page
from isostat.answers.card_order import order_csv
from isostat.assess import assess
from isostat.assess.find.beside.every import BESIDE
from isostat.assess.find.bill import bill
from isostat.assess.find.found import Found
from isostat.assess.find.good import Rank
from isostat.assess.find.kinds.every import OFFERED
from isostat.assess.find.law import HARD, Law
from isostat.assess.find.search import search
from isostat.assess.find.sold_as import sold_as
from isostat.assess.find.take import taken
from isostat.assess.find.why_not import what_opens, why_not
from isostat.assess.find.wish import NONE, AxleWish, CannotSearch, Steps, Varied
from isostat.assess.setup.springs.kinds import KINDS
from isostat.assess.setup.springs.leaf import leaf_pack
from isostat.assess.solve.assessment import Assessment
from isostat.assess.travel.landmarks import Landmarks
from isostat.core import rules
from isostat.core.limits import GRAVITY, OutOfRange
from isostat.core.parts.event import Event
from isostat.core.springs.progressive import from_rate_pair
from isostat.core.springs.straight_pieces import compression_at
from isostat.job.demos import demo
from isostat.job.edits.card import bought_of
from isostat.job.edits.items import add_item, remove_items
from isostat.job.edits.paths import JOB, path_to, put, put_number
from isostat.job.schema import Item, Job
from isostat.wording.reader import Reader
from tests.assess.find.test_search import catalogue, front, hive, listed

COLLARS = Steps(-0.02, 0.02, 0.02, Varied.COLLAR)


def searched(a: Assessment, *wishes: AxleWish) -> Found:
    *_, last = search(a, wishes)
    return last


def stands_there(a: Assessment, found: Found, most: int = 2) -> Job:
    """The best sets in the job stand as the search says, to 0.02 mm; the last of them."""
    job = a.job
    for n in found.good.best[:most]:
        job = taken(a.job, found, found.good.chosen[:, n])
        b = assess(job)
        assert b.proposed.hub_to_arch_m[..., found.cases] == pytest.approx(found.good.height_m[:, :, n], abs=2e-5)
        for k, options in enumerate(found.options):
            hz = b.proposed.frequency_hz[options.wish.axle, :, a.target_case].mean()
            assert found.good.frequency_hz[k, n] == pytest.approx(hz, rel=0.02)
    return job


def parts(kind: str, every: int = 1) -> AxleWish:
    offered = OFFERED[kind]
    mine = offered.searchable(listed(kind))
    return AxleWish(axle=0, parts=mine.take(np.arange(0, len(mine), every)))


def with_wish(wish: AxleWish, **more: object) -> AxleWish:
    return AxleWish(**{key: getattr(wish, key) for key in ("axle", "parts")} | more)  # type: ignore[arg-type]


def test_what_a_search_varies_under_springs_is_what_levels_them() -> None:
    field = {Varied.SPACER: "spacer_m", Varied.BLOCK: "spacer_m", Varied.COLLAR: "collar_m", None: None}
    for offered in OFFERED.values():
        assert field[offered.levels] == KINDS[offered.fitted].levelled_by
        assert (offered.levels is Varied.BLOCK) == (offered.fitted == "leaf"), "a spacer under a pack is called a block"


def test_progressive_coils_are_two_pieces_of_one_table() -> None:
    a, wish = hive(), with_wish(parts("progressive coil"), spacers=Steps(0.0, 0.02, 0.004))
    found = searched(a, wish)
    choices, law = found.options[0].choices, from_rate_pair(30e3, 60e3, 0.05, 0.2)
    assert choices is not None and found.fallen.standing == len(found.good.best) > 2
    assert found.fallen.standing + sum(found.fallen.count(reason) for reason in Law) == len(choices)
    choices.sets_in[:, 0], choices.begins_m[:, 0] = (30e3, 30e3), (0.0, 0.05)
    for force in (500.0, 1500.0, 4000.0):
        x = choices.pressed_m(np.array([0]), np.array([force]))
        assert x[0] == pytest.approx(compression_at(law, force)) and choices.force(np.array([0]), x)[0] == pytest.approx(force)
    job = stands_there(a, searched(a, wish))
    assert job.proposal.axles[0].kind == "progressive" and job.proposal.axles[0].left.free_length_m is not None


@pytest.mark.parametrize("rings", [None, Steps(0.14, 0.2, 0.06, Varied.RING)])
def test_stacked_pairs_stand_by_their_collars_and_ring(rings: Steps | None) -> None:
    a = assess(put_number(demo("survey-buggy"), path_to(JOB.target.band_m), 0.08))
    a = assess(put_number(a.job, path_to(JOB.proposal.axles[0].pick.differ_m), 0.15))
    found = searched(a, with_wish(parts("stacked spring"), spacers=COLLARS, rings=rings))
    choices = found.options[0].choices
    assert choices is not None and found.fallen.standing > 1
    inside = choices.parts.numbers["inside_m"][choices.rows]
    assert np.abs(np.diff(inside, axis=0)).max() < 0.0015, "two springs of one slider"
    job = stands_there(a, found, 3)
    assert job.proposal.axles[0].stack.placed == "typed" and job.proposal.axles[0].left.collar_m is not None
    n = found.good.best[0]
    wears = [b.parts.name(b.row) for b in bill(found, int(n)) for _ in range(b.count)]
    assert sorted(wears) == sorted(2 * found.name(int(found.good.part[n])).split(" + "))
    off = with_wish(parts("stacked spring"), spacers=Steps(0.05, 0.05, 0.01, Varied.COLLAR), holding=0)
    assert searched(a, off).options[0].short(np.array([0]))[HARD.index(Law.THREAD), 0] == pytest.approx(0.005), "45 mm are left"


def test_torsion_bars_fit_by_their_splines_and_bags_by_what_they_bear() -> None:
    sprayer = assess(demo("orchard-sprayer"))
    bars = searched(sprayer, parts("torsion bar"))
    teeth = sprayer.job.as_found.axles[0].torsion.teeth_inner
    counted = [n for n in bars.options[0].wish.parts.numbers["splines_inner"] if n != teeth]  # type: ignore[union-attr]
    assert bars.fallen.count(Law.ENDS) == len(counted) and bars.fallen.standing > 5
    assert stands_there(sprayer, bars).proposal.axles[0].torsion.diameter_m is not None
    glazier = assess(demo("glaziers-flatbed"))  # its bags share a tee
    bags = searched(glazier, parts("air bag", 3))
    listed_bags, made = bags.options[0].wish.parts, bags.options[0].choices
    assert listed_bags is not None and made is not None and made.couples
    stood = stands_there(glazier, bags).proposal.axles[0].air
    assert stood.across_m is not None and stood.left_pa is None and stood.most_pa is not None
    heavy = np.array(made.broken[Law.RATED])
    rest = glazier.proposed.rest.force_n[0]
    most = np.array(glazier.orders[0].target_force_n) * np.maximum(rest.max(axis=1) / rest[:, glazier.target_case], 1.0)
    assert heavy == pytest.approx(np.maximum(most.max() / GRAVITY / listed_bags.numbers["rated_kg"] - 1.0, 0.0))


@pytest.mark.parametrize(("name", "axle"), [("hive-hauler", 1), ("orchard-sprayer", 1)])
def test_leaf_packs_by_rate_and_arch_become_leaves_that_give_them(name: str, axle: int) -> None:
    """In the search a pack is straight; of leaves it bends a little, which a millimetre covers."""
    a = assess(demo(name))
    mine = OFFERED["leaf pack"].searchable(listed("leaf pack"))
    found = searched(a, AxleWish(axle=axle, parts=mine, spacers=Steps(0.0, 0.1, 0.02)))
    assert found.fallen.standing > 20 and found.fallen.standing + sum(found.fallen.count(law) for law in Law) == len(mine)
    for n in found.good.best[:3]:
        job = taken(a.job, found, found.good.chosen[:, n])
        assert assess(job).proposed.hub_to_arch_m[..., found.cases] == pytest.approx(found.good.height_m[:, :, n], abs=1.0e-3)
        (line,) = bill(found, int(n))
        given = job.proposal.axles[axle].pack
        pack = leaf_pack(given)
        rate = 1000.0 / (pack.compression(3500.0) - pack.compression(2500.0))
        assert rate == pytest.approx(mine.numbers["rate"][line.row], rel=0.005)
        assert pack.free_arch_m == pytest.approx(mine.numbers["arch_m"][line.row], abs=5e-4)
        assert len(given.leaves) == mine.numbers["leaves"][line.row] and given.leaves[0].thick_m.assumed  # type: ignore[union-attr]
    rated = found.options[0].choices.broken[Law.RATED]  # type: ignore[union-attr]
    assert (rated[mine.numbers["rated_kg"] > 900] <= 0.0).all()


def test_helper_pressure_varies_by_itself_and_with_the_springs_of_the_other_axle() -> None:
    a, pressures = hive(), Steps(2.2e5, 2.8e5, 0.2e5, Varied.PRESSURE)
    alone = searched(a, AxleWish(axle=1, parts=None, pressures=pressures))
    assert alone.fallen.law.size == 1 and len(alone.good) >= 2 and alone.name(0) == ""
    few = catalogue().take(front().good.part[front().good.best][:3])
    springs = AxleWish(axle=0, parts=few, spacers=Steps(0.0, 0.02, 0.004))
    both = searched(a, springs, AxleWish(axle=1, parts=None, pressures=pressures))
    assert both.total == 3 * 36 * 4 and len(both.good.best) > 0
    helper = stands_there(a, both).proposal.axles[1].helper
    assert helper.left_pa == helper.right_pa and helper.left_pa is not None
    bag = path_to(JOB.proposal.axles[1].helper)
    tee = assess(put(a.job, (*bag, "lines"), "tee"))
    teed = searched(tee, AxleWish(axle=1, parts=None, pressures=pressures))
    stands_there(tee, teed)
    assert not np.allclose(teed.good.height_m, alone.good.height_m[:, :, : len(teed.good)], atol=1e-5), "one air, two bags"
    limited = put_number(put_number(a.job, (*bag, "least_pa"), 0.5e5), (*bag, "most_pa"), 2.7e5)
    short = searched(assess(limited), AxleWish(axle=1, parts=None, pressures=pressures)).options[0].short(np.arange(4))
    assert short[HARD.index(Law.PRESSURE)] == pytest.approx([0, 0, 0, 0.1e5])


def test_a_shock_belongs_to_the_set() -> None:
    """A longer one hangs lower, so a spring comes loose that did not; one that is out of stroke before the stop is flat falls."""
    long = 0.5
    a = assess(put_number(demo("hive-hauler"), path_to(JOB.vehicle.axles[0].shock_long_m), long))
    few = catalogue().take(front().good.part[front().good.best][:4])
    shocks = listed("shock")
    found = searched(a, AxleWish(axle=0, parts=few, spacers=Steps(0.0, 0.016, 0.008), beside={"shock": shocks}))
    options, every = found.options[0], np.arange(found.total)
    s, short = options.settings(every), options.short(every)
    plainly = searched(a, AxleWish(axle=0, parts=few)).options[0]
    assert sold_as(a, options, 1) == sold_as(a, plainly, 1), "what springs give is their own"
    longer = shocks.numbers["extended_m"][s.beside["shock"]] - long
    stroke = shocks.numbers["extended_m"][s.beside["shock"]] - shocks.numbers["collapsed_m"][s.beside["shock"]]
    loose, early = short[HARD.index(Law.LOOSE)], short[HARD.index(Law.SHOCK)]
    assert (loose[longer > 0.15] > 0.0).all() and (loose[longer < -0.05] == 0.0).all()
    plain = (s.choice == 0) & (s.level_m.sum(axis=0) == 0)
    reach = (stroke - longer)[plain]  # how far up it lets the wheel
    assert (np.diff(early[plain][np.argsort(reach)]) < 1e-9).all() and early[plain].max() > 0.0
    assert found.fallen.standing + sum(found.fallen.count(law) for law in Law) == 4
    if len(found.good):
        job = stands_there(a, found)
        assert job.proposal.axles[0].shock_longer_m is not None
        price = found.good.price[found.good.best[0]]
        assert np.isnan(price) or price == pytest.approx(
            sum(b.count * b.parts.numbers["price"][b.row] for b in bill(found, int(found.good.best[0])))
        )
    with pytest.raises(CannotSearch, match="full length first"):
        unread = put(hive().job, path_to(JOB.vehicle.axles[0].shock_long_m), None)
        searched(assess(unread), AxleWish(axle=0, parts=few, beside={"shock": shocks}))


def test_a_leaf_is_added_where_its_length_places_it() -> None:
    """Straight in pieces in the search; its pack stands there to a millimetre. None that is out of order is tried."""
    job = put_number(demo("hive-hauler"), path_to(JOB.target.band_m), 0.012)
    job = put_number(job, path_to(JOB.proposal.axles[1].pick.differ_m), 0.06)
    a = assess(put_number(job, path_to(JOB.proposal.axles[1].pack.allowed_pa), 1.2e9))
    wide = listed("leaf")
    mine = wide.take(np.arange(0, len(wide), 2))
    found = searched(a, AxleWish(axle=1, parts=mine, spacers=Steps(0.0, 0.06, 0.01)))
    was, choices = a.job.proposal.axles[1].pack, found.options[0].choices
    assert choices is not None and found.fallen.standing >= 3
    assert found.fallen.standing + sum(found.fallen.count(law) for law in Law) == len(mine)
    for n in found.good.best[:3]:
        job = taken(a.job, found, found.good.chosen[:, n])
        assert assess(job).proposed.hub_to_arch_m[..., found.cases] == pytest.approx(found.good.height_m[:, :, n], abs=1.0e-3)
        made = job.proposal.axles[1].pack
        assert len(made.leaves) == len(was.leaves) + 1 and leaf_pack(made).bound_rate > leaf_pack(was).bound_rate
    width = was.leaves[0].width_m
    assert width is not None
    broken = np.array(choices.broken[Law.PACK])
    assert (broken[mine.numbers["width_m"] > width.value] > 0.0).all() and (broken[mine.numbers["width_m"] < 0.055] > 0.0).all()
    for row in np.nonzero(mine.numbers["width_m"] == 0.06)[0]:
        one, other = mine.numbers["front_m"][row], mine.numbers["rear_m"][row]
        ends = [tuple(float(getattr(leaf, key).value) for key in ("front_m", "rear_m")) for leaf in was.leaves] + [(0.0, 0.0)]
        fits = any(
            x <= over[0] and y <= over[1] and x >= under[0] and y >= under[1]
            for over, under in pairwise(ends)
            for x, y in ((one, other), (other, one))
        )
        assert fits == (broken[row] == 0.0)


def test_leaves_that_take_long_to_bend_answer_with_a_few_first() -> None:
    """What is found of the few is found of all: the same set of the same leaf, as far off."""
    a, mine = hive(), OFFERED["leaf"].searchable(listed("leaf"))
    loose = assess(put_number(a.job, path_to(JOB.target.band_m), 0.2))
    of = AxleWish(axle=1, parts=mine.take(np.arange(0, len(mine), 8)), spacers=Steps(0.0, 0.02, 0.01, Varied.BLOCK))
    first, *_, every = search(loose, [of])
    assert first.fallen.law.size == 2 and not first.done and first.total == every.total == every.tried
    assert every.done and every.fallen.law.size == len(of.parts)  # type: ignore[arg-type]
    by_name = {every.name(k): float(m) for k, m in enumerate(every.fallen.shortfall)}
    for k in (0, 1):
        assert by_name[first.name(k)] == pytest.approx(float(first.fallen.shortfall[k]))


def test_leaves_are_bent_under_some_load_where_a_case_lifts_their_wheel() -> None:
    over = Item(name="Winch", mass_kg={"value": 1500.0}, behind_front_m={"value": -0.5}, left_m={"value": 1.2})  # type: ignore[arg-type]
    a = assess(add_item(demo("hive-hauler"), over, "Light"))
    assert a.proposed.stands.all() and a.proposed.rest.force_n[1].min() <= 0.0
    parts = OFFERED["leaf"].searchable(listed("leaf"))
    found = searched(a, AxleWish(axle=1, parts=parts.take(np.arange(0, len(parts), 12))))
    choices = found.options[0].choices
    assert choices is not None and np.isfinite(choices.sets_in).all() and (choices.sets_in[0] > 0.0).all()
    empty = remove_items(a.job, set(range(len(a.job.items))))
    for side in ("left", "right"):
        empty = put(empty, (*path_to(JOB.vehicle.axles[1]), side, "pad_kg"), 60.0)
    with pytest.raises(CannotSearch, match="enter the weight"):
        searched(assess(empty), AxleWish(axle=1, parts=parts))


@pytest.mark.parametrize("name", ["hive-hauler", "survey-buggy", "orchard-sprayer", "glaziers-flatbed"])
def test_every_list_is_searched_or_refused_in_words_whatever_springs_an_axle_has(name: str) -> None:
    """From the few that some lists answer with first: half of these axles have no pack that a leaf could go into."""
    a, refused = assess(demo(name)), 0
    for of, offered in OFFERED.items():
        parts = offered.searchable(listed(of))
        for axle in range(len(a.axles)):
            wish = AxleWish(axle=axle, parts=parts.take(np.arange(min(len(parts), 12))))
            try:
                assert next(iter(search(a, [wish]))).fallen.law.size >= 2
            except CannotSearch as fault:
                assert "first" in str(fault), fault
                refused += 1
    assert refused >= 2


def test_helpers_stand_in_the_space_that_was_measured_beside_springs_that_stay() -> None:
    """One that is fitted and one that is not yet; a taller one is met sooner and carries more."""
    fit = path_to(JOB.proposal.axles[1].cushion)
    job = put(demo("hive-hauler"), fit, {"kind": "foam", "free_height_m": {"value": 0.08}, "gap_m": {"value": 0.03}})
    mine = BESIDE["helper"].searchable(listed("helper"))
    mine = mine.take(mine.numbers["rated_kg"] > 100)
    loose = put_number(put_number(job, path_to(JOB.target.band_m), 0.05), path_to(JOB.proposal.axles[1].pick.differ_m), 0.2)
    a = assess(loose)
    found = searched(a, AxleWish(axle=1, parts=None, beside={"helper": mine}))
    assert found.fallen.law.size == len(mine) and found.name(3) == mine.name(3) and found.fallen.standing > 2
    made = stands_there(a, found).proposal.axles[1].cushion
    assert (
        made.gap_m is not None
        and made.free_height_m is not None
        and made.gap_m.value + made.free_height_m.value == pytest.approx(0.11)
    )
    new = assess(put(loose, (*fit, "rate_n_per_m"), None))
    assert BESIDE["helper"].place(new, 0) is None
    front = put(loose, path_to(JOB.proposal.axles[0].cushion), job.proposal.axles[1].cushion.model_dump(exclude_none=True))
    rows = np.argsort(mine.numbers["free_m"])
    high = searched(assess(front), AxleWish(axle=0, parts=None, beside={"helper": mine.take(rows)}))
    assert high.options[0].beside["helper"].pressed_m[0].tolist() == sorted(high.options[0].beside["helper"].pressed_m[0])
    with pytest.raises(CannotSearch, match="gap and free height"):
        searched(hive(), AxleWish(axle=0, parts=None, beside={"helper": mine}))


def test_a_bump_stop_is_flat_before_metal_and_springs_go_solid_by_it() -> None:
    """A taller one ends the travel sooner: by how much is the judge's own order of contact of the job that has it."""
    high = path_to(JOB.as_found.axles[0].stop.free_height_m)
    a = assess(put_number(demo("hive-hauler"), high, 0.06))
    stops = BESIDE["bump stop"].searchable(listed("bump stop"))
    found = searched(a, AxleWish(axle=0, parts=None, beside={"bump stop": stops}))
    options, short = found.options[0], found.options[0].short(np.arange(found.total))[HARD.index(Law.METAL)]
    assert (short > 0.0).any() and (short == 0.0).any() and found.fallen.law.size == len(stops)
    some = options.settings(np.arange(found.total))
    for row in (int(np.argmin(stops.numbers["free_m"])), int(np.argmax(stops.numbers["free_m"])), 40):
        b = assess(BESIDE["bump stop"].into(a.job, 0, stops, row))
        way = Landmarks(b.proposed.events[0][0])
        assert options.ends.full_m(0, some.stop_m, some.beside)[row] == pytest.approx(way.full_m, abs=1e-6)
        flat, metal = way.at(Event.STOP_FLAT), way.at(Event.METAL)
        assert (short[row] > 0.0) == (flat is None or (metal is not None and flat > metal))
    unread = put(a.job, high, None)
    with pytest.raises(CannotSearch, match="free height first"):
        searched(assess(unread), AxleWish(axle=0, parts=None, beside={"bump stop": stops}))
    why = why_not(a, AxleWish(axle=0, parts=None, beside={"bump stop": stops}).only("bump stop", int(short.argmax())))
    assert {
        o.of for o in what_opens(a, [AxleWish(axle=0, parts=None, beside={"bump stop": stops.take(np.argsort(-short)[:3])})])
    } <= {Varied.STOP}
    assert why.broken[0][0] is Law.METAL and why.found.name(why.choice) == stops.name(int(short.argmax()))


def test_what_is_taken_beside_springs_is_named_on_the_order_and_stays_named() -> None:
    """Springs first, stops later: the order has both as the lists do, until the axle's fit is changed by hand."""
    job = put_number(demo("hive-hauler"), path_to(JOB.as_found.axles[0].stop.free_height_m), 0.06)
    few = catalogue().take(front().good.part[front().good.best][:2])
    first = searched(assess(job), AxleWish(axle=0, parts=few, spacers=Steps(0.0, 0.02, 0.004)))
    sprung = taken(job, first, first.good.chosen[:, first.good.best[0]])
    stops = BESIDE["bump stop"].searchable(listed("bump stop"))
    second = searched(assess(sprung), AxleWish(axle=0, parts=None, beside={"bump stop": stops}))
    both = taken(sprung, second, second.good.chosen[:, second.good.best[0]])
    spring, stop = (bought_of(both, 0, of) for of in ("springs", "bump stop"))
    assert spring is not None and stop is not None and spring.maker and stop.part.startswith(stop.maker)
    order = order_csv(card_page(assess(both), Reader(both)).buy)
    assert f",{spring.part}," in order and f",{stop.part}," in order
    row = stops.parts.index(stop.part.removeprefix(stop.maker).strip())
    assert spring.price != stop.price == 2 * stops.numbers["price"][row]
    by_hand = put_number(both, path_to(JOB.proposal.axles[0].left.free_length_m), 0.4)
    assert bought_of(by_hand, 0) is None and bought_of(by_hand, 0, "bump stop") is None


def test_ends_that_do_not_fit_their_seats_are_a_hard_law() -> None:
    job = put(demo("hive-hauler"), path_to(JOB.proposal.axles[0].lower_seat), "pigtail")
    found = searched(assess(job), AxleWish(axle=0, parts=catalogue(), spacers=NONE))
    wrong = np.array([end not in ("", "pigtail") for end in catalogue().words["lower_end"]])
    assert found.options[0].short(np.arange(found.total))[HARD.index(Law.ENDS)] == pytest.approx(wrong.astype(float))
    assert not wrong[found.options[0].settings(found.good.chosen[0]).way[0]].any() and found.fallen.count(Law.ENDS) > 100


@pytest.mark.parametrize("rank", Rank)
def test_ranks_order_the_same_sets(rank: Rank) -> None:
    good = front().good.ranked(rank)
    assert sorted(map(tuple, good.chosen.T.tolist())) == sorted(map(tuple, front().good.chosen.T.tolist()))
    key = {
        Rank.MISS: np.round(np.abs(good.miss_m), 4), Rank.FREQUENCY: np.round(good.off, 3), Rank.STRESS: np.round(good.used, 3),
        Rank.PRICE: good.price, Rank.DAYS: good.days,
    }[rank]  # fmt: skip
    known = key[np.isfinite(key)]
    assert (np.diff(known) >= 0.0).all() and np.isnan(key[known.size :]).all(), "what is not known comes last"
    assert good.ranked(Rank.MISS).miss_m.size == good.miss_m.size
    picked = hive().orders[0].picked_rate
    rates = catalogue().numbers["rate"][front().options[0].settings(good.chosen[0]).way[0]]
    assert good.off == pytest.approx(np.abs(rates / picked - 1.0))


def test_what_lies_on_the_shelf_is_there_today() -> None:
    """Two of a part make a pair; with one alone the list's days hold."""
    mine = catalogue().take(front().good.part[front().good.best][:4])
    mine.numbers["shelf"][:] = [2.0, 1.0, np.nan, 4.0]
    found = searched(hive(), AxleWish(axle=0, parts=mine, spacers=Steps(0.0, 0.02, 0.004)))
    days = {found.name(int(part)): day for part, day in zip(found.good.part, found.good.days, strict=True)}
    listed_days = {mine.name(n): mine.numbers["days"][n] for n in range(4)}
    for n, on_shelf in enumerate((True, False, False, True)):
        if mine.name(n) in days:
            assert days[mine.name(n)] == pytest.approx(0.0 if on_shelf else listed_days[mine.name(n)], nan_ok=True)
    assert {b.on_shelf for n in found.good.best for b in bill(found, int(n))} == {True, False}


def test_why_not_one_spring_of_a_pair_is_its_best_pair() -> None:
    a = assess(demo("survey-buggy"))
    wish = with_wish(parts("stacked spring", 4), spacers=COLLARS)
    why = why_not(a, wish.only("stacked spring", 3))
    assert wish.parts is not None and wish.parts.name(3) in why.found.name(why.choice).split(" + ")
    assert why.found.fallen.law.size < len(OFFERED["stacked spring"].rows(wish)[0])
    assert (why.broken == ()) == (why.found.fallen.standing > 0)
    if why.broken:
        law, short = why.broken[0]
        assert short / law.cure == pytest.approx(why.found.fallen.shortfall.min())


def test_what_a_job_says_too_little_of_is_asked_for() -> None:
    for wish, said in (
        (parts("stacked spring"), "Front: choose stacked pairs for it first."),
        (parts("torsion bar"), "Front: choose torsion bars for it first."),
        (AxleWish(axle=0, parts=None, pressures=Steps(1e5, 2e5, 1e5, Varied.PRESSURE)), "enter its helper bags"),
    ):
        with pytest.raises(CannotSearch, match=said):
            searched(hive(), wish)
    with pytest.raises(OutOfRange):
        Steps(0.0, 3e6, 1e5, Varied.PRESSURE)
    assert rules.COIL_CLEAR > 0.0
