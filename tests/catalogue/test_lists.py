"""Lists of parts: what is taken, what is said of the rest by line and column, and the index that holds them."""

from __future__ import annotations

import csv
import io
import math
from importlib.resources import files
from pathlib import Path

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from isostat.catalogue import sheet as sheets
from isostat.catalogue.columns import KINDS, columns_of
from isostat.catalogue.index import Index
from isostat.catalogue.sheet import read_sheet
from isostat.catalogue.shipped import shipped
from isostat.core.limits import GRAVITY
from isostat.core.springs.leaf.pack import Leaf, LeafPack, curve_of
from isostat.job.files import JobFault
from isostat.units.unit import PRESETS

DEMO = files("isostat.catalogue") / "demo"
HEAD = "coil,maker,rate,free length,solid length,upper end,price"
POUND_AN_INCH = 0.45359237 * 9.80665 / 0.0254  # NIST SP 811, appendix B.8


@pytest.mark.parametrize(
    ("text", "said"),
    [
        ("", "The list is empty."),
        ("spring,rate\nA,1\n", "The first column is “spring”. Name it after the kind of part in it: coil,"),
        ("coil,rate\nA,100\n", "A list of kind “coil” needs the columns free length."),
        ("coil,rate,free length,Rate\nA,1,2,3\n", "Column “rate” stands twice."),
        (f'{HEAD}\nA,B,"90,400,,,\n', "not valid CSV"),
    ],
)
def test_a_list_that_is_none_is_refused_whole(text: str, said: str) -> None:
    with pytest.raises(JobFault) as refused:
        read_sheet(text, "x.csv")
    assert said in refused.value.faults[0]


def test_lines_that_cannot_be_read_are_named_and_the_others_taken() -> None:
    lines = ["A1,Q,100 N/mm,400,180,flat,90", "A2,Q,560 lb/in,16 in,7 1/8 in,Pigtail,", "a1,q,90,400,,,", "A4,Q,abc,400,,,",
             "A5,Q,90,9 m,,round,", "A6,x", ",Q,90,400,,,", "A8,Q,90,400,,\x07,", "A9,Q,90,,,,"]  # fmt: skip
    sheet = read_sheet("\ufeff" + "\r\n".join([HEAD, *lines, "", ""]), "x.csv")
    assert sheet.parts == ("A1", "A2", "A9") and sheet.left_out == 6 and sheet.lines == (2, 3, 10)
    assert sheet.numbers["rate"] == pytest.approx([100e3, 560 * POUND_AN_INCH, 90e3])
    assert sheet.numbers["free_m"][:2] == pytest.approx([0.4, 0.4064]) and math.isnan(sheet.numbers["free_m"][2])
    assert sheet.words["upper_end"] == ("flat", "pigtail", "")
    assert [fault.words() for fault in sheet.faults] == [
        "Line 4: coil: Part number “a1” already stands in line 2.",
        "Line 5: rate: “abc” is not a number. Try 31 N/mm or 175 lb/in (plain numbers are N/mm).",
        "Line 6: free length: 9 m is too large. Enter 20 to 2000 mm.",
        "Line 6: upper end: “round” is not known. Enter flat, tangential, pigtail.",
        "Line 7: 2 cells; the first line has 7. Check the separators.",
        "Line 8: coil: The part number is missing or too long.",
        "Line 9: The text has the hidden character U+0007. Remove it.",
    ]


def test_any_separator_decimal_commas_and_the_units_of_the_shop() -> None:
    semicolons = read_sheet("coil;rate;free length\nA;98,5;410\n", "x.csv")
    assert semicolons.numbers["rate"].tolist() == [98.5e3] and semicolons.numbers["free_m"] == pytest.approx([0.41])
    tabs = read_sheet("coil\trate\tfree length\nA\t98.5\t410\n", "x.csv")
    assert tabs.numbers["rate"].tolist() == [98.5e3]
    pounds = read_sheet("coil,rate,free length\nA,560,16\n", "x.csv", PRESETS["in lb lb/in psi"])
    assert pounds.numbers["rate"] == pytest.approx([560 * POUND_AN_INCH]) and pounds.numbers["free_m"] == pytest.approx([0.4064])


def test_a_rate_that_contradicts_its_wire_is_said_with_both_and_taken() -> None:
    """k = G·d⁴/(8·D³·n) by hand: 79.5 GPa, 14 on 114 mm, 6 turns: 42.9 N/mm."""
    text = "coil,rate,free length,wire diameter,inside diameter,active coils\nA,100,400,14,100,6\nB,43,400,14,100,6\n"
    sheet = read_sheet(text, "x.csv")
    assert sheet.parts == ("A", "B") and len(sheet.doubts) == 1
    assert (
        sheet.doubts[0].words()
        == "Line 2: Rate 100.0 N/mm is stated; wire, diameter and active coils give 42.9 N/mm. The stated rate is used."
    )


@given(text=st.text(alphabet=st.sampled_from("coil,;\t\n\r\"'ABab019. -+/mmN½\x00é٣"), max_size=120))
@settings(max_examples=150, deadline=None)
def test_any_text_is_a_list_or_a_sentence(text: str) -> None:
    for whole in (text, f"{HEAD}\n{text}"):
        try:
            sheet = read_sheet(whole, "x.csv")
        except JobFault as refused:
            assert refused.faults
            continue
        assert len(sheet.parts) == len(sheet.lines) == len(set(sheet.lines))
        assert all(not np.isinf(values).any() and len(values) == len(sheet.parts) for values in sheet.numbers.values())
        assert sheet.left_out == 0 or sheet.faults


