"""Keeps collections of garbage out of the way of the designer, and gives back what is no longer used."""

import ctypes
import gc

from PyQt6.QtCore import QObject, Qt, QTimer
from PyQt6.QtWidgets import QApplication

from tallplank.session.store import Store

SETTLED_MS, IDLE_MS = 1000, 3000
"""When everything of the start is loaded, and how long nothing must have changed before garbage is collected."""
LATEST_MS, AGAIN_MS = 60_000, 500
"""Who never pauses has it collected after so long, or so soon after that, with no button down."""
NEVER = 1_000_000


def give_back() -> None:
    """Give the system what was freed, where the C library can: it would keep half as much again."""
    trim = getattr(ctypes.CDLL(None), "malloc_trim", None)
    if trim is not None:
        trim(0)


class IdleCollector(QObject):
    """Collects garbage while nobody works: amid a drag, a full collection would halt it for a tenth of a second.

    What start-up made is kept out of collections altogether.
    """

    def __init__(self, store: Store, parent: QObject | None = None) -> None:
        super().__init__(parent)
        self._thresholds = gc.get_threshold()
        self._idle = QTimer(self)
        self._idle.setSingleShot(True)
        self._idle.setInterval(IDLE_MS)
        self._idle.timeout.connect(self.collect)
        self._latest = QTimer(self)
        self._latest.setSingleShot(True)
        self._latest.timeout.connect(self._collect_at_last)
        self._subscription = store.subscribe(lambda s: s.job, lambda _: self._put_off())
        QTimer.singleShot(SETTLED_MS, self.settle)

    def settle(self) -> None:
        """Start-up is over: what it made stays, and full collections wait for a pause from now on."""
        gc.collect()
        gc.freeze()
        gc.enable()
        gc.set_threshold(*self._thresholds[:2], NEVER)

    def _put_off(self) -> None:
        self._idle.start()
        if not self._latest.isActive():
            self._latest.start(LATEST_MS)

    def _collect_at_last(self) -> None:
        if QApplication.mouseButtons() == Qt.MouseButton.NoButton:
            self.collect()
        else:
            self._latest.start(AGAIN_MS)

    def collect(self) -> None:
        """Nobody works just now, or somebody has for long."""
        self._idle.stop()
        self._latest.stop()
        gc.collect()
        give_back()

    def end(self) -> None:
        """Let collections happen as they do by themselves."""
        self._idle.stop()
        self._latest.stop()
        self._subscription.close()
        gc.unfreeze()
        gc.set_threshold(*self._thresholds)
