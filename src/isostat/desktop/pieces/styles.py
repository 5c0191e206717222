"""Style sheets of what a hand works: fields and buttons."""

from __future__ import annotations

from PyQt6.QtWidgets import QWidget

from isostat.desktop.theme import Theme


def field_style(theme: Theme, role: str, border: str, *, dashed: bool) -> str:
    """Style sheet of a field for numbers or words."""
    return (
        f"QLineEdit{{background:{theme.sheet};color:{getattr(theme, role)};border:1px {'dashed' if dashed else 'solid'} "
        f"{border};padding:0 3px;selection-background-color:{theme.accent};selection-color:{theme.on_accent}}}"
        f"QLineEdit:focus{{border:2px solid {theme.accent};padding:0 2px}}"
        f'QLineEdit[refused="true"]{{border:2px solid {theme.fault};padding:0 2px}}'
    )


def button_style(theme: Theme, *, filled: bool) -> str:
    """Style sheet of a flat button."""
    ground, ink = (theme.accent, theme.on_accent) if filled else (theme.sheet, theme.accent)
    return (
        f"QPushButton{{background:{ground};color:{ink};border:1px solid {theme.accent};padding:2px 8px;text-align:left}}"
        f"QPushButton:focus{{border:2px solid {theme.ink}}}"
        f"QPushButton:checked{{background:{theme.ink};color:{theme.sheet};border:1px solid {theme.ink}}}"
    )


def restyle(widget: QWidget, style: str) -> None:
    """Sets a style sheet where it is another: Qt works out the widget anew even for an equal one."""
    if widget.styleSheet() != style:
        widget.setStyleSheet(style)
