"""The window: rail, tray, board, Spec and ticket around one store."""

from collections.abc import Callable
from pathlib import Path

from PyQt6.QtCore import QPoint, QSettings, Qt, QTimer
from PyQt6.QtGui import QAction, QCloseEvent, QKeySequence
from PyQt6.QtWidgets import (
    QApplication,
    QFileDialog,
    QFrame,
    QHBoxLayout,
    QLabel,
    QMainWindow,
    QMenu,
    QMessageBox,
    QPushButton,
    QToolButton,
    QVBoxLayout,
    QWidget,
)

from tallplank.app.boardview import Board
from tallplank.app.command import Command, CommandFinder
from tallplank.app.commands import window_commands
from tallplank.app.findings import FindingList
from tallplank.app.icons import action_icon
from tallplank.app.rail import StageRail
from tallplank.app.spec.spec import Spec
from tallplank.app.task import Task
from tallplank.app.theme import LIGHT, THEMES, Tokens, stylesheet
from tallplank.app.ticket import Ticket
from tallplank.app.tray import Tray
from tallplank.core.edit.standard import change_job
from tallplank.core.edit.unit import Spot, place_unit
from tallplank.core.error import PlankError
from tallplank.core.exchange.exporter import chosen, export
from tallplank.core.exchange.registry import EXPORTERS
from tallplank.core.measure.display import LengthStyle
from tallplank.session.autosave import Autosave, Left
from tallplank.session.store import Store

AUTOSAVE_MS = 2000
MESSAGE_MS = 9000
FILTER = "Tall Plank jobs (*.plank)"


