"""Keeps collections of garbage out of the way of what the designer does."""

import gc

from PyQt6.QtCore import QObject, QTimer

from tallplank.session.store import Store

SETTLED_MS, IDLE_MS = 1000, 3000
"""When everything of the start is loaded, and how long nothing must have changed before garbage is collected."""
NEVER = 1_000_000


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
        self._subscription = store.subscribe(lambda s: s.job, lambda _: self._idle.start())
        QTimer.singleShot(SETTLED_MS, self.settle)

    def settle(self) -> None:
        """Start-up is over: what it made stays, and full collections wait for a pause from now on."""
        gc.collect()
        gc.freeze()
        gc.enable()
        gc.set_threshold(*self._thresholds[:2], NEVER)

    def collect(self) -> None:
        """Nobody works just now."""
        gc.collect()

    def end(self) -> None:
        """Let collections happen as they do by themselves."""
        self._idle.stop()
        self._subscription.close()
        gc.unfreeze()
        gc.set_threshold(*self._thresholds)
