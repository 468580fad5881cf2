"""The window: rail, tray, board, Spec and ticket around one store."""

from collections.abc import Callable
from pathlib import Path
from typing import TypeVar

from PyQt6.QtCore import QPoint, QSettings, Qt, QTimer, pyqtSignal
from PyQt6.QtGui import QAction, QCloseEvent, QKeyEvent, QKeySequence
from PyQt6.QtWidgets import (
    QApplication,
    QFileDialog,
    QHBoxLayout,
    QMainWindow,
    QMenu,
    QPushButton,
    QToolButton,
    QVBoxLayout,
    QWidget,
)

from tallplank.app.board.solid_view import SolidView
from tallplank.app.form.plan import room_from_plan
from tallplank.app.form.profile import ProfileDrop, ask_profile
from tallplank.app.frame.boardview import PaneBoard
from tallplank.app.frame.command import Command, CommandFinder
from tallplank.app.frame.commands import window_commands
from tallplank.app.frame.fault import FaultTeller
from tallplank.app.frame.findings import FindingList
from tallplank.app.frame.jobfile import JobFiles
from tallplank.app.frame.notice import Notices
from tallplank.app.frame.rail import StageRail
from tallplank.app.frame.setting import remembered_state
from tallplank.app.frame.task import Tasks
from tallplank.app.frame.ticket import Ticket
from tallplank.app.look.label import Label
from tallplank.app.look.sign import action_icon
from tallplank.app.look.theme import LIGHT, THEMES, Tokens, stylesheet
from tallplank.app.panel.row import TextField
from tallplank.app.panel.spec import Spec
from tallplank.app.tray.tray import Tray
from tallplank.core.disk import write_atomically
from tallplank.core.edit.filler import place_beside
from tallplank.core.edit.standard import change_job
from tallplank.core.edit.unit import Spot
from tallplank.core.error import PlankError
from tallplank.core.exchange.exporter import chosen, export
from tallplank.core.exchange.registry import EXPORTERS
from tallplank.core.measure.display import LengthStyle
from tallplank.core.measure.source import Decided
from tallplank.core.work import Report
from tallplank.session.autosave import Autosave
from tallplank.session.mirror import MIRROR, MIRROR_COPY
from tallplank.session.store import Store

MESSAGE_MS = 9000


USUAL_HOW = "click in the plan or the elevation where it goes"
HOW = {
    "section": "drag its line on the plan",
    MIRROR: "drag it on the plan",
    MIRROR_COPY: "drag it on the plan",
    "dimension": "click on an edge or a middle, then on another one; the second click says where it is drawn",
    "outline": "click corner by corner on the plan; type a length, or 2400 < 90, and Enter; Enter closes the room",
}
"""What to do to place something, where that is not a click."""

_T = TypeVar("_T")


