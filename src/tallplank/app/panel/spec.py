"""The Spec itself: shows the panel that fits the stage and the selection."""

from collections.abc import Callable

from PyQt6.QtCore import Qt
from PyQt6.QtWidgets import QScrollArea, QVBoxLayout, QWidget

from tallplank.app.panel.bench_panel import CellPanel, PartPanel
from tallplank.app.panel.job_panel import JobPanel, RatesPanel
from tallplank.app.panel.panel import Panel
from tallplank.app.panel.room_panel import OpeningPanel, RoomPanel, selected_opening
from tallplank.app.panel.unit_panel import UnitPanel, row_name
from tallplank.app.theme import Tokens
from tallplank.core.job.measure import OfCell
from tallplank.core.job.opening import parsed_path
from tallplank.session.store import Store

WIDTH = 306


class Spec(QWidget):
    """At the right of the window."""

    def __init__(self, store: Store, tokens: Tokens) -> None:
        super().__init__()
        self.setObjectName("spec")
        self.setAttribute(Qt.WidgetAttribute.WA_StyledBackground)
        self.setFixedWidth(WIDTH)
        self._store, self._tokens = store, tokens
        self._key: tuple[object, ...] = ()
        self._opened: set[str] = set()
        self.panel: Panel | None = None
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        self._scroll = QScrollArea()
        self._scroll.setWidgetResizable(True)
        self._scroll.setHorizontalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
        column.addWidget(self._scroll)
        self._subscription = store.subscribe(lambda s: (s.job, s.selected, s.stage, s.room, s.pick), lambda _: self.refresh())

    def close_pane(self) -> None:
        """End the subscription."""
        self._subscription.close()

    def restyle(self, tokens: Tokens) -> None:
        """Use another theme."""
        self._tokens, self._key = tokens, ()
        self.refresh()

    def refresh(self) -> None:
        """Show what is selected now; the same rows stay and only take new values."""
        key, make = self._wanted()
        if key == self._key and self.panel is not None:
            self.panel.show_now()
            return
        self._key = key
        old = self._scroll.takeWidget()
        self.panel = make()
        self._scroll.setWidget(self.panel)
        if old is not None:
            old.deleteLater()

    def lead_to(self, source: str) -> None:
        """Go to where the source of a term can be changed: an opening, or a row of the unit's own panel, or of another unit's."""
        unit, _, source = source.rpartition("/")
        if unit and unit != self._store.state.bench:
            self._store.select([unit])
        if (path := parsed_path(source)) is not None:
            self._store.pick(OfCell(self._store.state.bench, path))
            return
        self._store.pick(None)
        name = row_name(source)
        if isinstance(self.panel, UnitPanel) and name in self.panel.row_names():
            field = self.panel.row(name)
            self._scroll.ensureWidgetVisible(field)
            field.setFocus()

    def _wanted(self) -> tuple[tuple[object, ...], Callable[[], Panel]]:
        store, tokens = self._store, self._tokens
        if store.state.stage == "bench" and store.bench_unit() is not None:
            if (path := store.picked_cell()) is not None:
                return CellPanel.key(store, path), lambda: CellPanel(store, tokens, path, self.lead_to)
            if store.picked_part() is not None:
                return PartPanel.key(store), lambda: PartPanel(store, tokens, self.lead_to)
        if store.selected_units():
            return UnitPanel.key(store), lambda: UnitPanel(store, tokens, self.lead_to, self._opened)
        if (found := selected_opening(store)) is not None:
            face, opening = found
            return ("opening", opening.id, face.id, store.state.room), lambda: OpeningPanel(store, face, opening)
        if store.state.stage == "survey" and store.room() is not None:
            return RoomPanel.key(store), lambda: RoomPanel(store)
        if store.state.stage == "quote":
            return ("rates",), lambda: RatesPanel(store)
        return ("job", store.state.stage), lambda: JobPanel(store, tokens, self._opened)