UNITS = {"N/mm": 1e3, "lb/in": POUND_AN_INCH, "N/m": 1.0, "kgf/mm": 9806.65}


@given(
    rows=st.lists(st.tuples(st.floats(600, 1.9e6), st.sampled_from(sorted(UNITS)), st.floats(0.021, 1.99)), min_size=1, max_size=8)
)
@settings(max_examples=60, deadline=None)
def test_what_is_written_in_any_unit_is_read_back(rows: list[tuple[float, str, float]]) -> None:
    out = io.StringIO()
    written = [[f"P{n}", f"{k / UNITS[u]:.12f} {u}", f"{m:.12f} m"] for n, (k, u, m) in enumerate(rows)]
    csv.writer(out).writerows([["coil", "rate", "free length"], *written])
    sheet = read_sheet(out.getvalue(), "x.csv")
    assert sheet.numbers["rate"] == pytest.approx([k for k, _, _ in rows], rel=1e-9)
    assert sheet.numbers["free_m"] == pytest.approx([m for _, _, m in rows], rel=1e-9)


def test_too_long_a_list_is_refused_in_words(monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(sheets, "MOST_LINES", 3)
    with pytest.raises(JobFault, match="too long"):
        read_sheet("coil,rate,free length\n" + "A,90,400\n" * 5, "x.csv")


def test_the_index_takes_a_list_once_anew_when_it_changes_and_lets_it_go(tmp_path: Path) -> None:
    list_a, list_b, heard = tmp_path / "a.csv", tmp_path / "b.csv", []
    list_a.write_text("coil,maker,rate,free length\nB2,Q,90,400\na1,Q,80,\n")
    list_b.write_text("shock,extended length,collapsed length\nS,600,380\n")
    index = Index(tmp_path / "index.db")
    assert index.add(list_a, progress=lambda *at: heard.append(at)) is not None and heard == [(str(list_a), 2, 2)]
    assert index.add(list_a) is None, "nothing changed"
    index.add(list_b)
    index.close()
    index = Index(tmp_path / "index.db")
    assert [(Path(source).name, kind, n) for source, kind, n in index.lists()] == [("a.csv", "coil", 2), ("b.csv", "shock", 1)]
    coils = index.parts("coil")
    assert coils.parts == ("B2", "a1") and coils.numbers["rate"].tolist() == [90e3, 80e3] and math.isnan(coils.numbers["price"][0])
    assert index.parts("coil", "b2").name(0) == "Q B2"
    list_a.write_text("coil,maker,rate,free length\nC3,Q,70,300\n")
    assert index.add(list_a) is not None and index.parts("coil").parts == ("C3",)
    list_a.write_text("nothing")
    with pytest.raises(JobFault):
        index.add(list_a)
    assert index.parts("coil").parts == ("C3",), "what was held stays"
    for place, line in (("front shop", "c3,2"), ("back shop", "C3,1")):
        index.hold(read_sheet(f"shelf,count\n{line}\nother,5\n", place), place)
    assert index.parts("coil").numbers["shelf"].tolist() == [3.0], "wherever it lies, in any letters"
    index.drop(str(list_a))
    assert len(index.parts("coil")) == 0 and len(index.parts("shock")) == 1
    index.close()


@pytest.mark.parametrize("kind", KINDS)
def test_the_list_of_every_kind_that_ships_reads_without_a_fault(kind: str) -> None:
    sheet = shipped(kind)
    least = 50 if kind == "shelf" else 200
    assert sheet.kind == kind and least <= len(sheet.parts) <= 2000 and not sheet.faults and not sheet.left_out
    assert not sheet.doubts, "rates are those of their dimensions"
    filled = {c.key for c in columns_of(kind) if c.filled}
    assert all(np.isfinite(sheet.numbers[key]).all() for key in filled & set(sheet.numbers))
    assert "" in (sheet.words.get("currency") or ("",)) and len(set(sheet.words["maker"])) >= 4


def test_parts_that_ship_obey_the_formulas_of_their_kind() -> None:
    """A bag carries pressure times area; a leaf pack's rate is that of the pack as it bends; a shock's stroke fits in it."""
    bags = read_sheet((DEMO / "air-bags.csv").read_text("utf-8"), "x").numbers
    assert bags["rated_kg"] == pytest.approx(bags["most_pa"] * math.pi / 4 * bags["across_m"] ** 2 / GRAVITY, abs=0.51)
    packs = read_sheet((DEMO / "leaf-packs.csv").read_text("utf-8"), "x").numbers
    for n in (0, 77, 180, 311):
        half, count = packs["front_m"][n], int(packs["leaves"][n])
        load, near = 2500.0 + 900.0 * count, []
        for thick, arch in ((t, h) for t in (0.006, 0.007, 0.008, 0.009) for h in (0.08, 0.12)):
            leaves = tuple(
                Leaf(front_m=half * 0.82**k, rear_m=half * 0.82**k, width_m=packs["width_m"][n], thick_m=thick,
                     curve=curve_of(2 * half * 0.82**k, arch * 0.67**k)) for k in range(count)
            )  # fmt: skip
            pack = LeafPack(leaves=leaves, clamp_m=0.1)
            near.append(2000.0 / (pack.compression(load + 1000.0) - pack.compression(load - 1000.0)))
        assert min(abs(k / packs["rate"][n] - 1.0) for k in near) < 0.005
    shocks = read_sheet((DEMO / "shocks.csv").read_text("utf-8"), "x").numbers
    assert (shocks["extended_m"] - shocks["collapsed_m"] < shocks["collapsed_m"]).all()
