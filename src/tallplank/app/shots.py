"""Pictures of the main views, made from the demo without a display."""

import os
import tempfile
from collections.abc import Callable, Iterator
from pathlib import Path

from PyQt6.QtCore import QCoreApplication, QEventLoop, QSettings
from PyQt6.QtTest import QTest

from tallplank.app.theme import load_fonts
from tallplank.app.window import MainWindow, application
from tallplank.core.catalog.reader import shipped
from tallplank.core.edit.unit import set_finish
from tallplank.demo import demo_job
from tallplank.session.store import Store

SIZE = (1280, 800)


def write_shots(folder: Path) -> Iterator[Path]:
    """Write one PNG of each main view into a folder."""
    os.environ.setdefault("QT_QPA_PLATFORM", "offscreen")
    app = application([])
    load_fonts()
    folder.mkdir(parents=True, exist_ok=True)
    for name, arrange in SHOTS.items():
        path = folder / f"{name}.png"
        with tempfile.TemporaryDirectory() as scratch:
            window = _window(Path(scratch))
            arrange(window)
            _settle()
            window.grab().save(str(path))
            window.dismantle()
            window.deleteLater()
            app.processEvents()
        yield path


def _window(scratch: Path) -> MainWindow:
    store = Store(shipped(), demo_job(shipped()))
    window = MainWindow(store, QSettings(str(scratch / "window.ini"), QSettings.Format.IniFormat))
    window.resize(*SIZE)
    window.show()
    return window


def _settle() -> None:
    """Let everything be drawn, and the 3D view come to rest."""
    QTest.qWait(500)
    QCoreApplication.processEvents(QEventLoop.ProcessEventsFlag.AllEvents, 200)


def _unit(window: MainWindow, kind: str) -> str:
    return next(u.id for u in window.store.job.units if u.kind == kind)


def _survey(window: MainWindow) -> None:
    window.store.go("survey")


def _layout(window: MainWindow) -> None:
    window.store.go("layout")
    window.store.select([_unit(window, "sink")])


def _finish(window: MainWindow) -> None:
    window.store.go("finish")
    window.store.open_fronts(0.25)


def _make(window: MainWindow) -> None:
    window.store.go("make")
    window.store.select([_unit(window, "drawers")])


def _quote(window: MainWindow) -> None:
    store = window.store
    unit = _unit(window, "tall")
    store.apply(lambda j: set_finish(j, store.catalog, [unit], "front", "oak"), "fronts → Oak veneer, oiled")
    store.go("quote")


def _evening(window: MainWindow) -> None:
    window.change_theme()
    _layout(window)


SHOTS: dict[str, Callable[[MainWindow], None]] = {
    "survey": _survey,
    "layout": _layout,
    "finish": _finish,
    "make": _make,
    "quote": _quote,
    "layout-evening": _evening,
}
"""By file name: what to do with the window before it is grabbed."""
