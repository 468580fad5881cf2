"""Rows of the Spec: a name, a field, where the value comes from, and back to that."""

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from typing import TypeVar

from PyQt6.QtCore import QEvent, QObject, QSignalBlocker, QSize, Qt
from PyQt6.QtGui import QAction, QIcon, QKeyEvent
from PyQt6.QtWidgets import (
    QApplication,
    QComboBox,
    QHBoxLayout,
    QLineEdit,
    QPushButton,
    QSizePolicy,
    QSpinBox,
    QStyle,
    QStyleOptionComboBox,
    QStylePainter,
    QWidget,
)

from tallplank.app.look.label import Label, set_tip
from tallplank.core.error import PlankError
from tallplank.core.measure.length import parse_length
from tallplank.core.measure.source import Decided
from tallplank.session.store import Store

_T = TypeVar("_T")
NAME_WIDTH, SOURCE_WIDTH = 80, 46
LEAVING = (QEvent.Type.MouseButtonPress, QEvent.Type.Shortcut)


@dataclass(frozen=True, slots=True)
class Origin:
    """Where a value comes from, and how to go back to that if it is the thing's own."""

    text: Callable[[], str]
    reset: Callable[[], None]
    own: str = "own"


class SpecRow(QWidget):
    """One row; `show_now` brings its field up to date."""

    def __init__(self, name: str, field: QWidget, show_now: Callable[[], None], origin: Origin | None = None) -> None:
        super().__init__()
        self.field, self._show_now, self._origin = field, show_now, origin
        self.decides: Decided | None = None
        row = QHBoxLayout(self)
        row.setContentsMargins(0, 0, 0, 0)
        row.setSpacing(6)
        name_label = Label(name)
        name_label.setFixedWidth(NAME_WIDTH)
        name_label.setBuddy(field)
        name_label.setToolTip(name)
        field.setAccessibleName(name)
        row.addWidget(name_label)
        row.addWidget(field, 1)
        self.reset_button = QPushButton()
        self.reset_button.setProperty("kind", "source")
        self.reset_button.setAccessibleName(f"Reset {name}")
        self.reset_button.setFixedSize(SOURCE_WIDTH, 22)
        if origin is not None:
            row.addWidget(self.reset_button)
            self.reset_button.clicked.connect(origin.reset)

    def show_now(self) -> None:
        """Bring the row up to date."""
        self._show_now()
        if self._origin is not None:
            text = self._origin.text()
            short = {"construction": "shop", "catalogue": "shop"}.get(text, text)
            is_own = text == self._origin.own
            self.reset_button.setEnabled(is_own)
            self.reset_button.setText(f"{short} ×" if is_own else short)
            self.reset_button.setToolTip(
                f"This value comes from: {text}." + (" Click to go back to what holds otherwise." if is_own else "")
            )


class TextField(QLineEdit):
    """A line of text that is applied on Enter or on leaving; an error marks it and keeps what was typed.

    What was typed is applied also where it reads like what stood there, which may be a rounded value. Leaving is also
    what takes no keyboard away: the key of a command, a press on a button of the tray.
    """

    def __init__(
        self, read: Callable[[], str | None], apply: Callable[[str], object], note: Callable[[str], None], *, empty: str = ""
    ) -> None:
        super().__init__()
        self._read, self._apply, self._note, self._empty = read, apply, note, empty
        self._shown = ""
        self.editingFinished.connect(self._done)
        self.textEdited.connect(self._watch)

    def show_now(self) -> None:
        """Show the present value; a mixed one (None) is said to be mixed."""
        value = self._read()
        self._shown = "" if value is None else value
        if self.hasFocus() and self.isModified():
            return
        self.setText(self._shown)
        self.setCursorPosition(0)
        self.setPlaceholderText("mixed" if value is None else self._empty)
        self._mark(False)

    def keyPressEvent(self, event: QKeyEvent | None) -> None:
        if event is not None and event.key() == Qt.Key.Key_Escape and self.text() != self._shown:
            self.setText(self._shown)
            self.setModified(False)
            self._mark(False)
            return
        super().keyPressEvent(event)

    def leave(self) -> None:
        """Nobody asks for what was typed any more: what it was for is no longer shown."""
        self.setModified(False)

    def _watch(self) -> None:
        if (app := QApplication.instance()) is not None:
            app.installEventFilter(self)

    def eventFilter(self, watched: QObject | None, event: QEvent | None) -> bool:
        """While something is typed: a press elsewhere and the key of a command come after it is applied."""
        leaves = event is not None and event.type() in LEAVING and QApplication.activePopupWidget() is None
        if leaves and watched is not self and isinstance(watched, QWidget | QAction):
            self._done()
        return False

    def _done(self) -> None:
        if (app := QApplication.instance()) is not None:
            app.removeEventFilter(self)
        if not self.isModified() or not (self.text().strip() or self._shown):
            return
        self.setModified(False)
        try:
            self._apply(self.text())
        except PlankError as problem:
            self._mark(True)
            set_tip(self, str(problem))
            self._note(str(problem))
            return
        self.show_now()

    def _mark(self, wrong: bool) -> None:
        if self.property("wrong") != wrong:
            self.setProperty("wrong", wrong)
            if (style := self.style()) is not None:
                style.polish(self)
        if not wrong:
            self.setToolTip("")


