"""The panel of the Spec: groups of rows for one kind of selection, some of which can be folded away."""

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, replace
from typing import TypeVar

from PyQt6.QtCore import Qt
from PyQt6.QtGui import QIcon
from PyQt6.QtWidgets import QLabel, QPushButton, QVBoxLayout, QWidget

from tallplank.app.look.label import Label
from tallplank.app.look.sign import action_icon
from tallplank.app.look.theme import Tokens
from tallplank.app.panel.row import CountField, Origin, PickField, SpecRow, TextField, length_field, share_field
from tallplank.core.error import PlankError
from tallplank.core.measure.source import Decided
from tallplank.session.store import Store

_T = TypeVar("_T")


@dataclass(frozen=True, slots=True)
class Folded:
    """What a group that can be folded away holds: the names of its rows and what they decide, how many are its own, and what adds them."""

    rows: Mapping[Decided, str]
    own: Callable[[], int]
    fill: Callable[[], None]


class Fold(QWidget):
    """A group of rows under a heading that folds them away; the heading then says how many of them are the thing's own.

    Its rows are made when it is opened for the first time: a panel has a hundred that hardly anybody opens.
    """

    def __init__(self, name: str, tokens: Tokens, opened: set[str], held: Folded) -> None:
        super().__init__()
        self._name, self._opened, self.held = name, opened, held
        self._signs = [action_icon(sign, tokens) for sign in ("unfold", "fold")]
        self.rows: list[SpecRow] = []
        whole = QVBoxLayout(self)
        whole.setContentsMargins(0, 0, 0, 0)
        whole.setSpacing(3)
        self._head = QPushButton(name)
        self._head.setProperty("kind", "fold")
        self._head.setAccessibleName(f"Group {name}")
        self._head.clicked.connect(self._turn)
        self._body = QWidget()
        self.column = QVBoxLayout(self._body)
        self.column.setContentsMargins(0, 0, 0, 0)
        self.column.setSpacing(5)
        whole.addWidget(self._head)
        whole.addWidget(self._body)

    @property
    def is_open(self) -> bool:
        """Whether its rows are shown."""
        return self._name in self._opened

    def unfold(self) -> None:
        """Show its rows."""
        if not self.is_open:
            self._turn()

    def show_now(self) -> None:
        """Bring the heading, and the rows that are shown, up to date."""
        if self.is_open and not self.rows:
            self.held.fill()
            self._in_order()
        self._body.setVisible(self.is_open)
        self._head.setIcon(self._signs[self.is_open])
        own = 0 if self.is_open else self.held.own()
        self._head.setText(f"{self._name} · {own} of its own" if own else self._name)
        for row in self.rows if self.is_open else ():
            row.show_now()

    def _in_order(self) -> None:
        """The keyboard goes from the heading through its rows, though they were made after all others."""
        before: QWidget = self._head
        for row in self.rows:
            for after in (row.field, row.reset_button):
                self.setTabOrder(before, after)
                before = after

    def _turn(self) -> None:
        self._opened ^= {self._name}
        self.show_now()


