"""A picture from a file, as small as it is shown: what is no picture, is missing or is no plain file is None."""

from __future__ import annotations

from functools import lru_cache
from pathlib import Path

from PyQt6.QtCore import QBuffer, QByteArray, QSize, Qt
from PyQt6.QtGui import QImage, QImageReader

from isostat.job.files import JobFault, read_bytes

MOST_BYTES = 40_000_000
LARGEST = 640  # px, of either side


def thumbnail(path: Path) -> QImage | None:
    """Turned as it was taken, at most 640 px wide and high; read again only where the file has changed."""
    try:
        known = path.stat()
    except (OSError, ValueError):
        return None
    return _read(path, known.st_mtime_ns, known.st_size)


@lru_cache(maxsize=64)
def _read(path: Path, _changed: int, _size: int) -> QImage | None:
    try:
        data = QByteArray(read_bytes(path, MOST_BYTES))
    except JobFault:
        return None
    buffer = QBuffer(data)
    reader = QImageReader(buffer)
    reader.setAutoTransform(True)
    size = reader.size()
    if size.isValid():
        reader.setScaledSize(size.scaled(QSize(LARGEST, LARGEST), Qt.AspectRatioMode.KeepAspectRatio))
    image = reader.read()
    return None if image.isNull() else image
