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
from tallplank.app.theme import load_fonts
from tallplank.app.window import MainWindow, application
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


@pytest.mark.skipif(shutil.which("xvfb-run") is None, reason="xvfb is not installed")
def test_the_window_works_on_a_real_display(tmp_path: Path) -> None:
    environment = {k: v for k, v in os.environ.items() if k not in ("QT_QPA_PLATFORM", "VTK_DEFAULT_OPENGL_WINDOW")}
    environment |= {"PYTHONPATH": str(ROOT / "src"), "QT_QPA_PLATFORM": "xcb"}
    command = ["xvfb-run", "-a", "-s", "-screen 0 1600x1000x24", sys.executable, "-c", SCRIPT, str(tmp_path)]
    done = subprocess.run(command, capture_output=True, text=True, check=False, env=environment, timeout=120)
    assert done.returncode == 0, done.stderr[-2000:]
    assert done.stdout.split() == ["xcb", "True", "1280", "800"]


@pytest.mark.skipif(shutil.which("xvfb-run") is None, reason="xvfb is not installed")
def test_the_demo_command_opens_a_window_and_stays(tmp_path: Path) -> None:
    environment = {k: v for k, v in os.environ.items() if k not in ("QT_QPA_PLATFORM", "VTK_DEFAULT_OPENGL_WINDOW")}
    environment |= {"PYTHONPATH": str(ROOT / "src"), "QT_QPA_PLATFORM": "xcb", "XDG_STATE_HOME": str(tmp_path)}
    command = ["timeout", "-s", "INT", "8", "xvfb-run", "-a", "-s", "-screen 0 1600x1000x24", sys.executable, "-m", "tallplank", "demo"]
    done = subprocess.run(command, capture_output=True, text=True, check=False, env=environment, timeout=60)
    assert done.returncode in (124, 130, -2), done.stderr[-2000:]
    assert "Traceback" not in done.stderr
