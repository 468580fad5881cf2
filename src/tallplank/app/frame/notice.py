"""Notices below the ticket: what the designer must know of and may answer when it suits; nothing waits for them."""

from collections.abc import Callable, Sequence

from PyQt6.QtCore import Qt
from PyQt6.QtWidgets import QFrame, QHBoxLayout, QLabel, QPushButton, QVBoxLayout, QWidget

from tallplank.app.look.label import Label

Action = tuple[str, Callable[[], None]]
MOST_SHOWN = 4


class Notices(QWidget):
    """A column of notices, the newest below. One with the key of another takes its place."""

    def __init__(self) -> None:
        super().__init__()
        self._rows: dict[str, QFrame] = {}
        self._column = QVBoxLayout(self)
        self._column.setContentsMargins(0, 0, 0, 0)
        self._column.setSpacing(0)
        self.hide()

    def post(self, key: str, text: str, actions: Sequence[Action] = (), close: Action = ("Close", lambda: None)) -> None:
        """Show a notice with its answers; `close` names the button that only closes it, and what that does beside."""
        self.dismiss(key)
        row = _row(text, (*actions, (close[0], lambda: self._closed(key, close[1]))))
        self._rows[key] = row
        self._column.addWidget(row)
        self._show_first()

    def dismiss(self, key: str) -> None:
        """Take a notice away."""
        row = self._rows.pop(key, None)
        if row is not None:
            row.hide()
            self._column.removeWidget(row)
            row.deleteLater()
        self._show_first()

    @property
    def texts(self) -> dict[str, str]:
        """What the notices say, by their keys."""
        return {key: row.findChildren(QLabel)[0].text() for key, row in self._rows.items()}

    def button(self, key: str, text: str) -> QPushButton:
        """The button of a notice."""
        return next(b for b in self._rows[key].findChildren(QPushButton) if b.text() == text)

    def _closed(self, key: str, close: Callable[[], None]) -> None:
        self.dismiss(key)
        close()

    def _show_first(self) -> None:
        for number, row in enumerate(self._rows.values()):
            row.setVisible(number < MOST_SHOWN)
        self.setVisible(bool(self._rows))


def _row(text: str, actions: Sequence[Action]) -> QFrame:
    frame = QFrame()
    frame.setObjectName("notice")
    row = QHBoxLayout(frame)
    row.setContentsMargins(14, 5, 10, 5)
    label = Label(text)
    label.setWordWrap(True)
    label.setTextFormat(Qt.TextFormat.PlainText)
    label.setTextInteractionFlags(Qt.TextInteractionFlag.TextSelectableByMouse)
    row.addWidget(label, 1)
    for name, act in actions:
        button = QPushButton(name)
        button.clicked.connect(lambda _, a=act: a())
        row.addWidget(button)
    return frame
