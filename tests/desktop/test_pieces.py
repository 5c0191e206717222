"""Small pieces of the screen, each alone."""

from __future__ import annotations

from itertools import pairwise

import pytest
from hypothesis import given
from hypothesis import strategies as st
from PyQt6.QtCore import QPoint, QPointF, QRect
from PyQt6.QtGui import QColor, QFontMetricsF, QImage, QPainter

from isostat.desktop.pieces.difference import TILE, changed
from isostat.desktop.pieces.spread import spread
from isostat.desktop.pieces.working_panel import pretty
from isostat.desktop.theme import DARK, LIGHT, load_fonts, runs


@given(st.lists(st.floats(0, 500), min_size=1, max_size=12), st.floats(5, 30))
def test_labels_keep_their_order_and_distance_and_stay_above_the_foot(wanted: list[float], pitch: float) -> None:
    wanted = sorted(wanted)
    placed = spread(wanted, pitch, 0.0, 520.0)
    assert len(placed) == len(wanted)
    assert all(b - a >= pitch - 1e-6 for a, b in pairwise(placed))
    assert max(placed) <= 520.0
    if pitch * len(wanted) <= 500 and all(b - a >= pitch for a, b in pairwise(wanted)):
        assert placed == pytest.approx([max(w, 0.0) for w in wanted]), "labels with room are not moved"


@given(st.lists(st.tuples(st.integers(0, 319), st.integers(0, 191)), max_size=6))
def test_the_changed_tiles_hold_every_changed_pixel_and_little_else(points: list[tuple[int, int]]) -> None:
    before = QImage(320, 192, QImage.Format.Format_RGB32)
    before.fill(QColor("#F6F0E2"))
    after = before.copy()
    for x, y in points:
        after.setPixelColor(x, y, QColor("#1E2226"))
    region = changed(before, after)
    assert all(region.contains(QRect(x, y, 1, 1)) for x, y in points)
    tiles = [QPoint(x, y) for x in range(0, 320, 16) for y in range(0, 192, TILE)]
    assert sum(region.contains(tile) for tile in tiles) <= len(points)


def test_another_size_is_changed_all_over() -> None:
    small, large = (QImage(side, side, QImage.Format.Format_RGB32) for side in (64, 96))
    assert changed(small, large).boundingRect() == large.rect()


def test_fractions_are_set_and_figures_are_of_one_width(qapp) -> None:  # type: ignore[no-untyped-def]
    load_fonts()
    plain, set_fraction = LIGHT.font(26, 600), LIGHT.font(26, 600, fraction=True)
    widths = {QFontMetricsF(plain).horizontalAdvance(digit) for digit in "0123456789"}
    assert len(widths) == 1, "tabular figures"
    assert runs("19 1/4 over 7/16") == [("19 ", False), ("1/4", True), (" over ", False), ("7/16", True)]
    assert runs("31 N/mm") == [("31 N/mm", False)], "a unit is no fraction"
    for part in ("P45R3/47", "S7-60-970/78", "S8-60-9/16", "K1/2-40"):
        assert runs(f"stops {part}, 45 mm") == [(f"stops {part}, 45 mm", False)], "nor is a part number"
    whole = QFontMetricsF(plain).horizontalAdvance("19 ")
    assert LIGHT.width("19 1/4", 26, 600) == pytest.approx(whole + QFontMetricsF(set_fraction).horizontalAdvance("1/4"))
    images = []
    for font in (plain, set_fraction):
        image = QImage(120, 40, QImage.Format.Format_RGB32)
        image.fill(QColor("white"))
        painter = QPainter(image)
        painter.setFont(font)
        painter.drawText(QPointF(2, 30), "7/16")
        painter.end()
        images.append(image)
    assert images[0] != images[1]


@given(st.lists(st.text("abcdefgh", min_size=1, max_size=9), min_size=1, max_size=20), st.floats(60, 400))
def test_broken_lines_lose_no_word_and_fit(qapp, words: list[str], width: float) -> None:  # type: ignore[no-untyped-def]
    load_fonts()
    lines = LIGHT.lines(" ".join(words), 13, 400, width)
    assert " ".join(lines).split() == words
    assert all(LIGHT.plain_width(line, 13) <= width or " " not in line for line in lines)


def _luminance(code: str) -> float:
    """Relative luminance of a colour, WCAG 2.2, definition in its glossary (formula from memory)."""
    channels = [int(code[n : n + 2], 16) / 255 for n in (1, 3, 5)]
    linear = [c / 12.92 if c <= 0.04045 else ((c + 0.055) / 1.055) ** 2.4 for c in channels]
    return sum(weight * c for weight, c in zip((0.2126, 0.7152, 0.0722), linear, strict=True))


@pytest.mark.parametrize("theme", [LIGHT, DARK], ids=["light", "dark"])
@pytest.mark.parametrize("ink", ["ink", "ink2", "accent", "watch", "fault"])
@pytest.mark.parametrize("ground", ["paper", "sheet"])
def test_every_ink_that_carries_words_contrasts_with_its_ground(theme, ink: str, ground: str) -> None:  # type: ignore[no-untyped-def]
    """WCAG 2.2 success criterion 1.4.3: 4.5 to 1 for text."""
    a, b = sorted((_luminance(getattr(theme, ink)), _luminance(getattr(theme, ground))), reverse=True)
    assert (a + 0.05) / (b + 0.05) >= 4.5


def test_a_formula_is_written_as_a_reader_writes_it() -> None:
    assert pretty("k * MR**2 + S * c") == "k·MR² + S·c"
    assert pretty("sqrt(k_w / (N - m_u)) / (2 * pi)") == "√(k<sub>w</sub>/(N − m<sub>u</sub>))/(2·π)"
    assert pretty("sqrt((h - h_t)**2)") == "√((h − h<sub>t</sub>)²)"
    assert pretty("gamma_0 + alpha + theta") == "γ<sub>0</sub> + α + θ"
