"""Opens the window."""

import signal
import sys
from pathlib import Path

from platformdirs import user_config_path, user_state_path
from PyQt6.QtCore import QSettings

from tallplank.app.memory import IdleCollector
from tallplank.app.theme import load_fonts
from tallplank.app.window import MainWindow, application
from tallplank.core.catalog.reader import shipped
from tallplank.core.job.record import Job
from tallplank.session.autosave import Autosave
from tallplank.session.shop import ShopShelf
from tallplank.session.store import Store


def settings_file() -> QSettings:
    """Where pane sizes and the theme are remembered."""
    return QSettings(str(user_state_path("tall-plank") / "window.ini"), QSettings.Format.IniFormat)


def run(job: Job | None, path: Path | None) -> int:
    """Open the window with a job, and stay until it is closed."""
    app = application(sys.argv[:1])
    load_fonts()
    signal.signal(signal.SIGINT, signal.SIG_DFL)
    shelf = ShopShelf(user_config_path("tall-plank") / "constructions.json")
    store = Store(shipped(), job, path, shelf)
    window = MainWindow(store, settings_file(), Autosave(user_state_path("tall-plank") / "recovery"))
    window.show()
    collector = IdleCollector(store, window)
    code = app.exec()
    collector.end()
    return code
