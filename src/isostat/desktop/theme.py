"""Colours, type and lines of the drawing office, light and dark."""

from __future__ import annotations

import re
from dataclasses import dataclass
from functools import cache, lru_cache
from pathlib import Path

import font_source_sans_pro
from PyQt6.QtCore import Qt
from PyQt6.QtGui import QColor, QFont, QFontDatabase, QFontMetricsF, QPainter, QPalette, QPen

FAMILY = "Source Sans Pro"
NARROWEST = 60  # %, of letters that can still be read
FRACTION = re.compile(r"(?<![\w.,/-])(\d{1,2}/(?:2|4|8|16|32|64))(?![\w/-])")  # of a tape; not within a part number
FACES = ("Light", "Regular", "Semibold", "Bold", "It")


@dataclass(frozen=True, slots=True)
class Theme:
    """Roles to colours, and how large text is; 1.0 is the size at which the window was designed."""

    name: str
    paper: str
    sheet: str
    ink: str
    ink2: str
    ink3: str
    rule: str
    accent: str
    wash: str
    watch: str
    watch_fill: str
    watch_wash: str
    fault: str
    fault_fill: str
    fault_wash: str
    on_accent: str
    on_fault: str
    tyre: str
    hive: str
    scale: float = 1.0

    @property
    def margin(self) -> float:
        """Between a page's edge and what stands on it, left and right."""
        return self.px(16)

    def px(self, size: float) -> float:
        """A logical size grown with the text."""
        return size * self.scale

    def colour(self, role: str) -> QColor:
        """The colour of a role."""
        return _colour(getattr(self, role))

    def font(self, size: float, weight: int = 400, *, fraction: bool = False, stretch: int = 100) -> QFont:
        """Source Sans Pro with tabular lining figures; for the run of a fraction alone, its figures set as one.

        stretch: how wide its letters are set, % of their own width.
        """
        font = QFont(_font(max(round(size * self.scale), 9), weight, fraction))
        if stretch != 100:
            font.setStretch(stretch)
        return font

    def font_within(self, room: float, text: str, size: float, weight: int = 400) -> QFont:
        """The font in which a text is no wider than `room` px: in narrower letters where it must be."""
        wide = self.plain_width(text, size, weight)
        return self.font(size, weight, stretch=100 if wide <= room else max(int(100 * room / wide), NARROWEST))

    def width(self, text: str, size: float, weight: int = 400) -> float:
        """How wide a text is in that font, its fractions set, px."""
        return sum(_width(run, max(round(size * self.scale), 9), weight, fraction) for run, fraction in runs(text))

    def plain_width(self, text: str, size: float, weight: int = 400) -> float:
        """How wide a text is where fractions cannot be set, as in a field or a button, px."""
        return _width(text, max(round(size * self.scale), 9), weight, False)

    def lines(self, text: str, size: float, weight: int, width: float) -> list[str]:
        """The text, without set fractions, broken at spaces so that no line is wider than `width` px, where a word allows it."""
        out: list[str] = []
        for word in text.split():
            longer = f"{out[-1]} {word}" if out else word
            if out and self.plain_width(longer, size, weight) <= width:
                out[-1] = longer
            else:
                out.append(word)
        return out

    def elided(self, text: str, size: float, weight: int, width: float) -> str:
        """The text in one line, its middle given way where it is too long: of a file's name both ends tell."""
        return QFontMetricsF(self.font(size, weight)).elidedText(text, Qt.TextElideMode.ElideMiddle, width)

    def cut(self, text: str, size: float, weight: int, width: float, most: int) -> str:
        """The text in at most so many lines; what goes beyond them gives way to an ellipsis."""
        lines = self.lines(text, size, weight, width)
        if len(lines) <= most:
            return text
        kept = " ".join(lines[:most]).split()
        while len(kept) > 1 and len(self.lines(" ".join(kept) + " …", size, weight, width)) > most:
            kept.pop()
        return " ".join(kept) + " …"


@lru_cache(maxsize=4096)
def _width(text: str, pixels: int, weight: int, fraction: bool) -> float:
    return QFontMetricsF(_font(pixels, weight, fraction)).horizontalAdvance(text)


def runs(text: str) -> list[tuple[str, bool]]:
    """The text cut before and after each fraction, and which of the pieces are one.

    The font's `frac` feature makes every figure small that it is laid over, so it may only see the fraction itself.
    """
    return [(part, n % 2 == 1) for n, part in enumerate(FRACTION.split(text)) if part]