class MainWindow(QMainWindow):
    """One open job."""

    def __init__(self, store: Store, settings: QSettings, autosave: Autosave | None = None) -> None:
        super().__init__()
        self.store, self._settings, self._autosave = store, settings, autosave
        self.tokens: Tokens = next((t for t in THEMES if t.name == settings.value("theme")), LIGHT)
        self.setStyleSheet(stylesheet(self.tokens))
        self.setMinimumSize(1024, 640)
        self.resize(1280, 800)
        self._task: Task | None = None
        self.commands = window_commands(self)
        self._menu_button = self._make_menu_button()
        self.ticket = Ticket(store, self.tokens, self._menu_button, self._open_figure)
        self.rail = StageRail(store, self.tokens)
        self.tray = Tray(store, self.tokens, self.place_now, self.write_papers)
        self.board = Board(store, self.tokens, settings)
        self.spec = Spec(store, self.tokens)
        self._assemble()
        self._bind_keys()
        self._autosave_timer = QTimer(self)
        self._autosave_timer.setSingleShot(True)
        self._autosave_timer.setInterval(AUTOSAVE_MS)
        self._autosave_timer.timeout.connect(self._keep)
        self._message_timer = QTimer(self)
        self._message_timer.setSingleShot(True)
        self._message_timer.setInterval(MESSAGE_MS)
        self._message_timer.timeout.connect(lambda: self.message_label.setText(""))
        self._subscriptions = [
            store.subscribe(lambda s: s.job, lambda _: self._autosave_timer.start()),
            store.subscribe(lambda s: s.message, self._show_message),
            store.subscribe(lambda s: s.placing, self._show_placing),
            store.subscribe(lambda s: (s.job.name, s.is_dirty), lambda _: self._show_title()),
        ]
        self.board.setFocus()
        if geometry := settings.value("geometry"):
            self.restoreGeometry(geometry)
        if autosave is not None and (left := autosave.left(store.catalog)):
            self._offer(left[0])

    # making the window

    def _assemble(self) -> None:
        body = QWidget()
        self.setCentralWidget(body)
        column = QVBoxLayout(body)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(0)
        column.addWidget(self.ticket)
        self._offer_bar = QFrame()
        self._offer_bar.setObjectName("paneHead")
        self._offer_bar.hide()
        column.addWidget(self._offer_bar)
        row = QHBoxLayout()
        row.setSpacing(0)
        row.addWidget(self.rail)
        row.addWidget(self.tray)
        row.addWidget(self.board, 1)
        row.addWidget(self.spec)
        column.addLayout(row, 1)
        status = self.statusBar()
        self.message_label = QLabel()
        self.cancel_button = QPushButton("Give up")
        self.cancel_button.hide()
        self.cancel_button.clicked.connect(lambda: self._task.cancel() if self._task else None)
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
        button.setIcon(action_icon("list", self.tokens))
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

    def find_command(self) -> None:
        """Open the command finder."""
        CommandFinder(self, self.commands).open_over()

    # what is shown

    def _show_message(self, message: str) -> None:
        if message:
            self.message_label.setText(message)
            self._message_timer.start()

    def _show_placing(self, kind: str) -> None:
        if kind:
            name = self.store.catalog.kinds[kind].name if kind in self.store.catalog.kinds else kind.capitalize()
            self.message_label.setText(f"{name}: click in the plan or the elevation where it goes. Esc leaves it.")
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
            action = QAction(style.value.capitalize() if style.value != "mm" else "mm", menu)
            action.setCheckable(True)
            action.setChecked(style is self.store.job.display.style)
            action.triggered.connect(lambda _, s=style: self._set_lengths(s))
            menu.addAction(action)
        button = self.ticket.units_button
        menu.popup(button.mapToGlobal(QPoint(0, button.height())))

    def _set_lengths(self, style: LengthStyle) -> None:
        self.store.apply(lambda j: change_job(j, display=j.display.but(style=style)), f"lengths in {style.value}")

    def change_theme(self) -> None:
        """Go to the next theme."""
        self.tokens = THEMES[(THEMES.index(self.tokens) + 1) % len(THEMES)]
        self._settings.setValue("theme", self.tokens.name)
        self.setStyleSheet(stylesheet(self.tokens))
        self._menu_button.setIcon(action_icon("list", self.tokens))
        for part in (self.ticket, self.rail, self.tray, self.board, self.spec):
            part.restyle(self.tokens)

    def type_width(self) -> None:
        """Put the keyboard into the width of what is selected."""
        if self.spec.panel is not None and self.store.selected_units():
            field = self.spec.panel.row("Width")
            field.setFocus()
            field.selectAll()  # type: ignore[attr-defined]

    # files

    def new(self) -> None:
        """Begin another job."""
        if self._may_leave():
            self.store.replace_job(Store(self.store.catalog).job, None, saved=True)

    def open(self) -> None:
        """Ask for a file and open it."""
        if self._may_leave():
            name, _ = QFileDialog.getOpenFileName(self, "Open a job", str(self._folder()), FILTER)
            if name:
                self.store.open(Path(name))

    def save(self) -> None:
        """Save to the job's file, or ask for one."""
        if self.store.state.path is None:
            self.save_as()
        else:
            self.store.save(self.store.state.path)
            self._forget()

    def save_as(self) -> None:
        """Ask for a file and save to it."""
        suggested = self.store.state.path or self._folder() / f"{self.store.job.name.replace('/', '-')}.plank"
        name, _ = QFileDialog.getSaveFileName(self, "Save the job", str(suggested), FILTER)
        if name:
            self.store.save(Path(name).with_suffix(".plank"))
            self._forget()

    def write_papers(self, names: tuple[str, ...] = (), folder: Path | None = None) -> None:
        """Write papers into a folder that is asked for, in the background."""
        if folder is None:
            picked = QFileDialog.getExistingDirectory(self, "Where should the papers go?", str(self._folder()))
            if not picked:
                return
            folder = Path(picked)
        shop, exporters, target = self.store.derived.shop, chosen(EXPORTERS, names or None), folder
        self.run_task(
            lambda report: export(shop, exporters, target, report),
            lambda paths: f"Wrote {len(paths)} {'file' if len(paths) == 1 else 'files'} to {target}.",
        )  # type: ignore[arg-type]

    def run_task(self, work: Callable[[Callable[[int, int, str], None]], object], done: Callable[[object], str]) -> None:
        """Run long work with progress in the line below; one at a time."""
        if self._task is not None:
            self.store.say("Something is still being written; wait for it or give it up.")
            return
        self._task = task = Task(work)
        self.cancel_button.show()
        task.progressed.connect(lambda at, total, what: self.message_label.setText(f"{what} ({at} of {total})"))
        task.finished.connect(lambda result: self._task_over(done(result)))
        task.failed.connect(self._task_over)
        task.start()

    def _task_over(self, message: str) -> None:
        self._task = None
        self.cancel_button.hide()
        self.store.say("")
        self.store.say(message)

    def _folder(self) -> Path:
        return self.store.state.path.parent if self.store.state.path else Path.home()

    def place_now(self, kind: str) -> None:
        """Place a kind into the first gap of the shown wall."""
        store = self.store
        if store.room() is None or kind not in store.catalog.kinds:
            return
        spot = Spot(store.state.room, store.state.wall)
        made = store.derived.made
        self._try(
            lambda: store.apply(lambda j: place_unit(j, store.catalog, kind, spot, made), f"place {store.catalog.kinds[kind].name.lower()}")
        )
        store.select([store.job.units[-1].id])

    def _try(self, act: Callable[[], None]) -> None:
        try:
            act()
        except PlankError as problem:
            self.store.say(str(problem))

    # recovery and the end

    def _keep(self) -> None:
        if self._autosave is None:
            return
        if self.store.state.is_dirty:
            self._try(lambda: self._autosave.keep(self.store.job, self.store.state.path) if self._autosave else None)
        else:
            self._autosave.clear()

    def _forget(self) -> None:
        if self._autosave is not None:
            self._autosave.clear()

    def _offer(self, left: Left) -> None:
        row = QHBoxLayout(self._offer_bar)
        row.setContentsMargins(14, 5, 10, 5)
        row.addWidget(QLabel(f"'{left.job.name}' was not saved when Tall Plank last ended."))
        row.addStretch(1)
        for text, keep in (("Recover it", True), ("Throw it away", False)):
            button = QPushButton(text)
            button.clicked.connect(lambda _, k=keep: self._answer(left, k))
            row.addWidget(button)
        self._offer_bar.show()

    def _answer(self, left: Left, keep: bool) -> None:
        if keep and not self._may_leave():
            return
        if keep:
            self.store.replace_job(left.job, left.path, saved=False)
            self._keep()
        left.file.unlink(missing_ok=True)
        self._offer_bar.hide()

    def _may_leave(self) -> bool:
        """Whether the open job may be left: it is saved, or the user says what to do with it."""
        if not self.store.state.is_dirty or len(self.store.state.history.past) == 1:
            return True
        buttons = QMessageBox.StandardButton
        answer = QMessageBox.question(
            self, "Tall Plank", f"Save the changes to '{self.store.job.name}'?", buttons.Save | buttons.Discard | buttons.Cancel
        )
        if answer == buttons.Save:
            self._try(self.save)
            return not self.store.state.is_dirty
        return answer == buttons.Discard

    def closeEvent(self, event: QCloseEvent | None) -> None:
        if event is None:
            return
        if not self._may_leave():
            event.ignore()
            return
        self._settings.setValue("geometry", self.saveGeometry())
        self.dismantle()
        event.accept()

    def dismantle(self) -> None:
        """End all subscriptions and forget what was kept aside."""
        self._autosave_timer.stop()
        self._message_timer.stop()
        for part in (self.board, self.spec, self.tray, self.rail, self.ticket):
            part.close_pane()
        for subscription in self._subscriptions:
            subscription.close()
        self._forget()

    def quit(self) -> None:
        """Close the window."""
        self.close()


def application(arguments: list[str]) -> QApplication:
    """The Qt application with the product's name on it."""
    app = QApplication.instance() or QApplication(arguments)
    app.setApplicationName("tall-plank")
    app.setApplicationDisplayName("Tall Plank")
    app.setDesktopFileName("tall-plank")  # type: ignore[attr-defined]
    return app  # type: ignore[return-value]
