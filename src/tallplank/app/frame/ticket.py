"""The ticket: the job's name, undo and redo, and the live figures, each of which opens what it counts."""

from collections.abc import Callable

from PyQt6.QtCore import QSize, Qt, QTimer
from PyQt6.QtGui import QPainter, QPaintEvent
from PyQt6.QtWidgets import QHBoxLayout, QPushButton, QToolButton, QVBoxLayout, QWidget

from tallplank.app.look.label import Label, set_tip
from tallplank.app.look.money import money
from tallplank.app.look.sign import action_icon
from tallplank.app.look.theme import Tokens
from tallplank.session.store import Store

HEIGHT = 54
FIGURES_MS = 60
"""When figures are reckoned: after what was changed is painted, and while a drag goes on about so often."""
NAMES = 250
"""Pixels that the job's name takes, whatever its length, so that what stands beside it never moves."""


class Elided(Label):
    """A line of text that ends in dots where it has no room."""

    def paintEvent(self, event: QPaintEvent | None) -> None:
        painter = QPainter(self)
        painter.setPen(self.palette().color(self.foregroundRole()))
        text = self.fontMetrics().elidedText(self.text(), Qt.TextElideMode.ElideRight, self.width())
        painter.drawText(self.rect(), Qt.AlignmentFlag.AlignLeft | Qt.AlignmentFlag.AlignVCenter, text)

    def minimumSizeHint(self) -> QSize:
        return QSize(0, super().minimumSizeHint().height())


class Figure(QPushButton):
    """A number with its name below."""

    def __init__(self, name: str, tip: str, open_it: Callable[[], None]) -> None:
        super().__init__()
        self.setProperty("kind", "quiet")
        self.setToolTip(tip)
        self.setAccessibleName(name)
        self.setCursor(Qt.CursorShape.PointingHandCursor)
        column = QVBoxLayout(self)
        column.setContentsMargins(8, 3, 8, 3)
        column.setSpacing(0)
        self.value_label, self.name_label = Label("…"), Label(name)
        self.value_label.setProperty("kind", "figure")
        self.name_label.setProperty("kind", "soft")
        for label in (self.value_label, self.name_label):
            label.setAlignment(Qt.AlignmentFlag.AlignRight)
            label.setAttribute(Qt.WidgetAttribute.WA_TransparentForMouseEvents)
            column.addWidget(label)
        self.setMinimumHeight(HEIGHT - 6)
        self.clicked.connect(open_it)

    def show_value(self, text: str, name: str | None = None) -> None:
        """Show a value, perhaps with another name below."""
        self.value_label.setText(text)
        if name is not None:
            self.name_label.setText(name)
        width = max(self.value_label.sizeHint().width(), self.name_label.sizeHint().width())
        self.setMinimumWidth(width + 18)


