"""The open file as others may change it: noticed as it happens, and looked at again before it is written over."""

from __future__ import annotations

from pathlib import Path

from PyQt6.QtCore import QFileSystemWatcher, QObject, QTimer, pyqtSignal

from isostat.job.save import stamp_of

SETTLES_MS = 300  # whoever writes it may do so in several goes


class OnDisk(QObject):
    """Follows one file."""

    changed = pyqtSignal(bool)  # by another hand; whether it is still there

    def __init__(self, parent: QObject) -> None:
        super().__init__(parent)
        self._path: Path | None = None
        self._stamp: bytes | None = None
        self._asked = False
        self._watcher = QFileSystemWatcher(self)
        self._settled = QTimer(self)
        self._settled.setSingleShot(True)
        self._settled.setInterval(SETTLES_MS)
        self._settled.timeout.connect(self._look)
        for signal in (self._watcher.fileChanged, self._watcher.directoryChanged):
            signal.connect(lambda _: self._settled.start())

    def follow(self, path: Path | None, stamp: bytes | None) -> None:
        """From now on this file. stamp: of what the window holds of it; where it is another by now, that is noticed."""
        known = [*self._watcher.files(), *self._watcher.directories()]
        if known:
            self._watcher.removePaths(known)
        self._path, self._stamp, self._asked = path, stamp, False
        if path is not None:
            self._watcher.addPaths([str(path), str(path.parent)])
            self._settled.start()

    def altered(self) -> bool:
        """Whether the file is no longer what was read or written, or is gone."""
        return self._path is not None and self._stamp is not None and stamp_of(self._path) != self._stamp

    def _look(self) -> None:
        if self._path is None:
            return
        if self._path.exists() and str(self._path) not in self._watcher.files():  # written anew under the same name
            self._watcher.addPath(str(self._path))
        if self.altered() and not self._asked:
            self._asked = True
            self.changed.emit(self._path.exists())
