"""Every kind of spring and of helper on the Spring pages, by the name that a file has for it, or the page."""

from __future__ import annotations

from collections.abc import Callable

from PyQt6.QtCore import QRectF

from isostat.desktop.pieces.sheet import Sheet
from isostat.desktop.springs.air.page import lay_air_page
from isostat.desktop.springs.air.panel import AirPage
from isostat.desktop.springs.coil import CoilPage
from isostat.desktop.springs.cushion import lay_foam
from isostat.desktop.springs.disc import lay_discs
from isostat.desktop.springs.kind import SpringPage
from isostat.desktop.springs.leaf.panel import LeafPage
from isostat.desktop.springs.progressive import ProgressivePage
from isostat.desktop.springs.stacked.page import StackedPage
from isostat.desktop.springs.torsion import TorsionPage
from isostat.desktop.view import View

SPRING_PAGES: dict[str, SpringPage] = {
    "coil": CoilPage(),
    "progressive": ProgressivePage(),
    "stacked pair": StackedPage(),
    "leaf": LeafPage(),
    "torsion bar": TorsionPage(),
    "air": AirPage(),
}
HELPER_PAGES: dict[str, Callable[[Sheet, View, QRectF, int], None]] = {"air": lay_air_page, "foam": lay_foam, "washers": lay_discs}