def length_field(store: Store, read: Callable[[], float | None], apply: Callable[[float], object], *, empty: str = "") -> TextField:
    """A field for a length; takes units, fractions and sums. One that may be `empty`, and says what that means, is 0 where it is."""

    def shown() -> str | None:
        value, display = read(), store.job.display
        if empty and not value:
            return ""
        return None if value is None else display.shown(value, suffix=False)

    def typed(text: str) -> None:
        apply(0.0 if empty and not text.strip() else parse_length(text, store.job.display.style.unit))

    field = TextField(shown, typed, store.say, empty=empty)
    field.setAlignment(Qt.AlignmentFlag.AlignRight)
    return field


def share_field(store: Store, read: Callable[[], float], apply: Callable[[float], object]) -> TextField:
    """A field for a share, shown in per cent."""

    def typed(text: str) -> None:
        try:
            apply(float(text.strip().rstrip("%").replace(",", ".")) / 100)
        except PlankError:
            raise
        except ValueError:
            raise PlankError(f"'{text}' is not a number of per cent.") from None

    field = TextField(lambda: f"{read() * 100:.4g} %", typed, store.say)
    field.setAlignment(Qt.AlignmentFlag.AlignRight)
    return field


class PickField(QComboBox):
    """A choice among few; each has a value, a name and perhaps a sample."""

    def __init__(
        self,
        choices: Sequence[tuple[object, str, QIcon | None]],
        read: Callable[[], object],
        apply: Callable[[object], object],
        note: Callable[[str], None],
    ) -> None:
        super().__init__()
        self._read, self._apply, self._note = read, apply, note
        self._choices = choices
        self.setSizePolicy(QSizePolicy.Policy.Ignored, QSizePolicy.Policy.Fixed)
        self.setIconSize(QSize(20, 14))
        self.setMaxVisibleItems(16)
        for value, name, icon in choices:
            self.addItem(icon, name, value) if icon is not None else self.addItem(name, value)
        self.activated.connect(self._chosen)

    def paintEvent(self, event: object) -> None:
        """Paint as usual, but with a name too long for the field ended by dots."""
        painter, option = QStylePainter(self), QStyleOptionComboBox()
        self.initStyleOption(option)
        if self.currentIndex() < 0:
            option.currentText = self.placeholderText()
        room = self.width() - 34 - (self.iconSize().width() + 4 if not option.currentIcon.isNull() else 0)
        option.currentText = self.fontMetrics().elidedText(option.currentText, Qt.TextElideMode.ElideRight, room)
        painter.drawComplexControl(QStyle.ComplexControl.CC_ComboBox, option)
        painter.drawControl(QStyle.ControlElement.CE_ComboBoxLabel, option)

    def show_now(self) -> None:
        """Show the present value; a mixed one shows as such."""
        value = self._read()
        index = next((i for i, (v, _, _) in enumerate(self._choices) if v == value), -1)
        with QSignalBlocker(self):
            self.setPlaceholderText("mixed" if value is None else str(value))
            self.setCurrentIndex(index)
        set_tip(self, self.currentText())

    def _chosen(self, index: int) -> None:
        try:
            self._apply(self._choices[index][0])
        except PlankError as problem:
            self._note(str(problem))
            self.show_now()

    def wheelEvent(self, event: object) -> None:
        """Scrolling the Spec must not change what the pointer happens to pass."""
        if event is not None:
            event.ignore()  # type: ignore[attr-defined]


class CountField(QSpinBox):
    """A small whole number."""

    def __init__(
        self, low: int, high: int, read: Callable[[], int | None], apply: Callable[[int], object], note: Callable[[str], None]
    ) -> None:
        super().__init__()
        self._read, self._apply, self._note = read, apply, note
        self.setRange(low - 1, high)
        self.setSpecialValueText("mixed")
        self.setKeyboardTracking(False)
        self.valueChanged.connect(self._changed)

    def show_now(self) -> None:
        """Show the present value."""
        value = self._read()
        with QSignalBlocker(self):
            self.setValue(self.minimum() if value is None else value)

    def _changed(self, value: int) -> None:
        if value == self.minimum():
            self.show_now()
            return
        try:
            self._apply(value)
        except PlankError as problem:
            self._note(str(problem))
            self.show_now()

    def wheelEvent(self, event: object) -> None:
        """Scrolling the Spec must not change what the pointer happens to pass."""
        if event is not None:
            event.ignore()  # type: ignore[attr-defined]
