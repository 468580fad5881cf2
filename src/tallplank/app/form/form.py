"""A small form that asks for what an edit needs, does it, and says in place what is wrong."""

from collections.abc import Callable, Mapping, Sequence

from PyQt6.QtCore import Qt
from PyQt6.QtWidgets import (
    QCheckBox,
    QComboBox,
    QDialog,
    QDialogButtonBox,
    QFormLayout,
    QFrame,
    QLineEdit,
    QScrollArea,
    QVBoxLayout,
    QWidget,
)

from tallplank.app.look.label import Label
from tallplank.core.error import PlankError

Values = Mapping[str, str]
WIDTH, TALL = 380, 460
YES = "yes"


class FormDialog(QDialog):
    """Rows of text, choices and checks; `act` is given what they hold and may refuse it with a PlankError."""

    def __init__(self, parent: QWidget, title: str, advice: str, act: Callable[[Values], None], button: str, *, many: bool = False) -> None:
        """With `many` rows it scrolls."""
        super().__init__(parent)
        self.setWindowTitle(title)
        self.setMinimumWidth(WIDTH)
        self.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        self._act, self._reads = act, dict[str, Callable[[], str]]()
        column = QVBoxLayout(self)
        words = Label(advice)
        words.setWordWrap(True)
        words.setProperty("kind", "soft")
        words.setVisible(bool(advice))
        column.addWidget(words)
        self._form = QFormLayout()
        column.addWidget(_scrolled(self._form)) if many else column.addLayout(self._form)
        self.told = Label()
        self.told.setWordWrap(True)
        self.told.setProperty("kind", "wrong")
        self.told.hide()
        column.addWidget(self.told)
        buttons = QDialogButtonBox(QDialogButtonBox.StandardButton.Ok | QDialogButtonBox.StandardButton.Cancel)
        self.ok = buttons.button(QDialogButtonBox.StandardButton.Ok)
        assert self.ok is not None
        self.ok.setText(button)
        buttons.accepted.connect(self.do)
        buttons.rejected.connect(self.reject)
        column.addWidget(buttons)

    def text(self, name: str, value: str = "", hint: str = "") -> QLineEdit:
        """Add a line of text."""
        field = QLineEdit(value)
        field.setPlaceholderText(hint)
        self._add(name, field, field.text)
        return field

    def choice(self, name: str, choices: Sequence[tuple[str, str]]) -> QComboBox:
        """Add a choice of values, each with its words."""
        field = QComboBox()
        for value, words in choices:
            field.addItem(words, value)
        self._add(name, field, lambda: str(field.currentData()))
        return field

    def check(self, name: str, *, on: bool = False) -> QCheckBox:
        """Add a check; it holds `YES` or nothing."""
        field = QCheckBox(name)
        field.setChecked(on)
        self._form.addRow("", field)
        self._reads[name] = lambda: YES if field.isChecked() else ""
        field.setAccessibleName(name)
        return field

    def field(self, name: str) -> QWidget:
        """A field by its name."""
        return next(w for w in self.findChildren(QWidget) if w.accessibleName() == name)

    def do(self) -> None:
        """Do it, and close where that went well."""
        try:
            self._act({name: read() for name, read in self._reads.items()})
        except PlankError as problem:
            self.told.setText(str(problem))
            self.told.show()
            return
        self.accept()

    def _add(self, name: str, field: QWidget, read: Callable[[], str]) -> None:
        field.setAccessibleName(name)
        self._form.addRow(name, field)
        self._reads[name] = read


def _scrolled(form: QFormLayout) -> QScrollArea:
    holder, area = QWidget(), QScrollArea()
    holder.setLayout(form)
    area.setWidget(holder)
    area.setWidgetResizable(True)
    area.setFrameShape(QFrame.Shape.NoFrame)
    area.setMinimumHeight(TALL)
    holder.setObjectName("scrolled")
    return area
