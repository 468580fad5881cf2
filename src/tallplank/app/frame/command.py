"""Commands: what menus, shortcuts and the command finder have in common."""

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from typing import Protocol

from PyQt6.QtCore import QSize, Qt
from PyQt6.QtGui import QKeyEvent
from PyQt6.QtWidgets import QDialog, QLineEdit, QListWidget, QListWidgetItem, QVBoxLayout, QWidget

from tallplank.app.frame.boardview import PaneBoard
from tallplank.app.frame.jobfile import JobFiles
from tallplank.session.store import Store


@dataclass(frozen=True, slots=True)
class Command:
    """One thing the window can do."""

    id: str
    group: str
    name: Callable[[], str]
    run: Callable[[], object]
    keys: str = ""
    enabled: Callable[[], bool] = lambda: True


class Shell(Protocol):
    """What commands ask of the window that they stand in."""

    store: Store
    files: JobFiles
    board: PaneBoard

    def read_plan(self) -> None:
        """Make a room out of a drawing."""

    def write_papers(self) -> None:
        """Write the shop's papers."""

    def type_width(self) -> None:
        """Put the keyboard into the width of what is selected."""

    def ask(self, form: Callable[[QWidget, Store], object]) -> None:
        """Show a form about what is selected."""

    def change_theme(self) -> None:
        """Go to the next theme."""

    def find_command(self) -> None:
        """Open the command finder."""

    def quit(self) -> None:
        """Close the window."""


class CommandFinder(QDialog):
    """Lists every command with its shortcut; typing narrows the list, Enter runs."""

    def __init__(self, parent: QWidget, commands: Sequence[Command], run: Callable[[Command], None]) -> None:
        super().__init__(parent, Qt.WindowType.Popup)
        self._commands, self._run_command = commands, run
        self.setFixedSize(QSize(460, 420))
        column = QVBoxLayout(self)
        column.setContentsMargins(10, 10, 10, 10)
        self.field = QLineEdit()
        self.field.setPlaceholderText("Find a command")
        self.field.textChanged.connect(self._filter)
        self.field.returnPressed.connect(self._run)
        column.addWidget(self.field)
        self.list = QListWidget()
        self.list.setFocusPolicy(Qt.FocusPolicy.NoFocus)
        self.list.itemActivated.connect(lambda _: self._run())
        self.list.itemClicked.connect(lambda _: self._run())
        column.addWidget(self.list)
        self._filter("")

    def open_over(self) -> None:
        """Show the finder over the middle of its window."""
        parent = self.parentWidget()
        if parent is not None:
            corner = parent.mapToGlobal(parent.rect().center())
            self.move(corner.x() - self.width() // 2, corner.y() - self.height() // 2)
        self.show()
        self.field.setFocus()

    def keyPressEvent(self, event: QKeyEvent | None) -> None:
        steps = {Qt.Key.Key_Down: 1, Qt.Key.Key_Up: -1}
        if event is not None and event.key() in steps:
            row = min(max(self.list.currentRow() + steps[Qt.Key(event.key())], 0), self.list.count() - 1)
            self.list.setCurrentRow(row)
        else:
            super().keyPressEvent(event)

    def _filter(self, text: str) -> None:
        words = text.lower().split()
        self.list.clear()
        for command in self._commands:
            name = command.name()
            if all(word in f"{command.group} {name}".lower() for word in words):
                item = QListWidgetItem(f"{command.group}: {name}" + (f"    {command.keys}" if command.keys else ""))
                item.setData(Qt.ItemDataRole.UserRole, command)
                if not command.enabled():
                    item.setFlags(item.flags() & ~Qt.ItemFlag.ItemIsEnabled)
                self.list.addItem(item)
        self.list.setCurrentRow(0)

    def _run(self) -> None:
        item = self.list.currentItem()
        if item is None or not item.flags() & Qt.ItemFlag.ItemIsEnabled:
            return
        command: Command = item.data(Qt.ItemDataRole.UserRole)
        self.close()
        self._run_command(command)