class Ticket(QWidget):
    """Across the top of the window."""

    def __init__(self, store: Store, tokens: Tokens, menu: QWidget, opens: Callable[[str], None]) -> None:
        super().__init__()
        self.setObjectName("ticket")
        self.setAttribute(Qt.WidgetAttribute.WA_StyledBackground)
        self.setFixedHeight(HEIGHT)
        self._store = store
        row = QHBoxLayout(self)
        row.setContentsMargins(12, 0, 10, 0)
        row.setSpacing(6)
        row.addWidget(self._names_at_left())
        row.addSpacing(14)
        self.undo_button, self.redo_button = QToolButton(), QToolButton()
        for button, act in ((self.undo_button, store.undo), (self.redo_button, store.redo)):
            button.setProperty("kind", "quiet")
            button.setIconSize(QSize(20, 20))
            button.clicked.connect(act)
            row.addWidget(button)
        row.addWidget(menu)
        self.units_button = QPushButton()
        self.units_button.setProperty("kind", "quiet")
        self.units_button.setToolTip("How lengths are shown and typed")
        self.units_button.clicked.connect(lambda: opens("lengths"))
        row.addWidget(self.units_button)
        row.addStretch(1)
        self.figures = {
            "units": Figure("units", "Select all units", lambda: opens("units")),
            "parts": Figure("parts", "Open the cut list", lambda: opens("parts")),
            "boards": Figure("m² of board", "Open the cut list", lambda: opens("parts")),
            "findings": Figure("findings", "List what is wrong or open", lambda: opens("findings")),
            "price": Figure("price", "Open the quote", lambda: opens("price")),
        }
        for figure in self.figures.values():
            row.addWidget(figure)
        self.restyle(tokens)
        self._later = QTimer(self)
        self._later.setSingleShot(True)
        self._later.setInterval(FIGURES_MS)
        self._later.timeout.connect(self._show_figures)
        self._subscriptions = [
            store.subscribe(lambda s: s.history, lambda _: self._changed()),
            store.subscribe(lambda s: (s.path, s.is_dirty), lambda _: self._names()),
        ]

    def _names_at_left(self) -> QWidget:
        """The job's name over its number and customer."""
        holder = QWidget()
        holder.setFixedWidth(NAMES)
        names = QVBoxLayout(holder)
        names.setContentsMargins(0, 0, 0, 0)
        names.setSpacing(0)
        names.addStretch(1)
        self.name_label, self.customer_label = Elided(), Elided()
        self.name_label.setProperty("kind", "title")
        self.customer_label.setProperty("kind", "soft")
        names.addWidget(self.name_label)
        names.addWidget(self.customer_label)
        names.addStretch(1)
        return holder

    def close_pane(self) -> None:
        """End the subscriptions."""
        self._later.stop()
        for subscription in self._subscriptions:
            subscription.close()

    def restyle(self, tokens: Tokens) -> None:
        """Use another theme."""
        self.undo_button.setIcon(action_icon("undo", tokens))
        self.redo_button.setIcon(action_icon("redo", tokens))

    def _names(self) -> None:
        state = self._store.state
        self.name_label.setText(state.job.name + (" •" if state.is_dirty else ""))
        set_tip(self.name_label, f"{state.path or 'Not saved yet'}{' – changed since' if state.is_dirty and state.path else ''}")
        self.customer_label.setText(" · ".join(t for t in (state.job.number, state.job.customer) if t) or "No customer yet")

    @property
    def is_drawn(self) -> bool:
        """Whether the figures are those of the job as it is."""
        return not self._later.isActive()

    def _changed(self) -> None:
        """The figures follow when the drawings are there; steps of a drag put them off no further."""
        self._refresh()
        if not self._later.isActive():
            self._later.start()

    def _refresh(self) -> None:
        self._names()
        history = self._store.state.history
        for button, word, label, keys in (
            (self.undo_button, "Undo", history.undo_label, "Ctrl+Z"),
            (self.redo_button, "Redo", history.redo_label, "Ctrl+Shift+Z"),
        ):
            button.setEnabled(label is not None)
            button.setToolTip(f"{word} {label} ({keys})" if label else f"Nothing to {word.lower()}")
            button.setAccessibleName(button.toolTip())
        self.units_button.setText(self._store.job.display.style.value)

    def _show_figures(self) -> None:
        derived = self._store.derived
        self.figures["units"].show_value(str(len(self._store.job.units)), "unit" if len(self._store.job.units) == 1 else "units")
        self.figures["parts"].show_value(str(sum(r.quantity for r in derived.cutlist)))
        self.figures["boards"].show_value(f"{sum(r.cut_length * r.cut_width * r.quantity for r in derived.cutlist) / 1e6:.1f}")
        change = self._store.price_change
        currency = derived.price.currency
        name = f"price, {money(change, currency, signed=True)}" if change else "price with tax"
        self.figures["price"].show_value(money(derived.price.total, currency), name)
        count = len(derived.findings)
        self.figures["findings"].show_value(str(count), "finding" if count == 1 else "findings")
        self._tint_findings(bool(count))
        for fault in derived.faults:
            if self._store.on_fault is not None:
                self._store.on_fault(fault)

    def _tint_findings(self, wrong: bool) -> None:
        label = self.figures["findings"].value_label
        label.setText(("▲ " if wrong else "") + label.text())
