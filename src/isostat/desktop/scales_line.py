"""The window's end of the line to the scales: connects, gathers, and tells how it went; never waits."""

from __future__ import annotations

from PyQt6.QtCore import QObject, QTimer, pyqtSignal
from PyQt6.QtNetwork import QAbstractSocket, QTcpSocket

from isostat.devices.scales import LONGEST, Gathering
from isostat.language import tr

PATIENCE_MS = 10_000
A_TURN = 4096  # bytes that are read before the window has its turn again
BUFFER = 65_536


class ScalesLine(QObject):
    """One reading of all pads over a local socket."""

    read = pyqtSignal(object)  # dict of pad name to kg
    failed = pyqtSignal(str)  # in words
    waits = pyqtSignal(str)  # for whom, in words

    def __init__(self, pads: tuple[str, ...], parent: QObject | None = None, patience_ms: int = PATIENCE_MS) -> None:
        super().__init__(parent)
        self._gathering, self._rest, self._said = Gathering(pads), b"", pads
        self._over = self._closed = False
        self._socket = QTcpSocket(self)
        self._socket.setReadBufferSize(BUFFER)  # who sends faster waits
        self._socket.readyRead.connect(self._take)
        self._socket.errorOccurred.connect(self._broken)
        self._patience = QTimer(self)
        self._patience.setSingleShot(True)
        self._patience.setInterval(patience_ms)
        self._patience.timeout.connect(lambda: self._end(tr("Scales did not settle in time. {why}", why=self._gathering.excuse())))

    def open(self, host: str, port: int) -> None:
        """Starts to read; one of the signals tells the end."""
        self._place = f"{host}:{port}"
        self._patience.start()
        self._socket.connectToHost("127.0.0.1" if host == "localhost" else host, port)  # a machine may have no list of hosts

    def give_up(self) -> None:
        """Stops without a word."""
        self._over = True
        self._patience.stop()
        self._socket.abort()

    def _take(self) -> None:
        if self._over:
            return
        *whole, self._rest = (self._rest + (self._socket.read(A_TURN) or b"")).split(b"\n")
        if len(self._rest) > A_TURN:
            self._gathering.endless, self._rest = True, self._rest[-LONGEST:]
        for line in whole:
            self._gathering.take(line.decode("ascii", errors="replace"))
        waiting = self._gathering.waiting()
        if not waiting:
            self._end(None)
        elif self._socket.bytesAvailable():
            QTimer.singleShot(0, self._take)  # the window has its turn first
        elif self._closed:
            self._end(tr("The scales closed the connection. {why}", why=self._gathering.excuse()))
        if waiting and waiting != self._said:
            self._said = waiting
            self.waits.emit(tr("Reading the scales, waiting for {pads}.", pads=", ".join(waiting)))

    def _broken(self, error: QAbstractSocket.SocketError) -> None:
        if error is QAbstractSocket.SocketError.RemoteHostClosedError:
            self._closed = True
            self._take()
        else:
            why = self._socket.errorString().rstrip(".").lower()
            self._end(tr("No scales at {place}: {why}.", place=self._place, why=why))

    def _end(self, fault: str | None) -> None:
        if self._over:
            return
        self.give_up()
        if fault is None:
            self.read.emit(self._gathering.masses())
        else:
            self.failed.emit(fault)
