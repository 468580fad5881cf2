"""Opens the window."""

import signal
import sys
from pathlib import Path

from platformdirs import user_config_path, user_state_path
from PyQt6.QtCore import QSettings

from tallplank.app.fault import FaultTeller
from tallplank.app.memory import IdleCollector
from tallplank.app.theme import load_fonts
from tallplank.app.window import MainWindow, application
from tallplank.core.catalog.reader import shipped
from tallplank.core.job.job import Job
from tallplank.session.autosave import Autosave
from tallplank.session.shop import ShopShelf
from tallplank.session.store import Store


def settings_file() -> QSettings:
    """Where pane sizes and the theme are remembered."""
    return QSettings(str(user_state_path("tall-plank") / "window.ini"), QSettings.Format.IniFormat)


def run(job: Job | None, path: Path | None) -> int:
    """Open the window with a job or a file, and stay until it is closed.

    Raises:
        JobFileError: the file cannot be opened.
    """
    app = application(sys.argv[:1])
    load_fonts()
    signal.signal(signal.SIGINT, signal.SIG_DFL)
    state = user_state_path("tall-plank")
    faults = FaultTeller(state / "reports")
    faults.install()
    shelf = ShopShelf(user_config_path("tall-plank") / "constructions.json")
    store = Store(shipped(), job, shelf=shelf)
    if path is not None:
        store.open(path)
    window = MainWindow(store, settings_file(), Autosave(state / "recovery"), faults)
    window.show()
    collector = IdleCollector(store, window)
    code = app.exec()
    collector.end()
    faults.uninstall()
    return code
