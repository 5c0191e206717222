"""How numbers, colours and text are shown in a window, kept from one run to the next."""

from __future__ import annotations

from dataclasses import replace

from PyQt6.QtCore import QLocale, QObject, QSettings, pyqtSignal

from isostat.desktop.theme import THEMES, Theme
from isostat.language import decimal_mark, set_decimal_mark
from isostat.units.unit import CHOICES, OTHER, PRESETS, Preset, kept_units, with_unit_of

TEXT_SIZES = (1.0, 1.25, 1.5)


class Preferences(QObject):
    """Each act changes one of them, keeps it, and says so."""

    changed = pyqtSignal()

    def __init__(self, settings: QSettings, parent: QObject) -> None:
        super().__init__(parent)
        self._settings = settings
        self.preset: Preset = kept_units(str(settings.value("units", "")))
        self.theme: Theme = THEMES.get(str(settings.value("theme", "")), THEMES["light"])
        self.sixteenths = settings.value("sixteenths", "yes") != "no"
        self.other_units = False  # while a hand asks for them
        set_decimal_mark("," if settings.value("decimal mark", ".") == "," else ".")

    def shown_units(self) -> Preset:
        """The units chosen, or the others while they are asked for."""
        preset = PRESETS[OTHER[self.preset.name]] if self.other_units else self.preset
        return replace(preset, sixteenths=self.sixteenths)

    def use_units(self, name: str) -> None:
        """Other units on every number."""
        self._keep_units(PRESETS[name])

    def use_unit(self, quantity: str, sign: str) -> None:
        """Another unit for one quantity, such as pounds beside millimetres."""
        self._keep_units(with_unit_of(self.preset, quantity, sign))

    def _keep_units(self, preset: Preset) -> None:
        self.preset = preset
        self._keep("units", " ".join(getattr(preset, quantity).sign for quantity in CHOICES))

    def turn_inches(self) -> None:
        """Inches as the tape shows them, or as decimals."""
        self.sixteenths = not self.sixteenths
        self._keep("sixteenths", "yes" if self.sixteenths else "no")

    def turn_decimal_mark(self) -> None:
        """Numbers with a comma or with a point, as they are read and typed."""
        self._use_decimal_mark("," if decimal_mark() == "." else ".")

    def _use_decimal_mark(self, mark: str) -> None:
        set_decimal_mark(mark)
        self._keep("decimal mark", mark)

    def follow_locale(self, locale: QLocale | None = None) -> None:
        """Units and decimal mark as this computer's language and country have them. locale: another than the system's."""
        locale = locale or QLocale.system()
        self._use_decimal_mark("," if locale.decimalPoint() == "," else ".")
        metric = locale.measurementSystem() == QLocale.MeasurementSystem.MetricSystem
        self.use_units("mm kg N/mm bar" if metric else "in lb lb/in psi")

    def turn_theme(self) -> None:
        """Light to dark and back."""
        other = "dark" if self.theme.name == "light" else "light"
        self.theme = replace(THEMES[other], scale=self.theme.scale)
        self._keep("theme", other)

    def grow_text(self, way: int) -> None:
        """The next larger or smaller text, until the window closes."""
        at = TEXT_SIZES.index(self.theme.scale) + way
        if 0 <= at < len(TEXT_SIZES):
            self.theme = replace(self.theme, scale=TEXT_SIZES[at])
            self.changed.emit()

    def _keep(self, name: str, value: str) -> None:
        self._settings.setValue(name, value)
        self.changed.emit()
