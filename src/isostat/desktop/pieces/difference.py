"""Where two pictures differ."""

from __future__ import annotations

import numpy as np
from PyQt6.QtCore import QRect
from PyQt6.QtGui import QImage, QRegion

TILE = 32  # px, of the comparison


def changed(before: QImage, after: QImage) -> QRegion:
    """The tiles in which two pictures differ."""
    if before.size() != after.size():
        return QRegion(after.rect())
    pairs = []  # of pixels
    for image in (before, after):
        bits = image.constBits()
        if bits is None:
            return QRegion(after.rect())
        bits.setsize(image.sizeInBytes())
        pairs.append(np.frombuffer(bits, dtype=np.uint64))  # type: ignore[call-overload]
    eights = (pairs[0] != pairs[1]).view(np.uint64)  # eight verdicts at a time, sixteen pixels
    rows = eights.reshape(after.height() // TILE, TILE, -1)
    region = QRegion()
    for row, column in np.argwhere(np.bitwise_or.reduce(rows, axis=1)):
        region += QRect(int(column) * 16, int(row) * TILE, 16, TILE)
    return region
