"""What nobody foresaw: told once in a sentence, written to a report, and the window goes on."""

import sys
import threading
from collections import Counter
from collections.abc import Callable
from pathlib import Path
from types import TracebackType

from PyQt6.QtCore import QObject, Qt, pyqtSignal

from tallplank.core.error import PlankError
from tallplank.session.report import place_of, report_text, tell_on_terminal, write_report


class FaultTeller(QObject):
    """Hears of every error that nothing else handles, in a slot, a subscriber or a worker; Qt would end the program otherwise.

    `unforeseen` brings a short name of the fault, its report and how often it came; only the first, and then every tenfold
    time of the same fault is told. `refused` brings what the project's own errors say. Both arrive in the window's thread.
    """

    unforeseen = pyqtSignal(str, str, int)
    refused = pyqtSignal(str)

    def __init__(self, folder: Path, doing: Callable[[], str] = lambda: "") -> None:
        super().__init__()
        self._folder, self.doing = folder, doing
        self._times: Counter[str] = Counter()
        self._before = (sys.excepthook, threading.excepthook, sys.unraisablehook)

    def install(self) -> None:
        """From now on hear of them."""
        self._before = (sys.excepthook, threading.excepthook, sys.unraisablehook)
        sys.excepthook = self._hook
        threading.excepthook = lambda found: self.tell(found.exc_value) if found.exc_value is not None else None
        sys.unraisablehook = lambda found: self.tell(found.exc_value) if found.exc_value is not None else None

    def uninstall(self) -> None:
        """Leave them to Python again."""
        sys.excepthook, threading.excepthook, sys.unraisablehook = self._before

    def on(self, unforeseen: Callable[[str, str, int], None], refused: Callable[[str], None]) -> None:
        """Call these in the window's thread, after what is being done."""
        self.unforeseen.connect(unforeseen, Qt.ConnectionType.QueuedConnection)  # type: ignore[call-arg]  # the stubs lack the type of connection
        self.refused.connect(refused, Qt.ConnectionType.QueuedConnection)  # type: ignore[call-arg]

    def tell(self, problem: BaseException) -> None:
        """Tell of one error."""
        if isinstance(problem, KeyboardInterrupt | SystemExit):
            return
        if isinstance(problem, PlankError):
            self.refused.emit(str(problem))
            return
        try:
            self._tell_fault(problem)
        except Exception as worse:  # noqa: BLE001  an error in here would call for itself again
            tell_on_terminal(report_text(worse))

    def _tell_fault(self, problem: BaseException) -> None:
        name = place_of(problem)
        self._times[name] += 1
        times = self._times[name]
        if times == 1:
            text = report_text(problem, self.doing())
            write_report(text, self._folder)
            tell_on_terminal(text)
            self.unforeseen.emit(name, text, times)
        elif times in (10, 100, 1000):
            self.unforeseen.emit(name, "", times)

    def _hook(self, kind: type[BaseException], problem: BaseException, trace: TracebackType | None) -> None:
        if issubclass(kind, KeyboardInterrupt):
            self._before[0](kind, problem, trace)
        else:
            self.tell(problem)
