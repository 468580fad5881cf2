"""Profiles of moldings: taken in from a file that is chosen or dropped, and other sizes of those that there are."""

from collections.abc import Callable
from pathlib import Path

from PyQt6.QtCore import QEvent, QObject, QTimer
from PyQt6.QtGui import QDragEnterEvent, QDropEvent
from PyQt6.QtWidgets import QFileDialog, QWidget

from tallplank.app.form.form import FormDialog, Values
from tallplank.app.panel.choice import HARDWARE_NAMES
from tallplank.core.catalog.hardware import Molding
from tallplank.core.catalog.profile import LARGEST
from tallplank.core.disk import read_file
from tallplank.core.edit.molding import ROLES, add_molding, resize_molding
from tallplank.core.error import PlankError
from tallplank.core.exchange.profile_file import SUFFIXES, profile_from
from tallplank.core.measure.length import parse_length
from tallplank.core.space.outline import Ring
from tallplank.session.store import Store

FILTER = "Profiles (*.svg *.dxf)"
LARGEST_BYTES = 8 * LARGEST


def ask_file(window: QWidget, store: Store) -> None:
    """Take a profile in from a file that is chosen."""
    name, _ = QFileDialog.getOpenFileName(window, "Take a profile in", "", FILTER)
    if name:
        ask_profile(window, store, Path(name))


def ask_profile(window: QWidget, store: Store, path: Path) -> None:
    """Ask what the profile in a file is, and give it to the job; nothing but words where there is none in it."""
    try:
        data = read_file(path, LARGEST_BYTES)
        if path.suffix.lower() != ".dxf":
            _ask_about(window, store, path, profile_from(data, path.name))
            return
    except PlankError as problem:
        store.say(str(problem))
        return

    def ask(outline: object) -> str:
        QTimer.singleShot(0, lambda: _ask_about(window, store, path, outline))  # type: ignore[arg-type]
        return ""

    window.run_task(lambda report: profile_from(data, path.name, report), ask)  # type: ignore[attr-defined]


def _ask_about(window: QWidget, store: Store, path: Path, outline: Ring) -> FormDialog:
    """The form that asks what an outline is."""

    def act(values: Values) -> None:
        price = values["Price of a metre"].replace(",", ".").strip() or "0"
        try:
            amount = float(price)
        except ValueError:
            raise PlankError(f"'{price}' is no price.") from None
        name, role = values["Name"], values["It is a"]
        store.apply(lambda j: add_molding(j, store.catalog, outline, name, role, amount), f"molding {name}")
        store.say(f"{name} is offered wherever the job has moldings.")

    rise, reach = max(up for up, _ in outline), max(out for _, out in outline)
    size = f"{store.job.display.shown(rise)} high, {store.job.display.shown(reach)} deep. The job keeps it."
    dialog = FormDialog(window, "A molding from a drawing", size, act, "Take it in")
    dialog.text("Name", path.stem.replace("-", " ").replace("_", " ").capitalize())
    dialog.choice("It is a", [(role, HARDWARE_NAMES[role]) for role in ROLES])  # type: ignore[index]
    dialog.text("Price of a metre", "0")
    dialog.open()
    return dialog


def ask_size(window: QWidget, store: Store) -> FormDialog:
    """A molding of the catalogue in another size."""
    moldings = [h for h in store.catalog.hardware.values() if isinstance(h, Molding) and not h.spring]
    unit = store.job.display.style.unit

    def act(values: Values) -> None:
        rise, reach = (parse_length(values[name], unit) for name in ("Height", "Depth"))
        store.apply(lambda j: resize_molding(j, store.catalog, values["Molding"], rise, reach), "molding in another size")
        store.say("It is offered wherever the job has moldings.")

    dialog = FormDialog(window, "A molding in another size", "The shop makes it, or orders it so. The job keeps it.", act, "Make it")
    dialog.choice("Molding", [(m.id, f"{m.name} ({m.rise:g} × {m.reach:g})") for m in moldings])
    dialog.text("Height")
    dialog.text("Depth")
    dialog.open()
    return dialog


class ProfileDrop(QObject):
    """Takes in profiles that are dropped onto a window."""

    def __init__(self, window: QWidget, dropped: Callable[[Path], object]) -> None:
        super().__init__(window)
        self._dropped = dropped
        window.setAcceptDrops(True)
        window.installEventFilter(self)

    def eventFilter(self, watched: QObject | None, event: QEvent | None) -> bool:
        if isinstance(event, QDragEnterEvent) and _profile_of(event) is not None:
            event.acceptProposedAction()
            return True
        if isinstance(event, QDropEvent) and event.type() == QEvent.Type.Drop and (path := _profile_of(event)) is not None:
            event.acceptProposedAction()
            self._dropped(path)
            return True
        return super().eventFilter(watched, event)


def _profile_of(event: QDropEvent) -> Path | None:
    data = event.mimeData()
    paths = [Path(url.toLocalFile()) for url in data.urls() if url.isLocalFile()] if data is not None else []
    return next((path for path in paths if path.suffix.lower() in SUFFIXES), None)
