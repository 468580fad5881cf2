"""The real window, offscreen, with a leak check after each test."""

import threading
from collections.abc import Callable, Iterator
from pathlib import Path

import numpy as np
import pytest
from numpy.typing import NDArray
from PyQt6.QtCore import QCoreApplication, QEvent, QSettings
from PyQt6.QtWidgets import QApplication

from makers import CATALOG, a_wall_of
from tallplank.app.frame.fault import FaultTeller
from tallplank.app.frame.window import MainWindow
from tallplank.app.look.theme import load_fonts
from tallplank.core.job.job import Job
from tallplank.session.autosave import Autosave
from tallplank.session.store import Store
from tallplank.view3d.scene import Scene


@pytest.fixture(scope="session")
def fonts(qapp: QApplication) -> None:
    load_fonts()


@pytest.fixture(autouse=True)
def unlit(request: pytest.FixtureRequest, monkeypatch: pytest.MonkeyPatch) -> None:
    """The 3D view puts its scene together and hands over an empty picture, but for tests that are marked `pictured`.

    A renderer without a graphics card takes a third of a second to begin, and most windows are looked at elsewhere.
    """
    if request.node.get_closest_marker("pictured") is None:

        def empty(scene: Scene) -> NDArray[np.uint8]:
            width, height = scene.window.GetSize()
            return np.zeros((height, width, 4), np.uint8)

        monkeypatch.setattr(Scene, "_picture", empty)
        monkeypatch.setattr(Scene, "depths", lambda _: None)


@pytest.fixture
def open_window(fonts: None, qapp: QApplication, tmp_path: Path) -> Iterator[Callable[..., MainWindow]]:
    """Opens windows; closes them and checks that nothing is left behind."""
    opened: list[MainWindow] = []

    def make(job: Job | None = None, faults: FaultTeller | None = None) -> MainWindow:
        settings = QSettings(str(tmp_path / "window.ini"), QSettings.Format.IniFormat)
        store = Store(CATALOG, job or a_wall_of("base", "drawers", "wall"))
        window = MainWindow(store, settings, Autosave(tmp_path / "recovery"), faults)
        window.resize(1280, 800)
        window.show()
        opened.append(window)
        return window

    threads = threading.active_count()
    yield make
    for window in opened:
        window.dismantle()
        window.hide()
        window.deleteLater()
        QCoreApplication.sendPostedEvents(None, QEvent.Type.DeferredDelete.value)
        qapp.processEvents()
        assert window.store.subscriber_count == 0, "a view did not end its subscription"
    assert [w for w in QApplication.topLevelWidgets() if w.isVisible()] == []
    assert threading.active_count() == threads
