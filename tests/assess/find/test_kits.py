"""Kits: one choice with one price, tried both ways round; what is missing from one for this vehicle, what is left over."""

from __future__ import annotations

import pytest

from isostat.assess import assess
from isostat.assess.find.kits import Kits, KitsFound, lacking, search_kits
from isostat.assess.find.take import taken
from isostat.assess.find.wish import AxleWish, CannotSearch, Steps
from isostat.catalogue.index import Index
from isostat.catalogue.sheet import read_sheet
from isostat.job.demos import demo
from tests.assess.find.test_search import catalogue, hive, listed

COILS = "coil,maker,rate,free length,solid length,price\nA,Q,98,411,150,90\nB,Q,98,409,150,80\nC,Q,40,300,100,10\n"
KITS = """kit,parts,maker,price,stock,days,stated loads,small parts
K1,2 x A; 2 x D1; 4 x D1,Q,300,1,3,+100 kg,4 bolts
K2,B; 2 × b; 2 x gone,Q,,,,,
K3,2 x A; 2 x C,Q,100,1,1,,
K4,2 x C,Q,50,1,1,,
K5,1 x A,Q,50,1,1,,
"""
SHOCKS = "shock,extended length,collapsed length\nD1,500,300\n"


def kits() -> tuple[AxleWish, Kits]:
    with Index() as index:
        for name, text in (("c", COILS), ("k", KITS), ("s", SHOCKS)):
            index.take(read_sheet(text, name), name)
        lists = {kind: index.parts(kind) for kind in ("coil", "shock")}
        return AxleWish(axle=0, parts=lists["coil"], spacers=Steps(0.0, 0.012, 0.004)), Kits(index.parts("kit"), lists)


def found_in(wish: AxleWish, held: Kits) -> KitsFound:
    *_, last = search_kits(hive(), [wish], held)
    return last


def test_a_kit_is_one_choice_with_one_price() -> None:
    wish, held = kits()
    found = found_in(wish, held)
    assert [held.parts.parts[kit] for kit in found.of] == ["K1", "K2", "K4"], "springs for just the front axle"
    names = {found.name(int(part)): price for part, price in zip(found.found.good.part, found.found.good.price, strict=True)}
    assert names["Q K1"] == 300.0 and names["Q K2"] != names["Q K2"] and "Q K4" not in names
    assert found.found.fallen.standing == 2 and found.found.total == 3 * 16
    n = int(found.found.good.best[0])
    job = taken(hive().job, found.found, found.found.good.chosen[:, n])
    b = assess(job)
    assert b.proposed.hub_to_arch_m[..., found.found.cases] == pytest.approx(found.found.good.height_m[:, :, n], abs=2e-5)


def test_what_is_missing_and_what_is_left_over() -> None:
    _, held = kits()
    a = hive()
    first, second, third = (lacking(a, held, kit, [0]) for kit in (0, 1, 2))
    assert first.springs == (1,) and first.unlisted == () and [(n, p.number) for n, p in first.over] == [(2, "D1")]
    assert [p.number for p in second.unlisted] == ["gone"] and [(n, p.number) for n, p in second.over] == [(1, "b")]
    assert [(n, p.number) for n, p in third.over] == [(2, "C")]


def test_pairs_for_both_axles_are_tried_both_ways_round() -> None:
    """Of two pairs the stiff one may be the front's or the rear's: whichever stands."""
    a = assess(demo("puppet-van"))
    few = catalogue()
    wishes = [AxleWish(axle=axle, parts=few) for axle in (0, 1)]
    *_, found = search_kits(a, wishes, Kits(listed("kit"), {"coil": few, "shock": listed("shock")}))
    assert found.found.total == 2 * len(found.of) == 200
    first, second = found.found.options[0].settings(found.found.fallen.setting[0]), found.found.options[1]
    pairs = {(int(f), int(r)) for f, r in zip(first.choice, second.settings(found.found.fallen.setting[1]).choice, strict=True)}
    assert any(front > rear for front, rear in pairs) and any(front < rear for front, rear in pairs)
    with pytest.raises(CannotSearch, match="No kit"):
        next(search_kits(a, wishes, Kits(kits()[1].parts, {"shock": listed("shock")})))
