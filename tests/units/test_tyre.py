"""Tyre sizes against published geometry; IDs are those of the list of check values."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from isostat.job.edits import paths as edits
from isostat.job.edits.paths import JOB, path_to
from isostat.units.parse import NotUnderstood
from isostat.units.tyre import load_index_kg, tyre_size
from isostat.units.unit import Quantity
from tests.jobs import hive_on_coils


@pytest.mark.parametrize(
    ("size", "across_mm"),
    [
        ("205/55R16", 631.9),
        ("225/75R16", 743.9),
        ("245/70R16", 749.4),
        ("235/85R16", 805.9),
        ("265/70R17", 802.8),
        ("285/70R17", 830.8),
        ("275/65R18", 814.7),
        ("315/75R16", 878.9),
    ],
)
def test_metric_sizes(size: str, across_mm: float) -> None:
    """Y-05: geometry of the marking."""
    found = tyre_size(size)
    assert found is not None and found.sure
    assert found.across_m * 1000 == pytest.approx(across_mm, abs=0.06)


@pytest.mark.parametrize(
    ("size", "across_mm", "width_mm", "sidewall_mm"),
    [
        ("31x10.50R15", 787.4, 266.7, 203.2),
        ("33x12.50R15", 838.2, 317.5, 228.6),
        ("35x12.50R17", 889.0, 317.5, 228.6),
        ("37x12.50R17", 939.8, 317.5, 254.0),
    ],
)
def test_inch_flotation_sizes(size: str, across_mm: float, width_mm: float, sidewall_mm: float) -> None:
    """Y-06: geometry of the marking."""
    found = tyre_size(size)
    assert found is not None
    assert [x * 1000 for x in (found.across_m, found.width_m, found.sidewall_m)] == pytest.approx(
        [across_mm, width_mm, sidewall_mm]
    )


@pytest.mark.parametrize(
    ("text", "like"),
    [
        ("P225/75R16", "225/75R16"),
        ("lt265/70r17", "265/70R17"),
        ("265 / 70 R 17", "265/70R17"),
        ("265/70R17LT", "265/70R17"),
        ("205/55ZR16", "205/55R16"),
        ("205/55R16 91V", "205/55R16"),
        ("265/70R17 121/118S", "265/70R17"),
        ("33X12.5R15", "33x12.50R15"),
        ("33×12.50-15", "33x12.50R15"),
    ],
)
def test_forms_that_are_accepted(text: str, like: str) -> None:
    """Y-07, common practice."""
    assert tyre_size(text) == tyre_size(like) is not None


def test_a_size_without_a_ratio_is_of_the_full_series_and_not_sure() -> None:
    """Y-07: treated as 80 to 82."""
    found = tyre_size("205R16")
    assert found is not None and not found.sure
    assert found.sidewall_m / found.width_m == pytest.approx(0.82)


def test_a_change_of_size_lifts_by_half_the_change_of_diameter() -> None:
    """Y-08: 265/70R17 to 285/70R17, +3.488 % and +14.0 mm."""
    old, new = tyre_size("265/70R17"), tyre_size("285/70R17")
    assert old is not None and new is not None
    assert new.across_m / old.across_m - 1 == pytest.approx(0.03488, abs=2e-5)
    assert (new.radius_m - old.radius_m) * 1000 == pytest.approx(14.0, abs=0.01)


@pytest.mark.parametrize("text", ["", "33", "265/70", "12x33R15", "265/70R", "R16", "33x12.50", "370 mm", "15 3/16"])
def test_what_is_no_size_is_none(text: str) -> None:
    assert tyre_size(text) is None


@given(st.text(max_size=24))
def test_any_text_is_a_size_of_a_sane_shape_or_none(text: str) -> None:
    found = tyre_size(text)
    assert found is None or 0 < found.rim_m < found.across_m < 3.5


def test_a_size_may_be_typed_where_a_tyre_radius_is_asked_and_nowhere_else() -> None:
    job, path = hive_on_coils(), path_to(JOB.proposal.axles[1].tyre_radius_m)
    typed = edits.typed_for(job, path, "33x12.50R15", Quantity.HEIGHT)
    assert typed.si == pytest.approx(0.4191)
    kept = edits.value_at(edits.put_number(job, path, typed.si, typed.text), path)
    assert kept.typed == "33x12.50R15"
    with pytest.raises(NotUnderstood):
        edits.typed_for(job, path_to(JOB.target.front_lift_m), "33x12.50R15", Quantity.HEIGHT)


@pytest.mark.parametrize(
    ("index", "kg"),
    [(60, 250), (65, 290), (70, 335), (75, 387), (80, 450), (85, 515), (88, 560), (90, 600), (91, 615), (95, 690), (98, 750),
     (100, 800), (104, 900), (105, 925), (108, 1000), (110, 1060), (112, 1120), (115, 1215), (116, 1250), (118, 1320), (120, 1400),
     (121, 1450), (123, 1550), (125, 1650), (126, 1700)],
)  # fmt: skip
def test_load_indices(index: int, kg: float) -> None:
    """Y-01: load-index annex of UN Regulations 30 and 54 (from memory)."""
    assert load_index_kg(f"{index}T") == load_index_kg(f"li {index}") == load_index_kg(f"{index}/{index - 2}R") == kg


def test_a_bare_number_is_a_mass_and_an_unknown_index_none() -> None:
    for text in ("104", "900 kg", "44T", "140Q", "104O", ""):
        assert load_index_kg(text) is None
    job = hive_on_coils()
    path: edits.Path = path_to(JOB.vehicle.axles[1].tyre_plate_kg)
    assert edits.typed_for(job, path, "110/108R", Quantity.MASS).si == 1060.0
    assert edits.typed_for(job, path, "1060", Quantity.MASS).si == 1060.0
    assert edits.typed_for(job, path, "2337 lb", Quantity.MASS).si == pytest.approx(1060.05, abs=0.01)
