"""What nobody foresaw: told once in a sentence, with a report; the window, the job and its recovery go on."""

import os
import subprocess
import sys
from collections.abc import Callable, Iterator
from pathlib import Path

import pytest
from PyQt6.QtCore import QTimer
from PyQt6.QtWidgets import QApplication, QFileDialog, QPushButton, QWidget
from pytestqt.qtbot import QtBot

from hands import figure
from makers import CATALOG, ROOM, WALL, a_wall_of
from tallplank.app.frame.command import CommandFinder
from tallplank.app.frame.fault import FaultTeller
from tallplank.app.frame.window import MainWindow
from tallplank.core.check import finding as checks
from tallplank.core.edit.unit import Spot, place_unit, set_width
from tallplank.core.error import PlankError

ROOT = Path(__file__).parents[2]
Open = Callable[..., MainWindow]


@pytest.fixture
def faults(tmp_path: Path) -> Iterator[FaultTeller]:
    teller = FaultTeller(tmp_path / "reports")
    teller.install()
    yield teller
    teller.uninstall()


def fault_texts(window: MainWindow) -> list[str]:
    QApplication.processEvents()
    return [text for key, text in window.notices.texts.items() if key.startswith("fault")]


def broken(*_: object) -> None:
    raise KeyError("unforeseen")


def test_a_fault_in_a_slot_is_told_and_the_window_goes_on(open_window: Open, faults: FaultTeller, tmp_path: Path) -> None:
    window = open_window(faults=faults)
    button = QPushButton(window)
    button.clicked.connect(broken)
    button.click()
    (text,) = fault_texts(window)
    assert "KeyError at test_fault.py" in text
    assert "job is unharmed" in text
    window.store.apply(lambda j: set_width(j, CATALOG, ["u1"], 650), "width")
    assert window.store.job.unit("u1").width == 650
    (report,) = (tmp_path / "reports").iterdir()
    assert "KeyError: 'unforeseen'" in report.read_text()
    assert "Doing: stage layout" in report.read_text()


def test_the_same_fault_a_hundred_times_is_one_notice(open_window: Open, faults: FaultTeller, tmp_path: Path) -> None:
    window = open_window(faults=faults)

    class Broken(QWidget):
        def paintEvent(self, _: object) -> None:
            broken()

    view = Broken(window)
    view.resize(50, 50)
    for _ in range(100):
        view.grab()
    (text,) = fault_texts(window)
    assert "100 times" in text
    assert len(list((tmp_path / "reports").iterdir())) == 1


def test_a_fault_in_a_subscriber_keeps_no_view_from_the_change(open_window: Open, faults: FaultTeller) -> None:
    window = open_window(faults=faults)
    heard: list[float] = []
    with pytest.raises(KeyError):
        faulty = window.store.__class__(CATALOG, window.store.job)
        faulty.subscribe(lambda s: s.job, broken)
    later: list[Callable[[object], None]] = [lambda _: None]
    first = window.store.subscribe(lambda s: s.job, lambda job: later[0](job))
    second = window.store.subscribe(lambda s: s.job, lambda job: heard.append(job.unit("u1").width))
    later[0] = broken
    window.store.apply(lambda j: set_width(j, CATALOG, ["u1"], 650), "width")
    assert heard[-1] == 650
    assert len(fault_texts(window)) == 1
    window.store.undo()
    assert heard[-1] == 600
    assert len(fault_texts(window)) == 1
    first.close()
    second.close()


def test_a_fault_in_a_worker_is_told(open_window: Open, faults: FaultTeller, qtbot: QtBot) -> None:
    window = open_window(faults=faults)
    window.run_task(broken, lambda _: "done")
    qtbot.waitUntil(lambda: not window.tasks.running, timeout=60_000)
    assert len(fault_texts(window)) == 1
    assert "fault of the program" in window.message_label.text()
    window.run_task(lambda _: None, lambda _: "done")
    qtbot.waitUntil(lambda: window.message_label.text() == "done", timeout=60_000)


def test_a_fault_in_a_timer_is_told(open_window: Open, faults: FaultTeller, qtbot: QtBot) -> None:
    window = open_window(faults=faults)
    QTimer.singleShot(0, broken)
    qtbot.waitUntil(lambda: bool(fault_texts(window)), timeout=60_000)


