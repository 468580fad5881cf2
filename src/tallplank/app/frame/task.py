"""Work that takes long, in a thread of its own, with progress and cancel."""

from collections.abc import Callable
from typing import TypeVar

from PyQt6.QtCore import QObject, QRunnable, QThreadPool, pyqtSignal

from tallplank.core.error import PlankError
from tallplank.core.work import CancelledError, Report

_T = TypeVar("_T")


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


class Tasks(QObject):
    """What is being done: several tasks at once, each of what started it. The newest is shown, and is the one that is given up first."""

    def __init__(
        self, owner: QObject, show: Callable[[str], None], over: Callable[[str], None], broke: Callable[[Exception], None]
    ) -> None:
        """`show` is told how far the newest is, `over` what came of one that ended, `broke` of what nobody foresaw."""
        super().__init__(owner)
        self._show, self._over, self._broke = show, over, broke
        self.running: list[Task] = []

    def run(self, work: Callable[[Report], _T], done: Callable[[_T], str], of: QObject | None = None) -> None:
        """Begin; `done` is called with what came of it, and says it. It is given up with what it is `of`."""
        task = Task(work)
        self.running.append(task)
        task.progressed.connect(lambda at, total, what: self._told(task, f"{what} ({at} of {total})"))
        task.finished.connect(lambda result: self._ended(task, lambda: done(result)))
        task.failed.connect(lambda words: self._ended(task, lambda: words))
        task.broke.connect(lambda problem: self._failed(task, problem))
        if of is not None:
            of.destroyed.connect(task.cancel)
        task.start()

    def give_up(self) -> None:
        """Stop the newest at its next report."""
        if self.running:
            self.running[-1].cancel()

    def _told(self, task: Task, words: str) -> None:
        if task is self.running[-1]:
            self._show(words)

    def _ended(self, task: Task, words: Callable[[], str]) -> None:
        self.running.remove(task)
        self._over(words())

    def _failed(self, task: Task, problem: Exception) -> None:
        self._ended(task, lambda: "That did not work, and it is a fault of the program.")
        self._broke(problem)
