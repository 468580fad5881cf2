"""The window on a real X display (Xvfb), as a user starts it."""

import os
import shutil
import subprocess
import sys
from pathlib import Path

import pytest

ROOT = Path(__file__).parents[2]
SCRIPT = """
import sys
from PyQt6.QtCore import QSettings, QTimer
from PyQt6.QtTest import QTest
from tallplank.app.look.theme import load_fonts
from tallplank.app.frame.window import MainWindow, application
from tallplank.core.catalog.reader import shipped
from tallplank.demo import demo_job
from tallplank.session.store import Store
app = application(sys.argv[:1])
load_fonts()
window = MainWindow(Store(shipped(), demo_job(shipped())), QSettings(sys.argv[1] + "/w.ini", QSettings.Format.IniFormat))
window.show()
QTest.qWaitForWindowExposed(window)
for stage in ("survey", "layout", "finish", "make", "quote"):
    window.store.go(stage)
    QTest.qWait(120)
window.store.go("layout")
QTest.qWait(300)
image = window.board.pane("room3d").grab().toImage()
colours = {image.pixel(x, y) for x in range(0, image.width(), 7) for y in range(0, image.height(), 7)}
print(app.platformName(), len(colours) > 10, window.width(), window.height())
window.close()
"""


HANDS = """
import subprocess
import sys
import time
from PyQt6.QtCore import QPoint, QSettings
from PyQt6.QtGui import QDrag
from PyQt6.QtTest import QTest
from makers import CATALOG, ROOM, WALL, a_room
from tallplank.app.look.theme import load_fonts
from tallplank.app.frame.window import MainWindow, application
from tallplank.session.store import Store
app = application(sys.argv[:1])
load_fonts()
window = MainWindow(Store(CATALOG, a_room()), QSettings(sys.argv[1] + "/w.ini", QSettings.Format.IniFormat))
window.move(0, 0)
window.show()
QTest.qWaitForWindowExposed(window)
store = window.store
store.look_at(ROOM, WALL)
drags = []

def wait(holds):
    # however long it takes; the process is ended from outside where it never comes
    while not holds():
        app.processEvents()
        time.sleep(0.01)
    return True

QDrag.exec = lambda drag, *_: drags.append("drag")
assert wait(lambda: window.tray.is_drawn)

def hand(*words):
    subprocess.run(["xdotool", *map(str, words)], check=True)

def middle(widget, by=QPoint(0, 0)):
    at = widget.mapToGlobal(widget.rect().center() + by)
    return at.x(), at.y()

def wander(start, end):
    # real motion in small steps, with every event taken before the next
    for step in range(1, 21):
        hand("mousemove", round(start[0] + (end[0] - start[0]) * step / 20), round(start[1] + (end[1] - start[1]) * step / 20))
        app.processEvents()

first, second = (next(i for i in window.tray.items if i.kind == kind) for kind in ("base", "drawers"))
hand("mousemove", *middle(first), "click", 1)
assert wait(lambda: store.state.placing == "base")
wander(middle(first), middle(second))
hand("click", 1)
assert wait(lambda: store.state.placing == "drawers")
wander(middle(second), middle(first))
app.processEvents()
assert drags == [], "a drag began with no button held"
plan = window.board.pane("plan")
at = plan.mapToGlobal(plan.place_of(1000.0, 2800.0).toPoint())
wander(middle(first), (at.x(), at.y()))
hand("click", 1)
assert wait(lambda: len(store.job.units) == 1)
assert store.job.units[0].kind == "drawers", store.job.units[0].kind
x = store.job.units[0].x
wander((at.x(), at.y()), (at.x() + 60, at.y()))
assert store.job.units[0].x == x, "a unit followed a mouse with no button held"
hand("mousemove", *middle(first), "mousedown", 1)
assert wait(first.isDown)
wander(middle(first), middle(second))
assert wait(lambda: drags == ["drag"]), "a drag with the button held is one"
hand("mouseup", 1)
print(app.platformName())
window.dismantle()
"""
DEMO = """
"$1" -m tallplank demo & demo=$!
xdotool search --sync --onlyvisible --name "Lockkeeper" >/dev/null
kill -0 $demo && echo open
kill -INT $demo
wait $demo || true
"""
LONGEST = 240
"""Seconds after which something hangs; nothing is measured by it."""

needs_display = pytest.mark.skipif(
    any(shutil.which(tool) is None for tool in ("xvfb-run", "xdotool")), reason="xvfb or xdotool is not installed"
)


def on_display(tmp_path: Path, *command: str) -> subprocess.CompletedProcess[str]:
    """Run a command on a display of its own."""
    environment = {k: v for k, v in os.environ.items() if k not in ("QT_QPA_PLATFORM", "VTK_DEFAULT_OPENGL_WINDOW")}
    environment |= {"PYTHONPATH": f"{ROOT / 'src'}:{ROOT / 'tests'}", "QT_QPA_PLATFORM": "xcb", "XDG_STATE_HOME": str(tmp_path)}
    whole = ["xvfb-run", "-a", "-s", "-screen 0 1600x1000x24", *command]
    return subprocess.run(whole, capture_output=True, text=True, check=False, env=environment, timeout=LONGEST)


@needs_display
def test_the_window_works_on_a_real_display(tmp_path: Path) -> None:
    done = on_display(tmp_path, sys.executable, "-c", SCRIPT, str(tmp_path))
    assert done.returncode == 0, done.stderr[-2000:]
    assert done.stdout.split() == ["xcb", "True", "1280", "800"]


@needs_display
def test_a_click_in_the_tray_is_no_drag_and_a_drag_is_one(tmp_path: Path) -> None:
    """By a real pointer that moves with no button held: the tile that was clicked last is what a click on the plan places."""
    done = on_display(tmp_path, sys.executable, "-c", HANDS, str(tmp_path))
    assert done.returncode == 0, done.stderr[-2000:]
    assert done.stdout.split() == ["xcb"]


@needs_display
def test_the_demo_command_opens_a_window_and_stays(tmp_path: Path) -> None:
    """It is told to end once its window is there, however long that takes."""
    done = on_display(tmp_path, "bash", "-c", DEMO, "-", sys.executable)
    assert "Traceback" not in done.stderr
    assert done.stdout.split() == ["open"], done.stderr[-2000:]
