"""Work that takes long, in a thread of its own, with progress and cancel."""

from collections.abc import Callable

from PyQt6.QtCore import QObject, QRunnable, QThreadPool, pyqtSignal

from tallplank.core.error import PlankError

Report = Callable[[int, int, str], None]


class CancelledError(Exception):
    """The user gave the work up."""


class Task(QObject):
    """Runs `work(report)`; `report` raises when the task was cancelled. Signals arrive in the window's thread."""

    progressed = pyqtSignal(int, int, str)
    finished = pyqtSignal(object)
    failed = pyqtSignal(str)
    broke = pyqtSignal(object)
    """What nobody foresaw."""

    def __init__(self, work: Callable[[Report], object]) -> None:
        super().__init__()
        self._work = work
        self._cancelled = False

    def start(self) -> None:
        """Begin."""
        pool = QThreadPool.globalInstance()
        if pool is not None:
            pool.start(QRunnable.create(self._run))

    def cancel(self) -> None:
        """Stop at the next report."""
        self._cancelled = True

    def _report(self, done: int, total: int, what: str) -> None:
        if self._cancelled:
            raise CancelledError
        self.progressed.emit(done, total, what)

    def _run(self) -> None:
        try:
            result = self._work(self._report)
        except CancelledError:
            self.failed.emit("Given up.")
        except PlankError as problem:
            self.failed.emit(str(problem))
        except Exception as problem:  # noqa: BLE001  a thread's end must always reach the window
            self.broke.emit(problem)
        else:
            self.finished.emit(result)
