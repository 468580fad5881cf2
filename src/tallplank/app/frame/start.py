"""Opens the window."""

import signal
import sys
from collections.abc import Callable
from pathlib import Path

from platformdirs import user_config_path, user_data_path, user_state_path
from PyQt6.QtCore import QSettings

from tallplank.app.frame.fault import FaultTeller
from tallplank.app.frame.memory import IdleCollector
from tallplank.app.frame.window import MainWindow, application
from tallplank.app.look.theme import load_fonts
from tallplank.core.catalog.catalog import Catalog, CatalogError
from tallplank.core.catalog.reader import laid_over
from tallplank.core.job.job import Job
from tallplank.session.autosave import Autosave
from tallplank.session.library import PieceLibrary
from tallplank.session.shop import ShopShelf, shop_folder
from tallplank.session.store import Store


def settings_file() -> QSettings:
    """Where pane sizes and the theme are remembered."""
    return QSettings(str(user_state_path("tall-plank") / "window.ini"), QSettings.Format.IniFormat)


def run(make: Callable[[Catalog], Job] | None, path: Path | None, folder: Path | None = None) -> int:
    """Open the window with a job or a file, and stay until it is closed; a folder of catalogue entries is laid over the shipped ones.

    Without one the shop's own is, if it has one; where that is damaged the window says so and works without it.

    Raises:
        JobFileError: the file cannot be opened.
        CatalogError: the folder that was asked for is damaged.
    """
    catalog, problem = (laid_over(folder), "") if folder is not None else _with_shops_own()
    app = application(sys.argv[:1])
    load_fonts()
    signal.signal(signal.SIGINT, signal.SIG_DFL)
    state = user_state_path("tall-plank")
    faults = FaultTeller(state / "reports")
    faults.install()
    shelf = ShopShelf(user_config_path("tall-plank") / "constructions.json")
    store = Store(catalog, make, shelf=shelf, library=PieceLibrary(user_data_path("tall-plank") / "pieces"))
    if path is not None:
        store.open(path)
    elif make is None:
        store.go("survey")
    window = MainWindow(store, settings_file(), Autosave(state / "recovery"), faults)
    window.show()
    if problem:
        store.say(problem)
    collector = IdleCollector(store, window)
    code = app.exec()
    collector.end()
    faults.uninstall()
    return code


def _with_shops_own() -> tuple[Catalog, str]:
    """The catalogue with the shop's own entries, and what is wrong with them where they cannot be used."""
    try:
        return laid_over(shop_folder()), ""
    except CatalogError as problem:
        return laid_over(None), f"The shop's own catalogue is left out: {problem}"
