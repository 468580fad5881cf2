"""A small field over a dimension, with an arrow that says which side moves."""

from collections.abc import Callable

from PyQt6.QtCore import QPoint, Qt
from PyQt6.QtGui import QKeyEvent
from PyQt6.QtWidgets import QFrame, QHBoxLayout, QLineEdit, QToolButton, QWidget

from tallplank.app.look.label import Label
from tallplank.core.edit.unit import Anchor
from tallplank.core.error import PlankError

_ARROWS: tuple[tuple[Anchor, str, str], ...] = (
    ("left", "→", "The right side moves"),
    ("right", "←", "The left side moves"),
    ("centre", "↔", "Both sides move"),
)


class InlineField(QFrame):
    """Takes one value; Enter applies what was typed, Esc leaves it, the arrow (or Ctrl+Space) changes the side that moves."""

    def __init__(self, parent: QWidget, text: str, apply: Callable[[str, Anchor], None], *, sided: bool) -> None:
        super().__init__(parent)
        self._apply = apply
        self._side, self._opened = 0, text
        row = QHBoxLayout(self)
        row.setContentsMargins(2, 2, 2, 2)
        row.setSpacing(2)
        self.setObjectName("pane")
        self.field = QLineEdit(text)
        self.field.setFixedWidth(84)
        self.field.selectAll()
        self.field.returnPressed.connect(self._done)
        row.addWidget(self.field)
        self.arrow_button = QToolButton()
        self.arrow_button.clicked.connect(self._turn)
        self.arrow_button.setVisible(sided)
        row.addWidget(self.arrow_button)
        self.error_label = Label()
        self.error_label.setProperty("kind", "error")
        self.error_label.hide()
        row.addWidget(self.error_label)
        self._show_side()

    def open_at(self, place: QPoint) -> None:
        """Show the field centred on a place of its parent, kept inside it."""
        self.adjustSize()
        parent = self.parentWidget()
        x = min(max(place.x() - self.width() // 2, 2), max(parent.width() - self.width() - 2, 2)) if parent else place.x()
        y = min(max(place.y() - self.height() // 2, 2), max(parent.height() - self.height() - 2, 2)) if parent else place.y()
        self.move(x, y)
        self.show()
        self.raise_()
        self.field.setFocus()

    def keyPressEvent(self, event: QKeyEvent | None) -> None:
        if event is None:
            return
        if event.key() == Qt.Key.Key_Escape:
            self.deleteLater()
        elif event.key() == Qt.Key.Key_Space and event.modifiers() & Qt.KeyboardModifier.ControlModifier:
            self._turn()
        else:
            super().keyPressEvent(event)

    def _turn(self) -> None:
        self._side = (self._side + 1) % len(_ARROWS)
        self._show_side()

    def _show_side(self) -> None:
        _, arrow, tip = _ARROWS[self._side]
        self.arrow_button.setText(arrow)
        self.arrow_button.setToolTip(tip)

    def _done(self) -> None:
        if self.field.text() == self._opened and not self.field.isModified():
            self.deleteLater()
            return
        try:
            self._apply(self.field.text(), _ARROWS[self._side][0])
        except PlankError as problem:
            self.error_label.setText(str(problem))
            self.error_label.show()
            self.adjustSize()
            return
        self.deleteLater()
