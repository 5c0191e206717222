"""Whether a window can be opened at all: Qt itself would end the program without a word that a tuner knows."""

from __future__ import annotations

import ctypes
from collections.abc import Mapping

from isostat.language import later, tr

NONE = later("No screen to open a window on. Start Isostat from a desktop session, or set DISPLAY.")


class NoDisplay(Exception):
    """The sentence says what is missing."""


def look_for_display(environment: Mapping[str, str]) -> None:
    """Raises NoDisplay where neither X nor Wayland answers, unless a platform without one was asked for by name."""
    if environment.get("QT_QPA_PLATFORM", "xcb").split(";")[0].split(":")[0] not in ("xcb", "wayland"):
        return
    x, wayland = environment.get("DISPLAY", ""), environment.get("WAYLAND_DISPLAY", "")
    if not x and not wayland:
        raise NoDisplay(tr(NONE))
    if not (wayland and _wayland_answers()) and not (x and _x_answers()):
        raise NoDisplay(
            tr("Screen “{name}” does not respond. Start Isostat from a desktop session, or set DISPLAY.", name=x or wayland)
        )


def _x_answers() -> bool:
    xcb = ctypes.CDLL("libxcb.so.1")
    xcb.xcb_connect.restype = ctypes.c_void_p
    line = ctypes.c_void_p(xcb.xcb_connect(None, None))
    broken = bool(xcb.xcb_connection_has_error(line))
    xcb.xcb_disconnect(line)
    return not broken


def _wayland_answers() -> bool:
    client = ctypes.CDLL("libwayland-client.so.0")
    client.wl_display_connect.restype = ctypes.c_void_p
    line = client.wl_display_connect(None)
    if not line:
        return False
    client.wl_display_disconnect(ctypes.c_void_p(line))
    return True