class MainWindow(QMainWindow):
    """One open job."""

    _autosave_told = pyqtSignal(str)

    def __init__(self, store: Store, settings: QSettings, autosave: Autosave | None = None, faults: FaultTeller | None = None) -> None:
        super().__init__()
        self.store, self._settings, self._faults = store, settings, faults
        self._reports: dict[str, str] = {}
        self._catalog = store.catalog
        self.tokens: Tokens = next((t for t in THEMES if t.name == settings.value("theme")), LIGHT)
        self.setStyleSheet(stylesheet(self.tokens))
        self.setMinimumSize(1024, 640)
        self.resize(1280, 800)
        self.tasks = Tasks(self, lambda words: self.message_label.setText(words), self._task_over, self._task_broke)
        self.notices = Notices()
        self.files = JobFiles(self, store, self.notices, autosave)
        self.commands = window_commands(self)
        self._menu_button = self._make_menu_button()
        self.ticket = Ticket(store, self.tokens, self._menu_button, self._open_figure)
        self.rail = StageRail(store, self.tokens)
        self.tray = Tray(store, self.tokens, self.place_now, self.write_papers, self.read_plan)
        self.board = PaneBoard(store, self.tokens, settings)
        self.spec = Spec(store, self.tokens)
        self._assemble()
        self._bind_keys()
        self._drop = ProfileDrop(self, lambda path: ask_profile(self, store, path))
        self._message_timer = QTimer(self)
        self._message_timer.setSingleShot(True)
        self._message_timer.setInterval(MESSAGE_MS)
        self._message_timer.timeout.connect(lambda: self.message_label.setText(""))
        self._subscriptions = [
            store.subscribe(lambda s: s.message, self._show_message),
            store.subscribe(lambda s: s.placing, self._show_placing),
            store.subscribe(lambda s: s.job.pinned, lambda _: self._catalog_changed()),
            store.subscribe(lambda s: (s.job.name, s.is_dirty), lambda _: self._show_title()),
        ]
        self.board.setFocus()
        self.restoreGeometry(remembered_state(settings, "geometry"))
        if autosave is not None:
            autosave.on_problem = self._autosave_told.emit
        self._autosave_told.connect(self._show_autosave, Qt.ConnectionType.QueuedConnection)  # type: ignore[call-arg]
        if faults is not None:
            store.on_fault = faults.tell
            faults.doing = lambda: f"stage {store.state.stage}, last edit '{store.state.history.undo_label or ''}'"
            faults.on(self._show_fault, store.say)
        self.files.offer_left()

    # making the window

    def _assemble(self) -> None:
        body = QWidget()
        self.setCentralWidget(body)
        column = QVBoxLayout(body)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(0)
        column.addWidget(self.ticket)
        column.addWidget(self.notices)
        row = QHBoxLayout()
        row.setSpacing(0)
        row.addWidget(self.rail)
        row.addWidget(self.tray)
        row.addWidget(self.board, 1)
        row.addWidget(self.spec)
        column.addLayout(row, 1)
        status = self.statusBar()
        self.message_label: Label = Label()
        self.cancel_button = QPushButton("Give up")
        self.cancel_button.hide()
        self.cancel_button.clicked.connect(self.tasks.give_up)
        if status is not None:
            status.setSizeGripEnabled(False)
            status.addWidget(self.message_label, 1)
            status.addPermanentWidget(self.cancel_button)

    def _make_menu_button(self) -> QToolButton:
        button = QToolButton()
        button.setText("Menu")
        button.setToolTip("All commands; Ctrl+K finds one by its name")
        button.setProperty("kind", "quiet")
        button.setPopupMode(QToolButton.ToolButtonPopupMode.InstantPopup)
        button.setIcon(action_icon("menu", self.tokens))
        button.setToolButtonStyle(Qt.ToolButtonStyle.ToolButtonTextBesideIcon)
        menu = QMenu(button)
        menu.aboutToShow.connect(lambda: self._fill_menu(menu))
        button.setMenu(menu)
        return button

    def _fill_menu(self, menu: QMenu) -> None:
        menu.clear()
        group = ""
        for command in self.commands:
            if command.group == "Stage":
                continue
            if group and command.group != group:
                menu.addSeparator()
            group = command.group
            action = QAction(command.name() + (f"\t{command.keys}" if command.keys else ""), menu)
            action.setEnabled(command.enabled())
            action.triggered.connect(lambda _, c=command: self.run(c))
            menu.addAction(action)

    def _bind_keys(self) -> None:
        for command in self.commands:
            if command.keys:
                action = QAction(self)
                action.setShortcut(QKeySequence(command.keys))
                action.setShortcutContext(Qt.ShortcutContext.WindowShortcut)
                action.triggered.connect(lambda _, c=command: self.run(c))
                self.addAction(action)

    def run(self, command: Command) -> None:
        """Run a command; what it cannot do it says."""
        if not command.enabled():
            return
        try:
            command.run()
        except PlankError as problem:
            self.store.say(str(problem))

    def keyPressEvent(self, event: QKeyEvent | None) -> None:
        """Esc leaves what is being placed, wherever the keyboard is."""
        if event is not None and event.key() == Qt.Key.Key_Escape and self.store.state.placing:
            self.store.place_next("")
        else:
            super().keyPressEvent(event)

    def find_command(self) -> None:
        """Open the command finder."""
        CommandFinder(self, self.commands, self.run).open_over()

    # what is shown

    def _show_message(self, message: str) -> None:
        if message:
            self.message_label.setText(message)
            self._message_timer.start()

    def _show_placing(self, kind: str) -> None:
        if kind:
            name = self.store.catalog.kinds[kind].name if kind in self.store.catalog.kinds else kind.capitalize()
            self.message_label.setText(f"{name}: {HOW.get(kind, USUAL_HOW)}. Esc leaves it.")
            self._message_timer.stop()
        else:
            self.message_label.setText("")

    def _show_title(self) -> None:
        self.setWindowTitle(f"{self.store.job.name}{' •' if self.store.state.is_dirty else ''} – Tall Plank")

    def _open_figure(self, name: str) -> None:
        if name == "units":
            self.store.select(u.id for u in self.store.job.units)
        elif name == "parts":
            self.store.go("make")
            self.board.show_kind("cutlist")
        elif name == "price":
            self.store.go("quote")
        elif name == "lengths":
            self._choose_lengths()
        elif name == "findings":
            popup = FindingList(self, self.store, self.store.derived.findings)
            figure = self.ticket.figures["findings"]
            corner = figure.mapToGlobal(QPoint(figure.width() - popup.width(), figure.height()))
            popup.move(corner)
            popup.show()

    def _choose_lengths(self) -> None:
        menu = QMenu(self)
        for style in LengthStyle:
            action = QAction(style.value if style.value in ("mm", "cm") else style.value.capitalize(), menu)
            action.setCheckable(True)
            action.setChecked(style is self.store.job.display.style)
            action.triggered.connect(lambda _, s=style: self._set_lengths(s))
            menu.addAction(action)
        button = self.ticket.units_button
        menu.popup(button.mapToGlobal(QPoint(0, button.height())))

    def _set_lengths(self, style: LengthStyle) -> None:
        self.store.apply(lambda j: change_job(j, display=j.display.but(style=style)), f"lengths in {style.value}")

    def is_drawn(self) -> bool:
        """Whether everything is shown as it will stay."""
        views = [view for view in self.board.findChildren(SolidView) if view.isVisible()]
        return self.tray.is_drawn and self.ticket.is_drawn and all(view.is_drawn for view in views)

    def change_theme(self) -> None:
        """Go to the next theme."""
        self.tokens = THEMES[(THEMES.index(self.tokens) + 1) % len(THEMES)]
        self._settings.setValue("theme", self.tokens.name)
        self.setStyleSheet(stylesheet(self.tokens))
        self._menu_button.setIcon(action_icon("menu", self.tokens))
        for part in (self.ticket, self.rail, self.tray, self.board, self.spec):
            part.restyle(self.tokens)

    def _catalog_changed(self) -> None:
        """Draw anew with the looks and items that hold for another job."""
        if self.store.catalog is not self._catalog:
            self._catalog = self.store.catalog
            for part in (self.tray, self.board, self.spec):
                part.restyle(self.tokens)

    def type_width(self) -> None:
        """Put the keyboard into the width of what is selected."""
        if self.spec.panel is not None and self.store.selected_units():
            field = self.spec.panel.field_for(Decided("unit", "width"))
            if isinstance(field, TextField):
                field.setFocus()
                field.selectAll()

    def ask(self, form: Callable[[QWidget, Store], object]) -> None:
        """Show a form about what is selected."""
        form(self, self.store)

    # papers

    def read_plan(self) -> None:
        """Make a room out of a DXF drawing."""
        self._try(lambda: room_from_plan(self, self.store, self.tokens, self.files.folder(), self.run_task))

    def write_papers(self, names: tuple[str, ...] = (), folder: Path | None = None) -> None:
        """Write papers into a folder that is asked for, in the background."""
        if folder is None:
            picked = QFileDialog.getExistingDirectory(self, "Where should the papers go?", str(self.files.folder()))
            if not picked:
                return
            folder = Path(picked)
        shop, exporters, target = self.store.derived.shop, chosen(EXPORTERS, names or None), folder
        self.run_task(
            lambda report: export(shop, exporters, target, report),
            lambda paths: f"Wrote {len(paths)} {'file' if len(paths) == 1 else 'files'} to {target}.",
        )

    def run_task(self, work: Callable[[Report], _T], done: Callable[[_T], str]) -> None:
        """Run long work with progress in the line below, beside what is being done already."""
        self.cancel_button.show()
        self.tasks.run(work, done)

    def _task_over(self, message: str) -> None:
        self.cancel_button.setVisible(bool(self.tasks.running))
        self.store.say("")
        self.store.say(message)

    def _task_broke(self, problem: Exception) -> None:
        if self._faults is not None:
            self._faults.tell(problem)

    def place_now(self, kind: str) -> None:
        """Place a kind into the first gap of the shown face."""
        store = self.store
        if store.room() is None or kind not in store.catalog.kinds:
            return
        spot = Spot(store.state.room, store.state.face)
        made = store.derived.made
        name = store.catalog.kinds[kind].name.lower()

        def place() -> None:
            store.select(store.apply(lambda j: place_beside(j, store.catalog, kind, spot, made), f"place {name}")[:1])

        self._try(place)

    def _try(self, act: Callable[[], None]) -> None:
        try:
            act()
        except PlankError as problem:
            self.store.say(str(problem))

    # faults and the end

    def _show_fault(self, name: str, report: str, times: int) -> None:
        """Tell of what nobody foresaw; with the same fault again only how often it came."""
        again = f" ({times} times)" if times > 1 else ""
        text = f"Something went wrong that is a fault of Tall Plank: {name}{again}. Your job is unharmed and kept aside; you can go on."
        if report:
            self._reports[name] = report
        self.notices.post(f"fault {name}", text, [("Save the report…", lambda: self._save_report(name))])

    def _save_report(self, name: str) -> None:
        typed, _ = QFileDialog.getSaveFileName(self, "Save the report", str(self.files.folder() / "tall-plank-report.txt"))
        if typed:
            self._try(lambda: write_atomically(Path(typed), self._reports[name].encode("utf-8", "backslashreplace")))

    def _show_autosave(self, problem: str) -> None:
        if problem:
            self.notices.post("autosave", problem, [("Save the job…", lambda: self._saved())])
        else:
            self.notices.dismiss("autosave")

    def _saved(self) -> None:
        self.files.save()

    def closeEvent(self, event: QCloseEvent | None) -> None:
        if event is None:
            return
        if not self.files.may_leave():
            event.ignore()
            return
        self._settings.setValue("geometry", self.saveGeometry())
        self.dismantle()
        event.accept()

    def dismantle(self) -> None:
        """End all subscriptions and forget what was kept aside."""
        self._message_timer.stop()
        for part in (self.board, self.spec, self.tray, self.rail, self.ticket):
            part.close_pane()
        for subscription in self._subscriptions:
            subscription.close()
        self.store.on_fault = None
        self.files.end()

    def quit(self) -> None:
        """Close the window."""
        self.close()


def application(arguments: list[str]) -> QApplication:
    """The Qt application with the product's name on it."""
    running = QApplication.instance()
    app = running if isinstance(running, QApplication) else QApplication(arguments)
    app.setApplicationName("tall-plank")
    app.setApplicationDisplayName("Tall Plank")
    app.setDesktopFileName("tall-plank")
    return app