class SpecPanel(QWidget):
    """Groups of rows for one kind of selection."""

    def __init__(self, store: Store, opened: set[str] | None = None) -> None:
        super().__init__()
        self.store = store
        self._opened = set() if opened is None else opened
        self.setObjectName("scrolled")
        self._column = QVBoxLayout(self)
        self._column.setContentsMargins(12, 10, 12, 14)
        self._column.setSpacing(5)
        self._fold: Fold | None = None
        self._deciding: Decided | None = None
        self._rows: list[SpecRow] = []
        self._folds: list[Fold] = []
        self._others: list[Callable[[], None]] = []

    def title(self, text: Callable[[], str], hint: Callable[[], str] | None = None) -> None:
        """Add the heading."""
        self.words("title", text)
        if hint is not None:
            self.words("soft", hint)

    def words(self, kind: str, text: Callable[[], str]) -> QLabel:
        """Add a text that is kept up to date."""
        label = Label()
        label.setProperty("kind", kind)
        label.setWordWrap(True)
        self._column.addWidget(label)
        self._others.append(lambda: label.setText(text()))
        return label

    def group(self, name: str) -> None:
        """Begin a group."""
        label = Label(name)
        label.setProperty("kind", "group")
        label.setContentsMargins(0, 9, 0, 1)
        self._column.addWidget(label)

    def fold(self, name: str, tokens: Tokens, held: Folded) -> None:
        """Add a group of rows that can be folded away; which are open is kept in the set that the panel was given."""
        fold = Fold(name, tokens, self._opened, replace(held, fill=lambda: self._fill(fold, held.fill)))
        self._folds.append(fold)
        self._column.addWidget(fold)

    def _fill(self, fold: Fold, fill: Callable[[], None]) -> None:
        before, self._fold = self._fold, fold
        fill()
        self._fold = before

    def length(
        self,
        name: str,
        read: Callable[[], float | None],
        apply: Callable[[float], object],
        origin: Origin | None = None,
        *,
        empty: str = "",
    ) -> TextField:
        """Add a row for a length; one that may be left empty says what that means."""
        field = length_field(self.store, read, apply, empty=empty)
        self._add(SpecRow(name, field, field.show_now, origin))
        return field

    def share(self, name: str, read: Callable[[], float], apply: Callable[[float], object]) -> None:
        """Add a row for a share."""
        field = share_field(self.store, read, apply)
        self._add(SpecRow(name, field, field.show_now))

    def text(
        self,
        name: str,
        read: Callable[[], str | None],
        apply: Callable[[str], object],
        origin: Origin | None = None,
        *,
        figure: bool = False,
    ) -> TextField:
        """Add a row for a text; a `figure` stands at the right, as lengths do."""
        field = TextField(read, apply, self.store.say)
        if figure:
            field.setAlignment(Qt.AlignmentFlag.AlignRight)
        self._add(SpecRow(name, field, field.show_now, origin))
        return field

    def pick(
        self,
        name: str,
        choices: Sequence[tuple[object, str, QIcon | None]],
        read: Callable[[], object],
        apply: Callable[[object], object],
        origin: Origin | None = None,
    ) -> None:
        """Add a row for a choice."""
        field = PickField(choices, read, apply, self.store.say)
        self._add(SpecRow(name, field, field.show_now, origin))

    def count(
        self,
        name: str,
        bounds: tuple[int, int],
        read: Callable[[], int | None],
        apply: Callable[[int], object],
        origin: Origin | None = None,
    ) -> None:
        """Add a row for a number of things."""
        field = CountField(*bounds, read, apply, self.store.say)
        self._add(SpecRow(name, field, field.show_now, origin))

    def widget(self, widget: QWidget, show_now: Callable[[], None] | None = None, *, stretch: int = 0) -> None:
        """Add anything else."""
        self._column.addWidget(widget, stretch)
        if show_now is not None:
            self._others.append(show_now)

    def gap(self) -> None:
        """Leave a little room above what comes next."""
        self._column.addSpacing(8)

    def done(self) -> None:
        """All rows are there: push them up and show their values."""
        self._column.addStretch(1)
        self.show_now()

    def show_now(self) -> None:
        """Bring all rows up to date."""
        folded = {row for fold in self._folds for row in fold.rows}
        for row in self._rows:
            if row not in folded:
                row.show_now()
        for fold in self._folds:
            fold.show_now()
        for other in self._others:
            other()

    def shown(self, value: float) -> str:
        """A length as the job shows its lengths."""
        display = self.store.job.display
        return display.shown(value, suffix=False)

    def row(self, name: str) -> QWidget:
        """The field of a row by its name, brought to light if it is folded away; for links and shortcuts."""
        for fold in self._folds:
            if name in fold.held.rows.values():
                fold.unfold()
        return next(r.field for r in self._rows if r.field.accessibleName() == name)

    def decides(self, source: Decided) -> None:
        """Say what the row that comes next decides, so that links lead there whatever it is called."""
        self._deciding = source

    def field_for(self, source: Decided) -> QWidget | None:
        """The field of the row that decides something, brought to light if it is folded away; None where there is none.

        What a door style decides is changed by choosing another one.
        """
        if source.by == "door_style":
            source = Decided("door_style", "")
        for fold in self._folds:
            if source in fold.held.rows:
                fold.unfold()
        return next((r.field for r in self._rows if r.decides == source), None)

    def focused_row(self) -> str:
        """The name of the row that the keyboard is in; nothing where it is elsewhere."""
        window = self.window()
        focused = window.focusWidget() if window is not None else None
        return next((r.field.accessibleName() for r in self._rows if r.field is focused), "")

    def row_names(self) -> frozenset[str]:
        """The names of all rows."""
        return frozenset(r.field.accessibleName() for r in self._rows).union(*(fold.held.rows.values() for fold in self._folds))

    def _add(self, row: SpecRow) -> None:
        self._rows.append(row)
        row.decides, self._deciding = self._deciding, None
        if self._fold is None:
            self._column.addWidget(row)
        else:
            self._fold.column.addWidget(row)
            self._fold.rows.append(row)


def number(text: str) -> float:
    """A plain number that was typed.

    Raises:
        PlankError: it is none.
    """
    try:
        return float(text.strip().replace(",", "."))
    except ValueError:
        raise PlankError(f"'{text}' is not a number.") from None


def same(values: Sequence[_T]) -> _T | None:
    """The value that all share, or None when they differ."""
    return values[0] if values and all(v == values[0] for v in values) else None