def test_a_refusal_that_no_slot_handles_is_said_as_such(open_window: Open, faults: FaultTeller) -> None:
    window = open_window(faults=faults)
    button = QPushButton(window)

    def refused() -> None:
        raise PlankError("That wall is too short.")

    button.clicked.connect(refused)
    button.click()
    QApplication.processEvents()
    assert window.message_label.text() == "That wall is too short."
    assert fault_texts(window) == []


def test_the_finder_says_what_a_command_refuses(open_window: Open) -> None:
    window = open_window()
    window.store.select(["u1"])
    window.find_command()
    finder = window.findChild(CommandFinder)
    assert finder is not None
    finder.field.setText("evenly")
    finder.field.returnPressed.emit()
    assert "three or more" in window.message_label.text()


def test_the_report_can_be_saved_where_one_likes(
    open_window: Open, faults: FaultTeller, tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    window = open_window(faults=faults)
    faults.tell(ValueError("odd"))
    (key,) = [k for k in _told(window) if k.startswith("fault")]
    monkeypatch.setattr(QFileDialog, "getSaveFileName", lambda *_: (str(tmp_path / "report.txt"), ""))
    window.notices.button(key, "Save the report…").click()
    assert "ValueError: odd" in (tmp_path / "report.txt").read_text()
    window.notices.button(key, "Close").click()
    assert window.notices.isHidden()


def _told(window: MainWindow) -> dict[str, str]:
    QApplication.processEvents()
    return window.notices.texts


def test_reports_do_not_pile_up(faults: FaultTeller, tmp_path: Path) -> None:
    for number in range(30):
        faults.tell(type(f"Odd{number}Error", (Exception,), {})("odd"))
    assert len(list((tmp_path / "reports").iterdir())) == 20


def test_a_fault_in_telling_does_not_call_for_itself(faults: FaultTeller, capsys: pytest.CaptureFixture[str]) -> None:
    faults.doing = broken  # type: ignore[assignment]
    faults.tell(ValueError("odd"))
    assert "KeyError: 'unforeseen'" in capsys.readouterr().err


def test_the_program_itself_survives_a_fault_in_a_slot(tmp_path: Path) -> None:
    """In a process of its own, without a test runner's hooks: Qt ended the program here before."""
    script = (
        "import sys\n"
        "from PyQt6.QtCore import QTimer\n"
        "import tallplank.app.frame.start as start, tallplank.app.frame.window as window\n"
        "def plan(self):\n"
        "    QTimer.singleShot(0, lambda: 1 / 0)\n"
        "    QTimer.singleShot(300, lambda: (print('alive', list(self.notices.texts)), self.close()))\n"
        "window.MainWindow.showEvent = lambda self, _: plan(self)\n"
        "sys.exit(start.run(None, None))\n"
    )
    environment = {**os.environ, "PYTHONPATH": str(ROOT / "src"), "QT_QPA_PLATFORM": "offscreen", "XDG_STATE_HOME": str(tmp_path)}
    environment |= {"XDG_CONFIG_HOME": str(tmp_path / "config")}
    done = subprocess.run([sys.executable, "-c", script], capture_output=True, text=True, check=False, env=environment, timeout=120)
    assert done.returncode == 0, done.stderr[-2000:]
    assert "alive ['fault ZeroDivisionError" in done.stdout
    assert len(list((tmp_path / "tall-plank" / "reports").iterdir())) == 1


def test_a_check_that_fails_keeps_the_price_new_and_is_told(open_window: Open, tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    """The ticket shows the price of the job as it is now, and the fault comes to the window once."""
    teller = FaultTeller(tmp_path)
    told: list[BaseException] = []
    monkeypatch.setattr(teller, "tell", told.append)
    window = open_window(a_wall_of("base"), teller)

    def failing(*_: object) -> object:
        raise KeyError("unforeseen")

    before = figure(window, "price")
    monkeypatch.setattr(checks, "UNIT_CHECKS", (failing,))
    window.store.apply(lambda j: place_unit(j, CATALOG, "tall", Spot(ROOM, WALL)), "place")
    assert figure(window, "price") != before
    assert [type(fault) for fault in told] == [KeyError]
    assert "1" in figure(window, "findings")