@cache
def _colour(code: str) -> QColor:
    return QColor(code)


@cache
def _font(pixels: int, weight: int, fraction: bool) -> QFont:
    font = QFont(FAMILY)
    font.setPixelSize(pixels)
    font.setWeight(QFont.Weight(weight))
    font.setFeature(QFont.Tag("tnum"), 1)
    font.setFeature(QFont.Tag("lnum"), 1)
    if fraction:
        font.setFeature(QFont.Tag("frac"), 1)
    return font


LIGHT = Theme(
    name="light",
    paper="#ECE4D2",
    sheet="#F6F0E2",
    ink="#1E2226",
    ink2="#56524A",
    ink3="#8A8272",
    rule="#C9BEA6",
    accent="#0A5566",
    wash="#D3DFDB",
    watch="#8F5800",
    watch_fill="#D79B2C",
    watch_wash="#EFDDB4",
    fault="#9B2F1E",
    fault_fill="#9B2F1E",
    fault_wash="#EBCFC3",
    on_accent="#F6F0E2",
    on_fault="#F6F0E2",
    tyre="#E2D8C3",
    hive="#EFE4C8",
)
DARK = Theme(
    name="dark",
    paper="#171613",
    sheet="#1E1C19",
    ink="#EDE5D4",
    ink2="#B7AE9D",
    ink3="#857D6F",
    rule="#453F36",
    accent="#74C2CC",
    wash="#22393C",
    watch="#E6B154",
    watch_fill="#E6B154",
    watch_wash="#453517",
    fault="#F28C72",
    fault_fill="#E5755A",
    fault_wash="#4B2A22",
    on_accent="#14201F",
    on_fault="#1E1C19",
    tyre="#2E2A24",
    hive="#2B2822",
)
THEMES = {"light": LIGHT, "dark": DARK}


def load_fonts() -> None:
    """Gives Qt the interface's own font from its package. Raises FileNotFoundError when the package lacks a face."""
    for face in FACES:
        file = Path(font_source_sans_pro.font_directory) / f"SourceSansPro-{face}.otf"
        if QFontDatabase.addApplicationFont(str(file)) < 0:
            raise FileNotFoundError(file)


def palette(theme: Theme) -> QPalette:
    """Qt's own colours for menus, lists and tool tips, from the theme's."""
    made, kinds = QPalette(), QPalette.ColorRole
    for kind, role in {
        kinds.Window: "paper", kinds.WindowText: "ink", kinds.Base: "sheet", kinds.AlternateBase: "paper", kinds.Text: "ink",
        kinds.Button: "sheet", kinds.ButtonText: "ink", kinds.Highlight: "accent", kinds.HighlightedText: "on_accent",
        kinds.ToolTipBase: "sheet", kinds.ToolTipText: "ink", kinds.PlaceholderText: "ink3", kinds.Light: "sheet",
        kinds.Mid: "rule", kinds.Dark: "ink3", kinds.Shadow: "ink",
    }.items():  # fmt: skip
        made.setColor(kind, theme.colour(role))
    for kind in (kinds.Text, kinds.ButtonText, kinds.WindowText):
        made.setColor(QPalette.ColorGroup.Disabled, kind, theme.colour("ink3"))
    return made


DASHES = {"target": [10.0, 1.9, 1.9, 1.9], "before": [5.0, 3.0], "unread": [4.0, 3.0], "centre": [14.0, 3.0, 2.5, 3.0]}


def pen(theme: Theme, role: str, width: float, dash: str = "") -> QPen:
    """A pen of a role, round joins; `dash` names one of DASHES."""
    return _pen(getattr(theme, role), width, dash)


@cache
def _pen(code: str, width: float, dash: str) -> QPen:
    made = QPen(_colour(code), width)
    made.setJoinStyle(Qt.PenJoinStyle.RoundJoin)
    if dash:
        made.setDashPattern([d / width for d in DASHES[dash]])
    return made


def smooth(painter: QPainter) -> QPainter:
    """The painter with smooth edges."""
    painter.setRenderHint(QPainter.RenderHint.Antialiasing)
    return painter


def rgba(colour: QColor, alpha: float) -> QColor:
    """The colour, let through."""
    made = QColor(colour)
    made.setAlphaF(alpha)
    return made
